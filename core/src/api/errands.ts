import { errandsDoneForm } from '../schemas/keepForms.ts';
import { changes, reads } from './contract.ts';

/** What a correction asks of the world outside: a label to print again, a member to tell. */
export interface Errand {
  readonly id: number;
  readonly kind: 'reprint' | 'tell';
  readonly lotCode: string;
  readonly variety: string;
  readonly memberId: number | null;
  readonly member: string | null;
  readonly words: string;
  readonly madeOn: string;
  readonly doneOn: string | null;
}

export const errandsApi = {
  open: reads<{ readonly errands: readonly Errand[] }>()('/errands', 'desk'),
  done: changes<{ readonly done: number }>()('post', '/errands/done', errandsDoneForm, 'desk'),
};
