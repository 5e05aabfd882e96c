import { foldName } from '@esprel/core';
import type { SwapNumbers } from '@esprel/core/api';
import { type DeskStep, takenBack } from './steps.ts';

const NOTHING: SwapNumbers = { visitors: 0, packetsIn: 0, packetsOut: 0, newVarieties: 0, withoutName: 0 };

/** The day in numbers: what the library last said, and what this desk did since. `varieties` are the folded names that are known. */
export function tally(said: SwapNumbers = NOTHING, steps: readonly DeskStep[], varieties: ReadonlyMap<string, string>): SwapNumbers {
  const back = takenBack(steps);
  const mine = steps.filter((s) => !s.settled && s.refused === null && !back.has(s.key)).map((s) => s.said);
  const ins = mine.filter((s) => s.what === 'in');
  const outs = mine.filter((s) => s.what === 'out');
  const came = new Set(mine.flatMap((s) => (s.what === 'back' ? [] : (s.visit ?? []))));
  // Of whom the library has heard already.
  for (const s of steps) if (s.settled && s.said.what !== 'back' && s.said.visit != null) came.delete(s.said.visit);
  const fresh = new Set(ins.flatMap((s) => (s.name != null && !varieties.has(foldName(s.name)) ? foldName(s.name) : [])));
  return {
    visitors: said.visitors + came.size,
    packetsIn: said.packetsIn + ins.reduce((n, s) => n + s.packets, 0),
    packetsOut: said.packetsOut + outs.reduce((n, s) => n + s.packets, 0),
    newVarieties: said.newVarieties + fresh.size,
    withoutName: said.withoutName + ins.filter((s) => s.name == null).length,
  };
}
