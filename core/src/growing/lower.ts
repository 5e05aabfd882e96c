import type { Crop } from '../crops/crop.ts';
import { addDays, type Day } from '../dates/day.ts';
import { numberWords, plural } from '../words/words.ts';
import { coverOf } from './cover.ts';
import type { Apart } from './apart.ts';
import type { Patch } from './patch.ts';
import { patchCrossing } from './patchCrossing.ts';
import type { Saving } from './saving.ts';
import type { Spot } from './spot.ts';

/** A garden in which the patch could stand instead. */
export interface OtherGarden {
  readonly id: number | null;
  readonly name: string;
  readonly spot: Spot;
}

/** What could be done, and the crossed share that would be left. */
export interface LowerWay {
  readonly words: string;
  readonly share: number;
  /** What is changed of the patch; `without` is another patch that would have to go or be kept from flowering. */
  readonly change:
    | { readonly apart: Apart }
    | { readonly gardenId: number | null }
    | { readonly shiftDays: number }
    | { readonly plants: number }
    | { readonly without: string };
}

export interface WayChoices {
  readonly gardens: readonly OtherGarden[];
  /** The first day on which it can still be sown or planted out otherwise; null once it stands. */
  readonly movableFrom: Day | null;
  /** Not before this day is it planted out or sown outdoors: what is tender would freeze. */
  readonly outFrom: Day | null;
  /** Seed has to be ripe by then. */
  readonly autumn: Day;
  readonly ripe: Day | null;
  /** The day on which it would be sown or planted out. */
  readonly out: Day | null;
  /** Plants that the seed in hand would still give. */
  readonly plantsMost: number | null;
  /** What others are called, by key. */
  readonly nameOf: (key: string) => string;
  /** Others that somebody could be asked to take out: those for the table, and neighbours'. */
  readonly askable: (key: string) => boolean;
}

/** A way is worth naming where it takes away at least a tenth. */
const WORTH_NAMING = 0.9;
const MOST_WEEKS = 6;

/**
 * What would lower the crossing of a patch: every choice that there really is (cover, each garden with room, each week earlier or later that still ripens, more
 * plants, one neighbour less) is tried on the plan as it is, and the best of each kind is kept; the least crossing first.
 */
export function waysToLower(patch: Patch, others: readonly Patch[], crop: Crop, saving: Saving, choices: WayChoices): LowerWay[] {
  const of = (changed: Partial<Patch>, rest = others): number => patchCrossing({ ...patch, ...changed }, rest, crop, saving).share;
  const now = of({});
  const ways: LowerWay[] = [];
  const cover = coverOf(saving);
  if (cover !== null && patch.apart === 'open')
    ways.push({ words: cover.words, share: of({ apart: cover.apart }), change: { apart: cover.apart } });
  if (patch.apart === 'open') {
    const moved = choices.gardens
      .map((g) => ({ g, share: of({ spot: g.spot }) }))
      .sort((a, b) => a.share - b.share)
      .slice(0, 2);
    if (choices.movableFrom !== null)
      for (const { g, share } of moved) ways.push({ words: `Grow it at ${g.name} instead`, share, change: { gardenId: g.id } });
    ways.push(...shifted(patch, of, choices), ...larger(patch, of, crop, choices));
    const [first] = patchCrossing(patch, others, crop, saving).sources.filter((s) => choices.askable(s.key));
    if (first) {
      const share = of(
        {},
        others.filter((o) => o.key !== first.key),
      );
      ways.push({
        words: `Without ${choices.nameOf(first.key)}: ask whether it may go before it flowers`,
        share,
        change: { without: first.key },
      });
    }
  }
  return ways.filter((w) => w.share < now * WORTH_NAMING).sort((a, b) => a.share - b.share);
}

/** The best week earlier and the best later, as far as it can still be begun then and ripens before the frost. */
function shifted(patch: Patch, of: (changed: Partial<Patch>) => number, choices: WayChoices): LowerWay[] {
  const { flower } = patch;
  const { out, ripe, movableFrom } = choices;
  if (flower === null || out === null || ripe === null || movableFrom === null) return [];
  return [-1, 1].flatMap((direction) => {
    const tried: LowerWay[] = [];
    for (let weeks = 1; weeks <= MOST_WEEKS; weeks++) {
      const shiftDays = 7 * weeks * direction;
      const day = addDays(out, shiftDays);
      if (day < movableFrom || (direction < 0 && choices.outFrom !== null && day < choices.outFrom)) break;
      if (addDays(ripe, shiftDays) > choices.autumn) break;
      const share = of({ flower: { ...flower, from: addDays(flower.from, shiftDays), to: addDays(flower.to, shiftDays) } });
      const words = `Begin ${numberWords(weeks)} week${weeks === 1 ? '' : 's'} ${direction < 0 ? 'earlier' : 'later'}`;
      tried.push({ words, share, change: { shiftDays } });
    }
    // The shortest shift that comes within a tenth of the best.
    const best = Math.min(...tried.map((t) => t.share));
    return tried.filter((t) => t.share <= best * 1.1 + 1e-6).slice(0, 1);
  });
}

function larger(patch: Patch, of: (changed: Partial<Patch>) => number, crop: Crop, choices: WayChoices): LowerWay[] {
  if (choices.movableFrom === null) return [];
  const wanted = Math.max(crop.seedPlantsGood, 2 * patch.plants);
  const plants = choices.plantsMost === null ? wanted : Math.min(wanted, choices.plantsMost);
  if (plants <= patch.plants) return [];
  return [{ words: `Grow ${plural(plants, 'plant')} of it`, share: of({ plants }), change: { plants } }];
}
