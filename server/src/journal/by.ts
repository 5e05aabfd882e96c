import type { Standing } from '@esprel/core';

/** Who makes a request, as the program knows it: by where they are signed in, never by what the request says. */
export interface By {
  readonly standing: Standing;
  /** The person at the desk; null where nobody said who sits there. */
  readonly personId: number | null;
  /** The member, on their own page; null for everybody else. */
  readonly memberId: number | null;
  /** Where they are signed in; null where they are not. */
  readonly signInId: number | null;
  /** At a desk that a coordinator unlocked, where people are chosen by name: nobody gave a passphrase. */
  readonly atOpenDesk: boolean;
}
