import { type Day } from '../dates/day.ts';
import { shortDay } from '../dates/dayWords.ts';
import type { Settings } from '../schemas/forms.ts';
import { depth, length } from '../words/lengths.ts';
import { capital, plural } from '../words/words.ts';
import type { LabelKind } from './formats.ts';

/** How a plant is sown and grows, as far as a label says it. */
export interface LabelSowing {
  readonly depthMm: number;
  readonly light: 'light' | 'dark' | 'either';
  readonly spacingCm: number;
  readonly emergeMinD: number;
  readonly emergeMaxD: number;
  readonly startWeeksMin: number | null;
  readonly startWeeksMax: number | null;
  readonly anchor: 'last-frost' | 'plant-out';
  readonly habit: string | null;
  readonly heightCm: number | null;
  readonly harvestDaysMin: number | null;
  readonly harvestDaysMax: number | null;
}

/** What a label can say of a lot. */
export interface LabelLot {
  readonly code: string;
  readonly variety: string;
  readonly crop: string;
  readonly year: number | null;
  readonly yearKind: string;
  readonly generation: number;
  readonly identity: string;
  readonly sowing: LabelSowing;
  readonly cautions: readonly string[];
}

/** What is only known of one run of labels. */
export interface LabelRun {
  /** Seeds in each packet. */
  readonly seedsEach: number | null;
  /** Day on which the pots were sown. */
  readonly sownOn: Day | null;
  /** When it is sown where the library stands, by its frost and by what it learned; for packets. */
  readonly window?: { readonly from: Day; readonly to: Day; readonly outdoors: boolean } | null;
}

/** The text of one label, the most needed first. Cautions are never left out, whatever the room. */
export interface LabelText {
  /** Scannable code; null where there is none. */
  readonly code: string | null;
  readonly title: string;
  readonly cautions: readonly string[];
  readonly lines: readonly string[];
}

type Units = Pick<Settings, 'libraryName' | 'lengthUnit' | 'dateOrder'>;

function range(min: number, max: number): string {
  return min === max ? String(min) : `${String(min)} to ${String(max)}`;
}

function howDeep(lot: LabelLot, units: Units): string {
  const { depthMm, light } = lot.sowing;
  const deep = depthMm === 0 ? 'on the surface' : `${depth(depthMm, units.lengthUnit)} deep`;
  return `${deep}${light === 'either' ? '' : `, in the ${light}`}`;
}

function growth(lot: LabelLot, units: Units): string | null {
  const { habit, heightCm, spacingCm } = lot.sowing;
  const parts = [
    ...(habit === null ? [] : [habit]),
    ...(heightCm === null ? [] : [`${length(heightCm, units.lengthUnit)} high`]),
    `${length(spacingCm, units.lengthUnit)} apart`,
  ];
  return capital(parts.join(', '));
}

function whenToSow(lot: LabelLot, window: LabelRun['window'], order: Settings['dateOrder']): string | null {
  if (window) {
    const day = (d: Day): string => shortDay(d, order, d).replace(/^\w+ /, '');
    return `Sow ${window.outdoors ? 'outdoors' : 'indoors'} ${day(window.from)} to ${day(window.to)} here`;
  }
  const { startWeeksMin: min, startWeeksMax: max, anchor } = lot.sowing;
  if (min === null || max === null) return null;
  return `Sow indoors ${range(min, max)} weeks before ${anchor === 'last-frost' ? 'the last frost' : 'planting out'}`;
}

/** What a gardener needs when the label is all there is. */
export function lotLabel(
  kind: Exclude<LabelKind, 'box' | 'bag'>,
  lot: LabelLot,
  units: Units,
  run: LabelRun = { seedsEach: null, sownOn: null },
): LabelText {
  const s = lot.sowing;
  const crop = lot.crop.replace(/ \(.*\)/, '');
  const year = lot.year === null ? 'year not known' : `${lot.yearKind === 'packing' ? 'packed for' : 'harvest'} ${String(lot.year)}`;
  const doubt = lot.identity === 'doubtful' || lot.identity === 'unknown' ? ['The name is in doubt'] : [];
  const up = `Up in ${range(s.emergeMinD, s.emergeMaxD)} days`;
  const harvest =
    s.harvestDaysMin === null || s.harvestDaysMax === null ? null : `First crop after ${range(s.harvestDaysMin, s.harvestDaysMax)} days`;
  const base = { code: lot.code, title: lot.variety, cautions: [...doubt, ...lot.cautions] };
  const generation = lot.generation > 0 ? `, generation ${String(lot.generation)}` : '';
  const some = (lines: readonly (string | null)[]): string[] => lines.filter((l) => l !== null);
  if (kind === 'pot') {
    return {
      ...base,
      lines: some([crop, growth(lot, units), run.sownOn === null ? null : `Sown ${shortDay(run.sownOn, units.dateOrder)}`]),
    };
  }
  if (kind === 'packet') {
    return {
      ...base,
      lines: some([
        `${crop}, ${year}${generation}${run.seedsEach === null ? '' : `, ${plural(run.seedsEach, 'seed')}`}`,
        whenToSow(lot, run.window, units.dateOrder),
        `${capital(howDeep(lot, units))}; ${up.toLowerCase()}`,
        growth(lot, units),
        harvest,
        units.libraryName,
      ]),
    };
  }
  return {
    ...base,
    lines: some([
      `${crop}, ${year}${generation}`,
      `${capital(howDeep(lot, units))}; ${up.toLowerCase()}`,
      growth(lot, units),
      units.libraryName,
    ]),
  };
}

/** A bag of a test: its number large, what lies in it, how it wants to lie, and when it is counted. */
export function bagLabel(bag: {
  readonly number: number;
  readonly round: number | null;
  readonly code: string;
  readonly variety: string;
  readonly crop: string;
  readonly seeds: number;
  readonly warmth: string;
  readonly light: 'light' | 'dark' | 'either';
  readonly laidOn: string;
  readonly countOn: readonly string[];
  readonly cautions: readonly string[];
}): LabelText {
  return {
    code: bag.code,
    title: `${String(bag.number)}: ${bag.variety}`,
    cautions: bag.cautions,
    lines: [
      `${bag.crop.replace(/ \(.*\)/, '')}, ${plural(bag.seeds, 'seed')}`,
      `${bag.warmth}${bag.light === 'either' ? '' : `, in the ${bag.light}`}`,
      `Laid ${bag.laidOn}; count ${bag.countOn.join(', ')}`,
      ...(bag.round === null ? [] : [`Round ${String(bag.round)}`]),
    ],
  };
}

/** The front of a box: what it is called, how it is kept, and what lies in it. */
export function boxLabel(place: {
  readonly name: string;
  readonly path: string;
  readonly climate: string | null;
  readonly crops: readonly string[];
  readonly lots: number;
}): LabelText {
  const outer = place.path === place.name ? null : place.path.slice(0, -place.name.length).replace(/, $/, '');
  return {
    code: null,
    title: place.name,
    cautions: [],
    lines: [
      ...(outer === null ? [] : [`in ${outer}`]),
      ...(place.climate === null ? [] : [place.climate]),
      place.lots === 0 ? 'empty' : `${String(place.lots)} ${place.lots === 1 ? 'lot' : 'lots'}: ${place.crops.join(', ')}`,
    ],
  };
}
