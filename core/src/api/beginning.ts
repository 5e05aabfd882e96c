import type { BeginStep, BeginStepName } from '../index.ts';
import { beginSaidForm } from '../schemas/beginForms.ts';
import { emptyForm } from '../schemas/forms.ts';
import { changes, does, reads } from './contract.ts';

/** How far the first hour of a library is. */
export interface Beginning {
  /** `version` is what a word about the step is said against; 0 where none was. */
  readonly steps: readonly (BeginStep & { readonly version: number })[];
  /** What to go on with; null where nothing is left. */
  readonly next: BeginStepName | null;
  /** Lots that were taken in last, for their labels. */
  readonly newest: readonly string[];
  /** Whether nothing at all was ever written into it. */
  readonly fresh: boolean;
}

/** A demo library beside this one, to look round in. */
export interface LookRound {
  /** `nowhere`: this program was started without its demo. `elsewhere`: only the computer itself can open it. */
  readonly state: 'closed' | 'making' | 'open' | 'failed' | 'nowhere' | 'elsewhere';
  readonly address: string | null;
}

export const beginningApi = {
  page: reads<Beginning>()('/beginning', 'desk'),
  say: changes<{ readonly next: BeginStepName | null }>()('put', '/beginning/:step', beginSaidForm, 'coordinator'),
  lookRound: reads<LookRound>()('/look-round', 'desk'),
  openLookRound: does<LookRound>()('/look-round/open', emptyForm, 'coordinator'),
  closeLookRound: does<LookRound>()('/look-round/close', emptyForm, 'coordinator'),
};
