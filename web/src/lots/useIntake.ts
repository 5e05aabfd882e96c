import { type Crop, GRAMS_PER_OUNCE, type IdentityConfidence, type intakeForm, seedsFromGrams, type Settings, wrong } from '@esprel/core';
import { gather, numberOf, shareOf } from '../app/useForm.ts';
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
    form: v.form,
  };
}

export function cropOf(values: IntakeValues): { readonly key: string; readonly seedsPerGram: number | null } | null {
  if (typeof values.variety === 'object' && values.variety !== null) {
    const crop = typeof values.crop === 'object' && values.crop?.key === values.variety.cropKey ? values.crop : null;
    return { key: values.variety.cropKey, seedsPerGram: crop?.seedsPerGram ?? null };
  }
  return typeof values.crop === 'object' && values.crop !== null ? values.crop : null;
}

/** Seeds in what was typed: as it stands, or by weight through the crop's seeds per gram. Null when empty. */
export function seedsOf(values: IntakeValues, unit: Settings['massUnit']): number | null {
  const n = numberOf('seeds', values.amount);
  if (n === null || values.amountKnown !== 'weighed') return n;
  const perGram = cropOf(values)?.seedsPerGram ?? null;
  if (perGram === null) throw wrong('seeds', 'choose the crop first, so that the weight can be read as seeds');
  if (n < 0) throw wrong('seeds', 'a weight is above 0');
  return seedsFromGrams(unit === 'g' ? n : n * GRAMS_PER_OUNCE, perGram);
}

/** The body of the request. Throws an InputError that names every field whose text is no number. */
export function intakeBody(values: IntakeValues, unit: Settings['massUnit']): Body {
  const chosen = typeof values.variety === 'object' ? values.variety : null;
  const numbers = gather({
    year: () => (values.yearKind === 'unknown' ? null : numberOf('year', values.year)),
    seeds: () => seedsOf(values, unit),
    stated: () => shareOf('statedGermination', values.stated),
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
    seeds: numbers.seeds ?? undefined,
    amountKnown: values.amountKnown,
    statedGermination: numbers.stated,
    placeId: values.placeId,
    receivedOn: values.receivedOn,
    floor: null,
    note: values.note.trim() || null,
  } as Body;
}
