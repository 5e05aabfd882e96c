import type { Role, Standing } from '../access/standing.ts';
import {
  firstCoordinatorForm,
  ownPassphraseForm,
  passphraseForm,
  personEditForm,
  personForm,
  scriptKeyForm,
  signInForm,
  sitForm,
} from '../schemas/accessForms.ts';
import { asSeenForm, emptyForm } from '../schemas/forms.ts';
import { changes, does, reads } from './contract.ts';

/** What the sender of a request is to this library, and what it can do about it. */
export interface AccessState {
  /**
   * `open`: there is no coordinator yet, and this is the computer itself: everything may be done. `closed`: there is none yet, and this
   * is not that computer: nothing may. Then: `signed-out` or `signed-in`.
   */
  readonly state: 'open' | 'closed' | 'signed-out' | 'signed-in';
  readonly libraryName: string;
  readonly standing: Standing;
  /** Who is signed in, or sits at an unlocked desk. */
  readonly person: { readonly id: number; readonly name: string } | null;
  /** Of a desk that a coordinator unlocked: until when. */
  readonly deskUntil: string | null;
  /** Whether nobody on the way can read along: https, or the computer itself. */
  readonly private: boolean;
}

/** A place where somebody is signed in. */
export interface SignIn {
  readonly id: number;
  readonly kind: 'person' | 'desk';
  /** What the browser says that it is. */
  readonly device: string;
  readonly begunAt: string;
  readonly seenAt: string;
  readonly endsAt: string;
  /** The one that asks. */
  readonly here: boolean;
}

export interface Person {
  readonly id: number;
  readonly name: string;
  readonly role: Role;
  /** Without a passphrase: sits down at unlocked desks only. */
  readonly passphraseSetOn: string | null;
  /** Places where this person is signed in. */
  readonly signIns: number;
  readonly version: number;
}

export const accessApi = {
  state: reads<AccessState>()('/access', 'anyone'),
  signIn: does<AccessState>()('/access/sign-in', signInForm, 'anyone'),
  signOut: does<AccessState>()('/access/sign-out', emptyForm, 'anyone'),
  first: does<AccessState>()('/access/first', firstCoordinatorForm, 'coordinator'),
  signIns: reads<{ readonly signIns: readonly SignIn[] }>()('/access/sign-ins', 'desk'),
  everywhere: does<AccessState>()('/access/sign-out-everywhere', emptyForm, 'desk'),
  passphrase: does<AccessState>()('/access/passphrase', ownPassphraseForm, 'desk'),
  unlock: does<AccessState>()('/access/unlock', emptyForm, 'coordinator'),
  sit: does<AccessState>()('/access/sit', sitForm, 'desk'),
  /** A new secret address of the calendar, for a program that cannot sign in; the one before ends. */
  calendarAddress: does<{ readonly secret: string }>()('/access/calendar', emptyForm, 'desk'),
};

/** A key by which a script reads the library; what it is was told when it was made. */
export interface ScriptKey {
  readonly id: number;
  readonly name: string;
  readonly madeOn: string;
  readonly usedOn: string | null;
}

export const scriptKeysApi = {
  list: reads<{ readonly keys: readonly ScriptKey[] }>()('/script-keys', 'coordinator'),
  /** `secret` is told this once. */
  make: does<{ readonly keys: readonly ScriptKey[]; readonly secret: string }>()('/script-keys', scriptKeyForm, 'coordinator'),
  end: does<{ readonly keys: readonly ScriptKey[] }>()('/script-keys/:id/end', emptyForm, 'coordinator'),
};

export const peopleApi = {
  list: reads<{ readonly people: readonly Person[] }>()('/people', 'coordinator'),
  add: changes<{ readonly id: number }>()('post', '/people', personForm, 'coordinator'),
  edit: changes<{ readonly id: number }>()('patch', '/people/:id', personEditForm, 'coordinator'),
  remove: changes<{ readonly id: number }>()('delete', '/people/:id', asSeenForm, 'coordinator'),
  passphrase: does<{ readonly people: readonly Person[] }>()('/people/:id/passphrase', passphraseForm, 'coordinator'),
  signOut: does<{ readonly people: readonly Person[] }>()('/people/:id/sign-out', emptyForm, 'coordinator'),
};
