import type { Day } from '../dates/day.ts';
import { shortDay } from '../dates/dayWords.ts';
import { type Apart, APART_WORDS } from '../growing/apart.ts';
import { truthWords } from '../growing/truthWords.ts';
import type { DateOrder, Units as SaidUnits } from '../units.ts';
import { depth, distance, length } from '../words/lengths.ts';
import { fromTo, span } from '../words/ranges.ts';
import { warmthRange } from '../words/warmth.ts';
import { capital, plural } from '../words/words.ts';
import type { LabelKind } from './formats.ts';

/** How a plant is sown and grows, as far as a label says it. */
export interface LabelSowing {
  /** What is done to the seed first, in the order it is done: "nick it", "soak 24 hours". */
  readonly preparation: readonly string[];
  /** Seeds or clusters for one cell by the estimate; null where five are not enough, or nobody can say. */
  readonly perCell: number | null;
  readonly unit: 'seed' | 'cluster';
  readonly depthMm: number;
  readonly light: 'light' | 'dark' | 'either';
  /** Warmth of the soil it comes up best in. */
  readonly warmC: { readonly low: number; readonly high: number } | null;
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

/** What matters when it is grown for seed. */
export interface LabelSaving {
  readonly seedPlantsMin: number;
  /** Metres from others that it crosses with; null for what hardly crosses. */
  readonly apartM: number | null;
  readonly hybrid: boolean;
  readonly comesTrue: 'usually' | 'if-isolated' | 'rarely';
  /** How its own seed was grown, where it was saved here. */
  readonly grown: { readonly plants: number | null; readonly isolated: 'yes' | 'no' | 'unknown' } | null;
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
  /** The share that comes true to type; null where nothing can be said. */
  readonly trueMean?: number | null;
  readonly sowing: LabelSowing;
  readonly saving: LabelSaving;
  readonly cautions: readonly string[];
  /** The same in a word or two, for tags. */
  readonly shortCautions: readonly string[];
}

/** What was agreed when seed was handed over. */
export interface LabelLoan {
  readonly purpose: 'garden' | 'save-seed' | 'renew';
  readonly promise: 'nothing' | 'some' | 'amount';
  readonly promisedSeeds: number | null;
  readonly dueOn: Day | null;
  readonly note: string | null;
  /** How it was agreed that it is kept apart, where it was. */
  readonly apart?: Apart | null;
}

/** What is only known of one run of labels. */
export interface LabelRun {
  /** Seeds in each packet. */
  readonly seedsEach: number | null;
  /** Day on which the pots were sown, and how many seeds. */
  readonly sownOn: Day | null;
  readonly sown?: number | null;
  /** When it is sown where the library stands, by its frost and by what it learned; for packets. */
  readonly window?: { readonly from: Day; readonly to: Day; readonly outdoors: boolean } | null;
  readonly loan?: LabelLoan | null;
}

/** The text of one label, the most needed first. Cautions are never left out, whatever the room. */
export interface LabelText {
  /** Scannable code, which stands there to be read too; null where there is none. */
  readonly code: string | null;
  /** What is scanned where it is not the code: an address for a phone. */
  readonly scan?: string;
  readonly title: string;
  readonly cautions: readonly string[];
  readonly lines: readonly string[];
}

type Units = Pick<SaidUnits, 'lengthUnit' | 'dateOrder' | 'temperatureUnit'> & { readonly libraryName: string };

/** "2 for each plant, 6 mm deep, in the light, at 21 to 29 °C; up in 6 to 14 days": all of it in one line. */
function howToSow(lot: LabelLot, units: Units, kind: 'packet' | 'envelope'): string {
  const s = lot.sowing;
  const each =
    kind === 'envelope'
      ? []
      : s.perCell === null
        ? ['sow thickly']
        : [`${s.unit === 'seed' ? String(s.perCell) : plural(s.perCell, s.unit)} for each plant`];
  const parts = [
    ...each,
    s.depthMm === 0 ? 'on the surface' : `${depth(s.depthMm, units.lengthUnit)} deep`,
    ...(s.light === 'either' ? [] : [`in the ${s.light}`]),
    ...(s.warmC === null ? [] : [`at ${warmthRange(s.warmC.low, s.warmC.high, units.temperatureUnit)}`]),
  ];
  return `${capital(parts.join(', '))}; up in ${span(s.emergeMinD, s.emergeMaxD, 'day')}`;
}

function preparation(lot: LabelLot): string | null {
  return lot.sowing.preparation.length === 0 ? null : `First: ${lot.sowing.preparation.join(', then ')}`;
}

/** That some of it will be something else is said from this share on. */
const SAID_FROM = 0.01;

/** From how many plants its seed was saved, and how true it is; where that cannot be told, whether it was kept apart. */
function grownWords({ trueMean = null, saving: { grown, seedPlantsMin } }: LabelLot): string | null {
  const truth = trueMean === null || 1 - trueMean < SAID_FROM ? null : truthWords(trueMean);
  if (grown === null) return truth === null ? null : capital(truth);
  const few = grown.plants !== null && grown.plants < seedPlantsMin;
  const from = grown.plants === null ? 'Saved here' : `Saved from ${plural(grown.plants, 'plant')}${few ? ', fewer than it wants' : ''}`;
  const apart = { yes: 'kept apart', no: 'not kept apart: may have crossed', unknown: 'kept apart or not, nobody knows' }[grown.isolated];
  return `${from}; ${truth ?? apart}`;
}

/** What whoever saves seed has to know, and what was promised. */
function savingWords(lot: LabelLot, loan: LabelLoan | null | undefined, units: Units): string[] {
  if (!loan) return [];
  const out: string[] = [];
  if (loan.purpose !== 'garden') {
    const { saving } = lot;
    if (saving.hybrid) out.push('A hybrid: its seed will not come true');
    else if (saving.comesTrue === 'rarely') out.push('Hardly ever comes true from seed');
    const { apart: agreed = null } = loan;
    const apart =
      agreed !== null && agreed !== 'open'
        ? `; ${APART_WORDS[agreed]}`
        : saving.apartM === null
          ? ''
          : `, ${distance(saving.apartM, units.lengthUnit)} from others of its kind or bagged`;
    out.push(`For seed: ${plural(saving.seedPlantsMin, 'plant')} or more${apart}`);
  }
  if (loan.promise !== 'nothing') {
    const what = loan.promise === 'amount' && loan.promisedSeeds !== null ? plural(loan.promisedSeeds, 'seed') : 'some seed';
    out.push(`Promised: ${what}${loan.dueOn === null ? '' : ` by ${shortDay(loan.dueOn, units.dateOrder)}`}`);
  }
  if (loan.note !== null) out.push(loan.note);
  return out;
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

function whenToSow(lot: LabelLot, window: LabelRun['window'], order: DateOrder): string | null {
  if (window) {
    const day = (d: Day): string => shortDay(d, order, d).replace(/^\w+ /, '');
    return `Sow ${window.outdoors ? 'outdoors' : 'indoors'} ${fromTo(day(window.from), day(window.to))} here`;
  }
  const { startWeeksMin: min, startWeeksMax: max, anchor } = lot.sowing;
  if (min === null || max === null) return null;
  return `Sow indoors ${span(min, max, 'week')} before ${anchor === 'last-frost' ? 'the last frost' : 'planting out'}`;
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
  const harvest =
    s.harvestDaysMin === null || s.harvestDaysMax === null ? null : `First crop after ${span(s.harvestDaysMin, s.harvestDaysMax, 'day')}`;
  const base = { code: lot.code, title: lot.variety };
  const generation = lot.generation > 0 ? `, generation ${String(lot.generation)}` : '';
  const some = (lines: readonly (string | null)[]): string[] => lines.filter((l) => l !== null);
  if (kind === 'pot') {
    // Name, date and number first: they are what a tag is for.
    const number = run.sown == null ? '' : `, ${plural(run.sown, s.unit)}`;
    return {
      ...base,
      cautions: [],
      lines: some([
        run.sownOn === null ? null : `Sown ${shortDay(run.sownOn, units.dateOrder)}${number}`,
        [...doubt, ...lot.shortCautions].join('; ') || null,
        growth(lot, units),
        crop,
      ]),
    };
  }
  const cautions = [...doubt, ...lot.cautions];
  if (kind === 'packet') {
    return {
      ...base,
      cautions,
      lines: some([
        `${crop}, ${year}${generation}${run.seedsEach === null ? '' : `, ${plural(run.seedsEach, s.unit)}`}`,
        preparation(lot),
        whenToSow(lot, run.window, units.dateOrder),
        howToSow(lot, units, kind),
        ...savingWords(lot, run.loan, units),
        grownWords(lot),
        growth(lot, units),
        harvest,
        units.libraryName,
      ]),
    };
  }
  return {
    ...base,
    cautions,
    lines: some([
      `${crop}, ${year}${generation}`,
      preparation(lot),
      howToSow(lot, units, kind),
      grownWords(lot),
      growth(lot, units),
      units.libraryName,
    ]),
  };
}

/** A packet that was brought to a swap day: what was said of it, as soon as it was said. How it is sown stands on the labels that are printed at home. */
export function broughtLabel(packet: {
  readonly code: string;
  /** Null: nobody knows. */
  readonly name: string | null;
  readonly crop: string | null;
  readonly year: number | null;
  readonly packed: boolean;
  readonly seedsEach: number;
  readonly saved: boolean;
  readonly cautions: readonly string[];
  readonly swap: string;
  readonly libraryName: string;
}): LabelText {
  const crop = packet.crop === null ? 'Nobody knows what it is' : packet.crop.replace(/ \(.*\)/, '');
  const year = packet.year === null ? 'year not known' : `${packet.packed ? 'packed for' : 'harvest'} ${String(packet.year)}`;
  return {
    code: packet.code,
    title: packet.name ?? 'Not known yet',
    cautions: [...(packet.crop === null ? ['Eat nothing of it before it has a name'] : []), ...packet.cautions],
    lines: [
      `${crop}, ${year}, ${plural(packet.seedsEach, 'seed')}`,
      ...(packet.saved ? ['Home-saved: it may have crossed'] : []),
      packet.swap,
      packet.libraryName,
    ],
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

/** A card that opens a member's page: what it is for, whose it is, and its code for where nothing scans. */
export function cardLabel(card: {
  readonly name: string;
  readonly scan: string;
  readonly code: string;
  readonly libraryName: string;
}): LabelText {
  return { code: null, scan: card.scan, title: card.name, cautions: [], lines: [card.libraryName, card.code] };
}
