import type { IdentityConfidence } from '../index.ts';
import { identityAnswerForm, identityForm, mixUpClearForm, mixUpForm } from '../schemas/keepForms.ts';
import { changes, reads } from './contract.ts';
import type { MixUpShown } from './lotSheet.ts';
import type { Reach } from './varieties.ts';

/** What is known of the name of a lot: what was said of it, what was grown to find out, and whom a correction would reach. */
export interface IdentitySheet {
  readonly lot: {
    readonly code: string;
    readonly version: number;
    readonly identity: IdentityConfidence;
    readonly varietyId: number;
    readonly variety: string;
    readonly cropKey: string;
  };
  readonly events: readonly {
    readonly id: number;
    readonly kind: string;
    readonly onDay: string;
    readonly fromIdentity: string;
    readonly toIdentity: string;
    readonly reason: string;
    readonly fromVariety: string | null;
    readonly toVariety: string | null;
  }[];
  readonly sowings: readonly { readonly id: number; readonly sownOn: string; readonly seeds: number; readonly fate: string | null }[];
  readonly reach: Reach;
}

interface Renamed {
  readonly code: string;
  readonly reach: Reach;
}

export const identityApi = {
  sheet: reads<IdentitySheet>()('/lots/:code/identity', 'desk'),
  judge: changes<Renamed>()('post', '/lots/:code/identity', identityForm, 'desk'),
  grownOut: changes<Renamed>()('post', '/lots/:code/identity/answer', identityAnswerForm, 'desk'),
  mixUps: reads<{ readonly mixUps: readonly MixUpShown[] }>()('/lots/:code/mix-ups', 'desk'),
  mixUp: changes<{ readonly id: number }>()('post', '/mix-ups', mixUpForm, 'desk'),
  clear: changes<{ readonly id: number }>()('post', '/mix-ups/:id/clear', mixUpClearForm, 'desk'),
};
