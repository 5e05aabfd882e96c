import { type TrayFillShown, traysApi, type TraySheetData } from '@esprel/core/api';
import { onScopeDispose, ref, watch } from 'vue';
import { ApiProblem } from '../base/api.ts';
import { useChanges } from '../base/changes.ts';

export interface Brush {
  readonly letter: string;
  readonly what: 'seed' | 'marker' | 'clear';
}

/** What a brush leaves in a cell: `A`, `A*`, or nothing. */
export function paintOf(brush: Brush): string {
  return brush.what === 'clear' || brush.letter === '' ? '' : brush.what === 'marker' ? `${brush.letter}*` : brush.letter;
}

interface FillSent {
  readonly letter: string;
  readonly lotCode: string;
  readonly plannedId: number | null;
  readonly seedsPerCell: number;
}

export const sentFill = (f: TrayFillShown): FillSent => ({
  letter: f.letter,
  lotCode: f.lotCode,
  plannedId: f.plannedId,
  seedsPerCell: f.seedsPerCell,
});

/**
 * The map of a tray while it is painted: each stroke is saved when it ends, one after the other, and is a step that can be
 * taken back. Somebody else's stroke meanwhile wins, and is said.
 */
export function useTrayPaint(sheet: () => TraySheetData, reload: () => void) {
  const changes = useChanges();
  const map = ref<string[]>([...sheet().tray.map]);
  const stroke = ref<number[]>([]);
  const problem = ref<string | null>(null);
  let version = sheet().tray.version;
  let busy: Promise<void> = Promise.resolve();
  let pending = 0;

  watch(sheet, (now) => {
    if (pending > 0) return;
    version = now.tray.version;
    map.value = [...now.tray.map];
  });

  function paint(cell: number, text: string): void {
    if (sheet().tray.gaps.includes(cell) || map.value[cell] === text) return;
    map.value[cell] = text;
    stroke.value.push(cell);
  }

  /** Saves what was painted, and letters that came, went or changed. */
  function save(fills: readonly FillSent[] = sheet().fills.map(sentFill)): Promise<void> {
    const painted = [...map.value];
    stroke.value = [];
    pending += 1;
    busy = busy.then(async () => {
      try {
        const answer = await changes.send(traysApi.paint, { id: sheet().tray.id }, { version, fills, map: painted });
        version = answer.tray.version;
        problem.value = null;
      } catch (error) {
        const stale = error instanceof ApiProblem && error.code === 'stale';
        problem.value = stale ? 'Somebody else painted this tray meanwhile; their map is shown now.' : problemWords(error);
        pending = 1;
      }
      pending -= 1;
      if (problem.value !== null) reload();
    });
    return busy;
  }
  onScopeDispose(() => {
    if (stroke.value.length > 0) void save();
  });

  function end(): void {
    if (stroke.value.length > 0) void save();
  }
  /** Takes back the last stroke, once it is saved: a hand may be faster than its writing. */
  async function undo(): Promise<void> {
    end();
    await busy;
    await changes.undo();
  }
  return { map, stroke, problem, paint, end, save, undo };
}

function problemWords(error: unknown): string {
  if (error instanceof ApiProblem && error.errors.length > 0) return error.errors.map((e) => e.message).join('; ');
  return error instanceof Error ? error.message : String(error);
}
