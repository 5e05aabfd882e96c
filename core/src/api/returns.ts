import type { HomeStep, HomeStepKind, PromiseAnswer, PromiseKind, Purpose } from '../index.ts';
import { asSeenForm, releaseForm, unsownForm } from '../schemas/forms.ts';
import { homeForm } from '../schemas/growingForms.ts';
import { changes, does, reads } from './contract.ts';
import type { SeedWeight } from './members.ts';

/** Seed that came back and waits in quarantine. */
export interface WaitingReturn {
  readonly id: number;
  readonly lotId: number;
  readonly lotCode: string;
  readonly variety: string;
  readonly crop: string;
  readonly member: string;
  readonly receivedOn: string;
  /** What is to be done with it next; null where nothing was set down. */
  readonly next: { readonly kind: HomeStepKind; readonly dueOn: string } | null;
}

/** A loan that something may be answered with. */
export interface LoanOut {
  readonly id: number;
  readonly lotCode: string;
  readonly variety: string;
  readonly varietyId: number;
  readonly crop: string;
  readonly cropKey: string;
  readonly seeds: number;
  readonly purpose: Purpose;
  readonly promise: PromiseKind;
  readonly promisedSeeds: number | null;
  readonly dueOn: string | null;
  readonly lentOn: string;
  /** What was written on the phone while it grew, in a sentence; null where nothing was. */
  readonly said: string | null;
  /** What that fills in. */
  readonly plants: number | null;
  readonly seedsBack: number | null;
  readonly isolated: 'yes' | 'no' | 'unknown';
  readonly grownBeside: string | null;
  readonly harvestYear: number;
  readonly dried: boolean;
  readonly weight: SeedWeight;
}

/** All that one person may bring home. */
export interface HomePage {
  readonly member: { readonly id: number; readonly name: string; readonly called: string | null };
  readonly today: string;
  readonly loans: readonly LoanOut[];
}

/** What follows of one envelope. */
export interface EnvelopeLook {
  /** It is not taken in. */
  readonly refused: boolean;
  /** The promise, as it is likely to stand; null without one. */
  readonly promise: PromiseAnswer | null;
  readonly words: readonly string[];
  readonly steps: readonly HomeStep[];
}

export const returnsApi = {
  home: reads<HomePage>()('/members/:id/coming-home', 'desk'),
  /** What would follow of each envelope, before it is taken in. */
  lookHome: does<{ readonly envelopes: readonly EnvelopeLook[] }>()('/members/:id/coming-home/look', homeForm, 'desk'),
  /** Everything that one person brings, in one step. */
  bringHome: changes<{ readonly lots: readonly (string | null)[] }>()('post', '/members/:id/coming-home', homeForm, 'desk'),
  stepDone: changes<{ readonly lotCode: string }>()('post', '/return-steps/:id/done', asSeenForm, 'desk'),
  waiting: reads<{ readonly returns: readonly WaitingReturn[] }>()('/returns', 'desk'),
  bringBackUnsown: changes<{ readonly lotCode: string }>()('post', '/loans/:id/unsown', unsownForm, 'desk'),
  release: changes<{ readonly lotCode: string }>()('post', '/returns/:id/release', releaseForm, 'desk'),
};
