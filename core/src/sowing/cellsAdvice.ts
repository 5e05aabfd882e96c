import { type Crop } from '../crops/crop.ts';
import { plantsPerSeed, sharesPots, sownUnit } from '../crops/asSown.ts';
import { plural } from '../words/words.ts';
import type { SownPlace } from './fates.ts';
import type { HowToSow } from './howToSow.ts';
import { type SeedsPerCell, type SeedsPerCellOption, TOLERATED_EMPTY } from './seedsPerCell.ts';

/** More cells than so many for each plant that is wanted are not advice: the seed is as good as dead for that. */
const MOST_CELLS_A_PLANT = 10;
/** Of what fills its cell less often than this, all of it in one pot is the better use. */
const POT_BELOW = 0.5;

export interface CellsAdviceInput extends SeedsPerCell {
  readonly plants: number;
  readonly available: number;
  readonly crop: Pick<Crop, 'key' | 'transplant' | 'seedsPerGram' | 'clumpSeeds'>;
  readonly how: HowToSow;
  /** What it is sown into; cells where it is left out. */
  readonly place?: SownPlace;
}

/** "in each cell", "at each station". */
export const inEach = (place: SownPlace): string => `${place === 'station' ? 'at' : 'in'} each ${place}`;

/** What to fill into the fields of a sowing. */
export interface CellsAdvised {
  /** All of it together in one pot, to be pricked out; cells otherwise. */
  readonly onePot: boolean;
  readonly perCell: number;
  readonly cells: number;
}

/** Whether a row asks for so many cells that it is no advice. */
export const isBeyondReason = (o: Pick<SeedsPerCellOption, 'cells'>, plants: number): boolean =>
  o.cells === null || o.cells > MOST_CELLS_A_PLANT * plants;

/** Why rows of a table of cells are left out; null where none is. */
export function beyondReasonWords(options: readonly SeedsPerCellOption[], plants: number, place: SownPlace = 'cell'): string | null {
  if (!options.some((o) => isBeyondReason(o, plants))) return null;
  return `Rows are left out that would take more than ${plural(MOST_CELLS_A_PLANT, place)} for each plant: so little of it is alive that ${place}s are wasted on it.`;
}

/** Of how many seeds one is expected up, at one in each cell. */
const upShare = (input: CellsAdviceInput): number => 1 - (input.options[0]?.emptyShare ?? 1);

/**
 * How to fill cells with the seed that is there. Pellets singly, clumps by the clump, else as few as leave hardly a cell
 * empty. Where the seed is not enough, all of it one by one; only where most cells would stay empty and seedlings bear
 * moving, all of it in one pot. Null where there is no seed.
 */
export function cellsAdvised(input: CellsAdviceInput): CellsAdvised | null {
  const { available, crop, how, recommended, options } = input;
  if (available <= 0) return null;
  const perCell = how.together ?? recommended;
  if (perCell === null) {
    const onePot = sharesPots(crop) && upShare(input) < POT_BELOW;
    return onePot ? { onePot, perCell: available, cells: 1 } : { onePot, perCell: 1, cells: available };
  }
  const wanted = options.find((o) => o.seedsPerCell === perCell)?.cells ?? input.plants;
  return { onePot: false, perCell, cells: Math.max(1, Math.min(wanted, Math.floor(available / perCell))) };
}

/** The same as sentences: what to do, what comes of it, and what is too little. */
export function cellsAdviceWords(input: CellsAdviceInput): string {
  const { plants, available, crop, how, place = 'cell' } = input;
  const unit = sownUnit(crop.key);
  const advised = cellsAdvised(input);
  if (advised === null) return `No ${unit} is left for it.`;
  const { perCell, cells } = advised;
  const all = plural(available, unit);
  const expected = available * upShare(input);
  const about = expected < 0.5 ? 'perhaps none' : `about ${String(Math.round(expected))}`;
  if (advised.onePot)
    return `There ${available === 1 ? 'is' : 'are'} ${all}, too few to be sure of ${plural(plants, 'plant')}, and most ${place}s would stay empty. Sow all of it in one pot and prick out what comes: ${about}.`;
  const row = input.options.find((o) => o.seedsPerCell === perCell);
  const isEnough = row?.seeds != null && row.seeds <= available && !isBeyondReason(row, plants);
  const clusters = plantsPerSeed(crop.key) > 1 ? ' A cluster sends up about two seedlings; thin to one.' : '';
  // Large seed is set singly as far as its life allows; where it takes two, that is no reason.
  const isReason = how.style !== 'several' && (how.style !== 'single' || perCell === 1);
  const why = isReason ? ` It is ${how.why}.` : '';
  if (!isEnough) {
    const short = `There ${available === 1 ? 'is' : 'are'} ${all}, too few to be sure of ${plural(plants, 'plant')}.`;
    return `${short} Put ${String(perCell)} ${place === 'station' ? 'at' : 'in'} each of ${plural(cells, place)}: ${about} will come up.${clusters}${why}`;
  }
  const empty = row.emptyShare > TOLERATED_EMPTY ? ` ${String(Math.round(100 * row.emptyShare))} in 100 ${place}s will stay empty.` : '';
  const filled = how.style === 'clump' ? plural(cells, 'clump') : plural(cells, place);
  return `Put ${String(perCell)} ${inEach(place)}: ${filled} give ${plural(plants, 'plant')} nine times in ten, from ${String(row.seeds)} of ${all}.${empty}${clusters}${why}`;
}
