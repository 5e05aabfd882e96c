import type { AMOUNT_KNOWN } from '@esprel/core';
import { type Crop, type FoundAtHome, type IsIt, type PromiseAnswer } from '@esprel/core';
import type { LoanOut, VarietyListed } from '@esprel/core/api';
import { gather, numberOf } from '../base/useForm.ts';
import { readSeeds } from '../fields/seedsText.ts';

/** What is typed of one envelope that came home. */
export interface EnvelopeValues {
  key: number;
  loanId: number | null;
  /** Further loans of the same variety that it was grown from. */
  alsoIds: number[];
  isIt: IsIt;
  crop: Crop | string | null;
  variety: VarietyListed | string | null;
  seeds: string;
  amountKnown: (typeof AMOUNT_KNOWN)[number];
  harvestYear: string;
  form: 'raw' | 'cleaned';
  plants: string;
  isolated: 'yes' | 'no' | 'unknown';
  grownBeside: string;
  found: FoundAtHome[];
  /** Null: as it is likely. */
  promise: PromiseAnswer | null;
  note: string;
}

/** An envelope that answers a loan, filled from what was written on the phone; a gift where none is given. */
export function envelopeFor(key: number, loan: LoanOut | null, year: number): EnvelopeValues {
  return {
    key,
    loanId: loan?.id ?? null,
    alsoIds: [],
    isIt: 'right',
    crop: null,
    variety: null,
    seeds: loan?.seedsBack == null ? '' : String(loan.seedsBack),
    amountKnown: loan?.seedsBack == null ? 'estimated' : 'weighed',
    harvestYear: String(loan?.harvestYear ?? year),
    form: loan?.dried === true ? 'cleaned' : 'raw',
    plants: loan?.plants == null ? '' : String(loan.plants),
    isolated: loan?.isolated ?? 'unknown',
    grownBeside: loan?.grownBeside ?? '',
    found: [],
    promise: null,
    note: '',
  };
}

/** An envelope as it is sent. Throws an InputError that names its fields. */
export function envelopeBody(v: EnvelopeValues, i: number, loans: readonly LoanOut[]): Record<string, unknown> {
  const at = (field: string): string => `envelopes[${String(i)}].${field}`;
  const loan = loans.find((l) => l.id === v.loanId) ?? null;
  const cropGiven = typeof v.crop === 'object' ? v.crop : null;
  const perGram = loan?.weight ?? (cropGiven === null ? null : { seedsPerGram: cropGiven.seedsPerGram, weighed: false });
  const n = gather({
    seeds: () => readSeeds(at('seeds'), v.seeds, perGram)?.seeds ?? null,
    harvestYear: () => numberOf(at('harvestYear'), v.harvestYear),
    plants: () => numberOf(at('plants'), v.plants),
  });
  const own = v.isIt === 'right' && loan !== null;
  const variety = own || v.isIt === 'unknown' ? null : v.variety;
  return {
    loanIds: loan === null ? [] : [loan.id, ...v.alsoIds],
    isIt: v.isIt,
    cropKey: own ? null : (cropGiven?.key ?? (typeof variety === 'object' ? (variety?.cropKey ?? null) : null) ?? loan?.cropKey ?? null),
    varietyId: typeof variety === 'object' ? (variety?.id ?? null) : null,
    varietyName: typeof variety === 'string' ? variety.trim() || null : null,
    seeds: n.seeds,
    amountKnown: v.amountKnown,
    harvestYear: n.harvestYear ?? undefined,
    form: v.form,
    plants: n.plants,
    isolated: v.isolated,
    grownBeside: v.grownBeside.trim() || null,
    found: v.found,
    promise: v.promise,
    note: v.note.trim() || null,
  };
}
