import { releaseForm, returnForm, unsownForm } from '../schemas/forms.ts';
import { changes, reads } from './contract.ts';

/** Seed that came back and waits in quarantine. */
export interface WaitingReturn {
  readonly id: number;
  readonly lotId: number;
  readonly lotCode: string;
  readonly variety: string;
  readonly crop: string;
  readonly member: string;
  readonly receivedOn: string;
}

/** The lot that came of a loan. */
export interface BroughtBack {
  readonly id: number;
  readonly lotCode: string;
  readonly generation: number;
  readonly warnings: readonly string[];
}

export const returnsApi = {
  waiting: reads<{ readonly returns: readonly WaitingReturn[] }>()('/returns', 'desk'),
  bringBack: changes<BroughtBack>()('post', '/returns', returnForm, 'desk'),
  bringBackUnsown: changes<{ readonly lotCode: string }>()('post', '/loans/:id/unsown', unsownForm, 'desk'),
  release: changes<{ readonly lotCode: string }>()('post', '/returns/:id/release', releaseForm, 'desk'),
};
