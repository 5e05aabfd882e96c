import { amountInSeeds, harvestNotYet, type intakeForm, readAmount, readYear, type Settings, wrong } from '@esprel/core';
import type { LineLook, NearVariety } from '@esprel/core/api';
import type * as yup from 'yup';
import { gather } from '../base/useForm.ts';

type Body = yup.InferType<typeof intakeForm>;

/** What the look at a line says of it. */

/** One line of a run: what was typed for this envelope, and what is carried from the one before. */
export interface RunValues {
  variety: string;
  crop: string;
  year: string;
  amount: string;
  note: string;
  form: Body['form'];
  source: string;
  acquisition: Body['acquisition'];
  receivedOn: string;
  placeId: number | null;
  /** The year of a harvest that has not been yet, said to be right all the same. */
  yearSure: boolean;
  /** The variety that the near name is; null until somebody says so. */
  sameAs: number | null;
}

export function emptyLine(today: string): RunValues {
  return {
    variety: '',
    crop: '',
    year: '',
    amount: '',
    note: '',
    form: 'cleaned',
    source: '',
    acquisition: 'donated',
    receivedOn: today,
    placeId: null,
    yearSure: false,
    sameAs: null,
  };
}

/** The year that was typed as one of harvest, where nothing of it can be ripe yet; null where the line leaves nothing to ask. */
export function yearNotRipe(v: RunValues, hemisphere: Settings['hemisphere']): string | null {
  const year = readOr(() => readYear('year', v.year));
  return year !== null && !year.packed && harvestNotYet('harvest', year.year, v.receivedOn, hemisphere) ? String(year.year) : null;
}

/** What a text says; null while it cannot be read. */
function readOr<T>(read: () => T | null): T | null {
  try {
    return read();
  } catch {
    return null;
  }
}

/** What the next envelope begins with. */
export function nextLine(v: RunValues): Partial<RunValues> {
  return { source: v.source, acquisition: v.acquisition, receivedOn: v.receivedOn, placeId: v.placeId, year: v.year, yearSure: v.yearSure };
}

/** The words in which an amount and a year may be written are those of the files that can be read in. */
export function lineBody(v: RunValues, look: LineLook | null, hemisphere: Settings['hemisphere']): Body {
  const crop = look?.crop ?? null;
  const read = gather({
    year: () => {
      const early = v.yearSure ? null : yearNotRipe(v, hemisphere);
      if (early !== null) throw wrong('year', `nothing of ${early} is ripe yet; say below what the year is`);
      return readYear('year', v.year);
    },
    seeds: () => {
      const amount = readAmount('seeds', v.amount, 'seeds');
      if (amount === null) throw wrong('seeds', 'how many? "about 40", "2 g" or "a pinch" will do');
      if (amount.seeds === null && crop === null) throw wrong('seeds', 'choose the crop first, so that this can be read as seeds');
      const read = amountInSeeds('seeds', amount, crop?.seedsPerGram ?? 1);
      return { n: read.seeds, known: read.known };
    },
  });
  const known = v.sameAs ?? look?.known?.id ?? null;
  return {
    varietyId: known,
    varietyName: known === null ? v.variety.trim() || null : null,
    cropKey: known === null ? (crop?.key ?? null) : null,
    identity: 'likely',
    source: v.source.trim(),
    acquisition: v.acquisition,
    yearKind: read.year === null ? 'unknown' : read.year.packed ? 'packing' : 'harvest',
    year: read.year?.year ?? null,
    form: v.form,
    seeds: read.seeds.n,
    amountKnown: read.seeds.known,
    placeId: v.placeId,
    receivedOn: v.receivedOn,
    note: v.note.trim() || null,
  } as Body;
}

/** Why the crop was guessed, in a few words. */
export function guessWords(look: LineLook | null): string {
  switch (look?.crop?.by) {
    case 'variety':
      return `known here as ${look.crop.name.toLowerCase()}`;
    case 'near':
      return `${look.crop.name}, because of a name like it`;
    case 'word':
      return `${look.crop.name}, going by the name`;
    case 'typed':
      return `${look.crop.name}, ${look.crop.scientific}`;
    default:
      return '';
  }
}

/** A line that was saved, as it stays on the page. */
export interface SavedLine {
  /** Empty until the library has given it one. */
  readonly code: string;
  readonly stepId: number;
  /** The key under which it waits for the library; null once it is there. */
  readonly kept?: string | null;
  readonly variety: string;
  readonly crop: string;
  readonly year: string;
  readonly amount: string;
  readonly near: NearVariety | null;
}
