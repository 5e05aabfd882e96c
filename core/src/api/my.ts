import { emptyForm } from '../schemas/forms.ts';
import {
  myAskForm,
  myCountForm,
  myFactsForm,
  myFateForm,
  mySavingForm,
  mySavingPhotoForm,
  mySowingForm,
  wayInForm,
} from '../schemas/memberForms.ts';
import { myRenewalAnswerForm } from '../schemas/renewalForms.ts';
import { changes, does } from './contract.ts';
import { MY_PATHS, mySeen } from './mySeen.ts';

const { public: publicFind, ...seen } = mySeen;

export const myApi = {
  ...seen,
  /** With the code of a card, or of a link that was not used. */
  enter: does<{ readonly entered: true }>()(MY_PATHS.enter, wayInForm, 'anyone'),
  signOut: does<{ readonly out: true }>()(MY_PATHS.signOut, emptyForm, 'member'),
  sow: changes<{ readonly id: number }>()('post', MY_PATHS.sow, mySowingForm, 'member'),
  count: changes<{ readonly id: number }>()('post', MY_PATHS.count, myCountForm, 'member'),
  fate: changes<{ readonly id: number }>()('post', MY_PATHS.fate, myFateForm, 'member'),
  saving: changes<{ readonly id: number }>()('put', MY_PATHS.saving, mySavingForm, 'member'),
  savingPhoto: changes<{ readonly id: number }>()('post', MY_PATHS.savingPhoto, mySavingPhotoForm, 'member'),
  ask: changes<{ readonly id: number }>()('post', MY_PATHS.ask, myAskForm, 'member'),
  grow: changes<{ readonly id: number }>()('post', MY_PATHS.grow, myRenewalAnswerForm, 'member'),
  unask: changes<{ readonly id: number }>()('post', MY_PATHS.unask, emptyForm, 'member'),
  takeBack: changes<{ readonly undone: number }>()('post', MY_PATHS.takeBack, emptyForm, 'member'),
  facts: changes<{ readonly version: number }>()('patch', MY_PATHS.facts, myFactsForm, 'member'),
};

export const publicApi = { find: publicFind };
