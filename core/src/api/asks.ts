import type { AskKind } from '../schemas/memberForms.ts';
import { declineForm, deskAskForm, layAskForm, putBackForm } from '../schemas/memberForms.ts';
import { asSeenForm } from '../schemas/forms.ts';
import type { PromiseKind, Purpose } from '../lots/vocabulary.ts';
import { changes, reads } from './contract.ts';
import type { LoanSlip } from './slip.ts';

/** A lot from which an ask could be served, with why. */
export interface AskServing {
  readonly code: string;
  readonly year: number | null;
  /** Seeds that may be handed over. */
  readonly free: number;
  readonly why: string;
  /** Seeds that are usual: as much as was lent of the variety the last time, else enough for a dozen places. */
  readonly usualSeeds: number;
}

/** A packet that was laid ready. */
export interface LaidPacket {
  readonly lotCode: string;
  readonly seeds: number;
  readonly purpose: Purpose;
  readonly promise: PromiseKind;
  readonly promisedSeeds: number | null;
  readonly dueOn: string | null;
  readonly packetNote: string | null;
  readonly laidOn: string;
  /** It waits until then. */
  readonly waitsUntil: string;
  readonly overdue: boolean;
}

/** Somebody asks for a packet, waits for one, or offers to grow a variety. */
export interface Ask {
  readonly id: number;
  readonly kind: AskKind;
  readonly memberId: number;
  readonly member: string;
  readonly varietyId: number;
  readonly variety: string;
  readonly crop: string;
  readonly cautions: readonly string[];
  readonly askedOn: string;
  readonly note: string | null;
  readonly version: number;
  readonly laid: LaidPacket | null;
  /** Lots to serve it from, the best first; none where nothing may be lent. Left empty once it is laid ready. */
  readonly serving: readonly AskServing[];
  /** Why no lot of the variety serves it; null where one does. */
  readonly noneBecause: string | null;
  /** Others who wait for the variety since before. */
  readonly before: number;
  /** Packets that the member had this season, and what the library calls a fair share. */
  readonly had: number;
  readonly fairShare: number | null;
}

export const asksApi = {
  list: reads<{ readonly asks: readonly Ask[] }>()('/asks', 'desk'),
  /** How it is sown in the garden of whoever asked, as it goes along with a packet that lies ready. */
  slip: reads<LoanSlip>()('/asks/:id/slip', 'desk'),
  add: changes<{ readonly id: number }>()('post', '/asks', deskAskForm, 'desk'),
  lay: changes<{ readonly id: number; readonly lotCode: string }>()('post', '/asks/:id/lay', layAskForm, 'desk'),
  /** That is the loan. */
  handOver: changes<{ readonly loanId: number; readonly memberId: number }>()('post', '/asks/:id/hand-over', asSeenForm, 'desk'),
  putBack: changes<{ readonly id: number }>()('post', '/asks/:id/put-back', putBackForm, 'desk'),
  decline: changes<{ readonly id: number }>()('post', '/asks/:id/decline', declineForm, 'desk'),
};
