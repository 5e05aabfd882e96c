import {
  type AmountInSeeds,
  amountInSeeds,
  type Crop,
  harvestNotYet,
  type IdentityConfidence,
  type intakeForm,
  readAmount,
  type Settings,
  wrong,
} from '@esprel/core';
import { toCelsius } from '../base/format.ts';
import { gather, numberOf, shareOf } from '../base/useForm.ts';
import type * as yup from 'yup';

export interface VarietyFound {
  readonly id: number;
  readonly name: string;
  readonly cropKey: string;
  readonly crop: string;
  readonly breeding: string;
  readonly lots: number;
  readonly synonyms: readonly string[];
}

export interface NamedThing {
  readonly id: number;
  readonly name: string;
}

type Body = yup.InferType<typeof intakeForm>;

/** What the fields of the intake hold: text as it was typed, and what was chosen. */
export interface IntakeValues {
  variety: VarietyFound | string | null;
  crop: Crop | string | null;
  source: NamedThing | string | null;
  acquisition: Body['acquisition'];
  yearKind: Body['yearKind'];
  year: string;
  form: Body['form'];
  amountKnown: Body['amountKnown'];
  amount: string;
  stated: string;
  identity: IdentityConfidence;
  placeId: number | null;
  receivedOn: string;
  note: string;
  sealed: 'no' | 'yes';
  sealedRh: string;
  pickedOn: string;
  ripenedWhere: string;
  ripenedInSeason: 'yes' | 'no' | 'unknown';
  night: string;
  /** The year of a harvest that has not been yet, said to be right all the same. */
  yearSure: boolean;
}

export function emptyIntake(today: string): IntakeValues {
  return {
    variety: null,
    crop: null,
    source: null,
    acquisition: 'donated',
    yearKind: 'harvest',
    year: '',
    form: 'cleaned',
    amountKnown: 'counted',
    amount: '',
    stated: '',
    identity: 'likely',
    placeId: null,
    receivedOn: today,
    note: '',
    sealed: 'no',
    sealedRh: '',
    pickedOn: '',
    ripenedWhere: '',
    ripenedInSeason: 'unknown',
    night: '',
    yearSure: false,
  };
}

/** What stays for the next envelope of a run: where it came from, its year, where it goes. */
export function carriedOver(v: IntakeValues): Partial<IntakeValues> {
  return {
    source: v.source,
    acquisition: v.acquisition,
    yearKind: v.yearKind,
    year: v.year,
    placeId: v.placeId,
    receivedOn: v.receivedOn,
  };
}

export function cropOf(values: IntakeValues): { readonly key: string; readonly seedsPerGram: number | null } | null {
  if (typeof values.variety === 'object' && values.variety !== null) {
    const crop = typeof values.crop === 'object' && values.crop?.key === values.variety.cropKey ? values.crop : null;
    return { key: values.variety.cropKey, seedsPerGram: crop?.seedsPerGram ?? null };
  }
  return typeof values.crop === 'object' && values.crop !== null ? values.crop : null;
}

/** What was typed as an amount, in the unit that is set for weights where it was weighed. */
function amountOf(values: IntakeValues, unit: Settings['massUnit']): AmountInSeeds | null {
  const amount = readAmount('seeds', values.amount, values.amountKnown === 'weighed' ? unit : 'seeds');
  if (amount === null) return null;
  const perGram = cropOf(values)?.seedsPerGram ?? null;
  if (amount.seeds === null && perGram === null) throw wrong('seeds', 'choose the crop first, so that this can be read as seeds');
  return amountInSeeds('seeds', amount, perGram ?? 1);
}

/** Seeds in what was typed: a number, "about 40", a weight, a pinch. Null when empty. */
export function seedsOf(values: IntakeValues, unit: Settings['massUnit']): number | null {
  return amountOf(values, unit)?.seeds ?? null;
}

/** What is not exact is kept as not exact, whatever was chosen; a weight is weighed. */
function knownOf(values: IntakeValues, amount: AmountInSeeds | null): Body['amountKnown'] {
  return amount === null || amount.known === 'counted' ? values.amountKnown : amount.known;
}

/** The body of the request. Throws an InputError that names every field whose text is no number. */
export function intakeBody(values: IntakeValues, units: Pick<Settings, 'massUnit' | 'temperatureUnit' | 'hemisphere'>): Body {
  const chosen = typeof values.variety === 'object' ? values.variety : null;
  const numbers = gather({
    year: () => {
      const year = values.yearKind === 'unknown' ? null : numberOf('year', values.year);
      if (!values.yearSure && harvestNotYet(values.yearKind, year, values.receivedOn, units.hemisphere)) {
        throw wrong('year', `nothing of ${String(year)} is ripe yet; is it the year of packing? If not, say below that it is right`);
      }
      return year;
    },
    amount: () => amountOf(values, units.massUnit),
    stated: () => shareOf('statedGermination', values.stated),
    sealedRh: () => (values.sealed === 'yes' ? numberOf('sealedRhPercent', values.sealedRh) : null),
    night: () => numberOf('nightC', values.night),
  });
  const source = typeof values.source === 'object' ? (values.source?.name ?? '') : values.source;
  return {
    varietyId: chosen?.id ?? null,
    varietyName: chosen ? null : String(values.variety ?? '').trim() || null,
    cropKey: chosen ? null : typeof values.crop === 'object' ? (values.crop?.key ?? null) : null,
    identity: values.identity,
    source,
    acquisition: values.acquisition,
    yearKind: values.yearKind,
    year: numbers.year,
    form: values.form,
    seeds: numbers.amount?.seeds,
    amountKnown: knownOf(values, numbers.amount),
    statedGermination: numbers.stated,
    placeId: values.placeId,
    receivedOn: values.receivedOn,
    floor: null,
    note: values.note.trim() || null,
    sealed: values.sealed === 'yes',
    sealedRhPercent: numbers.sealedRh,
    pickedOn: values.pickedOn || null,
    ripenedWhere: values.ripenedWhere.trim() || null,
    ripenedInSeason: values.ripenedInSeason === 'unknown' ? null : values.ripenedInSeason,
    nightC: numbers.night === null ? null : toCelsius(numbers.night, units.temperatureUnit),
  } as Body;
}
