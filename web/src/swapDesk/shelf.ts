import { latinName, mistypedFit, nameFit, parseLotCode } from '@esprel/core';
import type { SwapCopyLot } from '@esprel/core/api';
import type { DeskStep } from './steps.ts';
import { takenBack } from './steps.ts';

/** The lots of a desk, as they are by what it was told and by what it did since. */

interface Shelved {
  readonly lot: SwapCopyLot;
  /** Names of the variety and of the crop in Latin letters, by which it is found. */
  readonly names: readonly string[];
}

export interface Shelf {
  readonly byCode: ReadonlyMap<string, Shelved>;
}

const shelved = (lot: SwapCopyLot, cropName: string): Shelved => ({
  lot,
  names: [lot.variety, ...lot.names, `${lot.variety} ${cropName}`].map(latinName),
});

export function shelfOf(lots: readonly SwapCopyLot[], cropName: (key: string) => string): Shelf {
  return { byCode: new Map(lots.map((l) => [l.code, shelved(l, cropName(l.cropKey))])) };
}

/** The same with lots that changed, and without those that are gone. */
export function withNews(shelf: Shelf, lots: readonly SwapCopyLot[], gone: readonly string[], cropName: (key: string) => string): Shelf {
  if (lots.length === 0 && gone.length === 0) return shelf;
  const byCode = new Map(shelf.byCode);
  for (const l of lots) byCode.set(l.code, shelved(l, cropName(l.cropKey)));
  for (const code of gone) byCode.delete(code);
  return { byCode };
}

/** What this desk did that its lots do not show yet, by lot code: seeds that came and packets that went. */
export interface Moved {
  readonly came: ReadonlyMap<string, DeskStep & { readonly said: { readonly what: 'in' } }>;
  readonly went: ReadonlyMap<string, { readonly packets: number; readonly seeds: number }>;
}

export function movedBy(steps: readonly DeskStep[]): Moved {
  const back = takenBack(steps);
  const came = new Map<string, DeskStep & { readonly said: { readonly what: 'in' } }>();
  const went = new Map<string, { packets: number; seeds: number }>();
  for (const s of steps) {
    if (back.has(s.key) || s.settled || s.refused !== null) continue;
    if (s.said.what === 'in' && s.said.code != null) came.set(s.said.code, s as DeskStep & { readonly said: { readonly what: 'in' } });
    if (s.said.what === 'out') {
      const code = parseLotCode(s.said.lotCode) ?? s.said.lotCode;
      const before = went.get(code) ?? { packets: 0, seeds: 0 };
      went.set(code, { packets: before.packets + s.said.packets, seeds: before.seeds + s.said.packets * s.said.seedsEach });
    }
  }
  return { came, went };
}

/** A lot as the desk knows it now; null where it knows of none. `unknown` is the crop of what nobody knows. */
export function lotNow(shelf: Shelf, moved: Moved, code: string, unknown: string): SwapCopyLot | null {
  const kept = shelf.byCode.get(code)?.lot ?? newLot(moved, code, unknown);
  if (kept === null) return null;
  const gone = moved.went.get(code);
  if (!gone) return kept;
  let left = gone.packets;
  const packets = kept.packets.map((p) => {
    const taken = Math.min(left, p.left);
    left -= taken;
    return { ...p, left: p.left - taken };
  });
  return { ...kept, free: kept.free - gone.seeds, packets };
}

/** What came in at this desk and is not in its copy yet. */
function newLot(moved: Moved, code: string, unknown: string): SwapCopyLot | null {
  const said = moved.came.get(code)?.said as Extract<DeskStep['said'], { what: 'in' }> | undefined;
  if (!said) return null;
  return {
    code,
    variety: said.name ?? 'not known yet',
    names: [],
    cropKey: said.cropKey ?? unknown,
    form: said.form,
    year: said.year ?? null,
    free: said.packets * said.seedsEach,
    packets: [{ id: 0, seedsEach: said.seedsEach, left: said.packets }],
    alive: null,
    verdict: null,
    perCell: null,
    doubtful: (said.name ?? '') === '',
    cautions: [],
    notLent: said.wet ? 'came in wet: it is dried first' : null,
  };
}

interface Found {
  readonly lot: SwapCopyLot;
  readonly fit: number;
}

function fitting(shelf: Shelf, fitOf: (name: string) => number | null): Found[] {
  const found: Found[] = [];
  // Many lots are of one name.
  const known = new Map<string, number | null>();
  for (const { lot, names } of shelf.byCode.values()) {
    let best: number | null = null;
    for (const name of names) {
      let fit = known.get(name);
      if (fit === undefined) known.set(name, (fit = fitOf(name)));
      if (fit !== null && (best === null || fit < best)) best = fit;
    }
    if (best !== null) found.push({ lot, fit: best });
  }
  return found;
}

/** Lots by their names, the best fit first; through typing mistakes where nothing is called so. */
export function findLots(shelf: Shelf, typed: string, most = 8): SwapCopyLot[] {
  const latin = latinName(typed);
  if (latin.length < 2) return [];
  const so = fitting(shelf, (name) => (name.includes(latin) ? nameFit(latin, name) : null));
  return (so.length > 0 ? so : fitting(shelf, (name) => mistypedFit(latin, name)))
    .sort((a, b) => a.fit - b.fit || Number(b.lot.free > 0) - Number(a.lot.free > 0) || a.lot.variety.localeCompare(b.lot.variety))
    .slice(0, most)
    .map((f) => f.lot);
}
