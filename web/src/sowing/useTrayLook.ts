import { type FateOfCell, type TrayCellShown, traysApi, type TraySheetData } from '@esprel/core/api';
import { type ComputedRef, computed, reactive, type Ref, ref, watch } from 'vue';
import { ApiProblem } from '../base/api.ts';
import type { Body } from '../base/asked.ts';
import { useChanges } from '../base/changes.ts';
import { useKeptSteps } from '../base/keptSteps.ts';

/** A change of a tray that answers how the tray is then. */
type TrayChange = (typeof traysApi)['look' | 'clear' | 'care'];

export interface TrayLook {
  /** Cells as they will be, with what this look changes. */
  readonly cells: ComputedRef<readonly TrayCellShown[]>;
  /** What this look changes, by cell; nothing is written before it is saved. */
  readonly changed: ReadonlyMap<number, { readonly up: number; readonly fate: FateOfCell | null }>;
  readonly problem: Ref<string | null>;
  readonly sending: Ref<boolean>;
  /** One more is up in a cell; after the last, back to what was seen before. */
  readonly tap: (cell: number) => void;
  readonly count: (cell: number, up: number) => void;
  readonly lose: (cell: number, fate: FateOfCell | null) => void;
  readonly isSown: (cell: number) => boolean;
  readonly forget: () => void;
  /** Sends something about the tray with the version that is known last; null, with `problem` said, when it was refused. */
  readonly send: <R extends TrayChange>(change: R, body: Omit<Body<R>, 'version'>) => Promise<TraySheetData | null>;
  /** Writes the look down. */
  readonly save: (lookedOn: string) => Promise<void>;
}

const said = (error: unknown): string =>
  error instanceof ApiProblem && error.errors.length > 0 ? error.errors.map((e) => e.message).join('; ') : (error as Error).message;

/** What one look at a tray sees, cell by cell, until it is written down. */
export function useTrayLook(sheet: () => TraySheetData): TrayLook {
  const changes = useChanges();
  const kept = useKeptSteps();
  const changed = reactive(new Map<number, { up: number; fate: FateOfCell | null }>());
  /** What was written down and waits for the library: shown, and not said again. */
  const keptHere = reactive(new Map<number, { up: number; fate: FateOfCell | null }>());
  const problem = ref<string | null>(null);
  const sending = ref(false);
  const read = (cell: number): TrayCellShown | undefined => sheet().cells.find((c) => c.cell === cell);
  const withKept = (c: TrayCellShown): TrayCellShown => ({ ...c, ...keptHere.get(c.cell) });
  const stored = (cell: number): TrayCellShown | undefined => {
    const c = read(cell);
    return c && withKept(c);
  };
  /** What was tapped stays until the tray is read again, and says it itself (or not any more, when it was taken back at once). */
  let written = false;
  /** The version that the last answer told: a hand may press again before the tray is read anew. */
  let version = sheet().tray.version;
  watch(sheet, (now) => {
    version = now.tray.version;
    if (written) changed.clear();
    written = false;
    if (!kept.waiting.some((w) => w.about.startsWith(`look ${String(now.tray.id)} `))) keptHere.clear();
  });

  function set(
    cell: number,
    see: (now: { readonly up: number; readonly fate: FateOfCell | null }, was: TrayCellShown) => [number, FateOfCell | null],
  ): void {
    const was = stored(cell);
    if (!was) return;
    const [up, fate] = see(changed.get(cell) ?? was, was);
    if (up === was.up && fate === was.fate) changed.delete(cell);
    else changed.set(cell, { up, fate });
  }
  async function send<R extends TrayChange>(change: R, body: Omit<Body<R>, 'version'>): Promise<TraySheetData | null> {
    sending.value = true;
    problem.value = null;
    try {
      const answer = await changes.send<TrayChange>(change, { id: sheet().tray.id }, { version, ...body } as unknown as Body<TrayChange>);
      version = answer.tray.version;
      return answer;
    } catch (error) {
      problem.value = said(error);
      return null;
    } finally {
      sending.value = false;
    }
  }

  return {
    cells: computed(() =>
      sheet().cells.map((c): TrayCellShown => {
        const now = changed.get(c.cell);
        return now ? { ...c, up: now.up, fate: now.fate } : withKept(c);
      }),
    ),
    changed,
    problem,
    sending,
    tap: (cell) => {
      set(cell, (now, was) => [now.up < was.seeds ? now.up + 1 : was.up, now.fate === 'not-come-up' ? null : now.fate]);
    },
    count: (cell, up) => {
      set(cell, (now, was) => [Math.min(was.seeds, up), now.fate]);
    },
    lose: (cell, fate) => {
      set(cell, (now) => [now.up, fate]);
    },
    isSown: (cell) => stored(cell) !== undefined,
    forget: () => {
      changed.clear();
    },
    send,
    save: async (lookedOn) => {
      const cells = [...changed].map(([cell, now]) => ({ cell, ...now }));
      sending.value = true;
      problem.value = null;
      const { id, name } = sheet().tray;
      try {
        const answer = await kept.sendOrKeep(
          traysApi.look,
          { id },
          { version, lookedOn, cells },
          {
            words: `a look at ${name}`,
            about: `look ${String(id)} ${lookedOn} ${cells.map((c) => c.cell).join(' ')}`,
            follows: `tray ${String(id)}`,
            at: `/sowing/trays/${String(id)}`,
            draft: null,
          },
        );
        if (answer === null) {
          for (const [cell, now] of changed) keptHere.set(cell, now);
          changed.clear();
        } else {
          version = answer.tray.version;
          written = true;
        }
      } catch (error) {
        problem.value = said(error);
      } finally {
        sending.value = false;
      }
    },
  };
}
