import { emptyForm } from '../schemas/forms.ts';
import { does, reads } from './contract.ts';

/** A copy of the library as it is chosen from. */
export interface LibraryCopyListed {
  readonly name: string;
  /** `night`: made by itself; `hand`: somebody asked for it; `before`: made before a new version changed the file; `package`: read from a file. */
  readonly kind: 'night' | 'hand' | 'before' | 'package';
  readonly bytes: number;
  readonly writtenAt: string;
  /** Null where it cannot be put back; then `problem` says why. */
  readonly holds: { readonly lots: number; readonly steps: number; readonly lastStep: string | null } | null;
  readonly problem: string | null;
}

export interface CopiesPage {
  readonly copies: readonly LibraryCopyListed[];
  /** The day on which a copy was last made by itself, or none was needed; null where that never was. */
  readonly lastNight: string | null;
  /** Why the last try failed; null where it did not. */
  readonly problem: string | null;
  /** The second folder that copies go to; null where none is set. */
  readonly second: string | null;
  /** Whether this program makes copies by itself and can put one back while it runs. */
  readonly byItself: boolean;
}

/** What would be lost if a copy took the place of the library. */
export interface CopyLoss {
  readonly name: string;
  /** Whether the copy is an earlier state of this very library. */
  readonly same: boolean;
  /** Steps that were made since. */
  readonly steps: number;
  readonly firstOn: string | null;
  readonly lastOn: string | null;
  /** The latest of them, in words. */
  readonly latest: readonly { readonly onDay: string; readonly summary: string }[];
  /** What there is now and was then. */
  readonly counts: readonly { readonly what: string; readonly now: number; readonly then: number }[];
}

export const copiesApi = {
  page: reads<CopiesPage>()('/copies', 'coordinator'),
  make: does<{ readonly name: string }>()('/copies', emptyForm, 'coordinator'),
  loss: reads<CopyLoss>()('/copies/:name', 'coordinator'),
  /** The program closes the library, puts the copy in its place, and opens again; what was there is kept beside it. */
  putBack: does<{ readonly name: string }>()('/copies/:name/put-back', emptyForm, 'coordinator'),
};
