import type { Standing } from '@esprel/core';
import type { AccessState } from '@esprel/core/api';
import { type Db, one } from '../db/db.ts';
import type { By } from '../journal/by.ts';
import { hasCoordinator, personRow } from '../records/person.ts';
import { findMemberSignIn } from './memberSignIns.ts';
import { findSignIn, type SignInRow } from './signIns.ts';

/** What of a request says who sends it. */
export interface Approach {
  /** Whether it comes from the computer itself, and not through anything that passes on what others send. */
  readonly local: boolean;
  /** The secret of the browser. */
  readonly secret: string | null;
  /** Whether it is for a member’s own page: a browser may be at the desk and on such a page at once, with a secret for each. */
  readonly toOwnPage: boolean;
  /** Who says that they sit at the desk: believed only where everything is open anyway. */
  readonly claimed: number | null;
}

export interface Known extends By {
  readonly state: AccessState['state'];
  readonly signIn: SignInRow | null;
}

const nobody = (state: 'closed' | 'signed-out'): Known => ({
  state,
  standing: 'nobody',
  personId: null,
  memberId: null,
  signInId: null,
  atOpenDesk: false,
  signIn: null,
});

/** Who sends a request. What somebody is, is looked up every time: what is withdrawn is gone with the next request. */
export function callerOf(db: Db, { local, secret, claimed, toOwnPage }: Approach): Known {
  const begun = hasCoordinator(db);
  if (!begun && !local) return nobody('closed');
  if (toOwnPage) {
    const phone = secret === null ? null : findMemberSignIn(db, secret);
    if (!phone) return nobody('signed-out');
    return { ...nobody('signed-out'), state: 'signed-in', standing: 'member', memberId: phone.member_id, signInId: phone.id };
  }
  if (!begun) return { ...nobody('signed-out'), state: 'open', standing: 'coordinator', personId: claimed };
  const signIn = secret === null ? null : findSignIn(db, secret);
  if (!signIn) return nobody('signed-out');
  const standing: Standing | undefined = signIn.kind === 'desk' ? 'volunteer' : personRow(db, signIn.person_id ?? 0)?.role;
  if (standing === undefined) return nobody('signed-out');
  return {
    state: 'signed-in',
    standing,
    personId: signIn.person_id,
    memberId: null,
    signInId: signIn.id,
    atOpenDesk: signIn.kind === 'desk',
    signIn,
  };
}

/** As the page sees it. `isPrivate`: whether nobody on the way can read along. */
export function accessState(db: Db, known: Known, libraryName: string, isPrivate: boolean): AccessState {
  return {
    state: known.state,
    libraryName,
    standing: known.standing,
    person: one<{ id: number; name: string }>(db, 'SELECT id, name FROM people WHERE id = ?', known.personId) ?? null,
    deskUntil: known.signIn?.kind === 'desk' ? known.signIn.ends_at : null,
    private: isPrivate,
  };
}
