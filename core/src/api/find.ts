import { reads, text } from './contract.ts';

/** One thing that a search found, and the page it stands on. */
export interface Found {
  readonly kind: 'lot' | 'variety' | 'crop' | 'member' | 'place' | 'source' | 'note';
  readonly title: string;
  readonly detail: string;
  readonly at: string;
  /** Of a lot. */
  readonly code?: string;
}

export interface FindAnswer {
  /** The page to open at once: what was typed is a code or a name in full. */
  readonly exact: string | null;
  /** What to say of a code that was misread. */
  readonly message: string | null;
  readonly found: readonly Found[];
}

export const findApi = {
  find: reads<FindAnswer>()('/find', 'desk', { q: text(100) }),
};
