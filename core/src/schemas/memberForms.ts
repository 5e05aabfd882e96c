import * as yup from 'yup';
import { MOST_CODES } from '../access/memberCode.ts';
import {
  day,
  filled,
  flag,
  id,
  lines,
  list,
  need,
  note,
  number,
  oneOf,
  orNull,
  seeds,
  shape,
  text,
  version,
  whole,
} from '../checks/fields.ts';
import { APARTS } from '../growing/apart.ts';
import { SAVING_HOWS, SAVING_STEPS } from '../growing/savingSteps.ts';
import { MOST_FAR_M } from '../growing/spot.ts';
import { MESSAGE_KINDS, MESSAGE_WAYS } from '../members/messages.ts';
import { MESSAGE_PURPOSES } from '../members/reach.ts';
import { CARD_FORMATS } from '../labels/formats.ts';
import { FATES, SOWING_METHODS } from '../sowing/fates.ts';
import { lentFields } from './forms.ts';
import { photoForm } from './keepForms.ts';
import { PURPOSES } from '../lots/vocabulary.ts';

/** Forms about members: at the desk, and on their own page. */

const email = () =>
  text(200).test(
    'email',
    'is no e-mail address; as name@mail.example',
    (v) => v == null || v === '' || yup.string().email().isValidSync(v),
  );

/** How somebody is reached, and what they agreed to. */
const reachFields = {
  called: orNull(text(80)),
  email: orNull(email()),
  phone: orNull(text(60)),
  /** Where a letter goes. */
  post: orNull(note()),
  /** Any other way. */
  contact: orNull(text(200)),
  /** What they agreed to be reached for. */
  consentFor: list(need(oneOf(MESSAGE_PURPOSES)), MESSAGE_PURPOSES.length),
};

export const memberForm = shape({
  name: filled(120, 'give the name'),
  place: orNull(text(120)),
  language: orNull(text(60)),
  ...reachFields,
  /** The day on which they agreed; left out, today. */
  consentOn: orNull(day()),
  /** Since when; left out, today. */
  joinedOn: orNull(day()),
  note: orNull(note()),
});
export const memberEditForm = memberForm.shape({ version: version() });

/** Members of a file: who is here already is filled in where nothing stands. */
export const membersFileForm = shape({
  members: need(
    list(
      shape({
        name: filled(120, 'give the name'),
        called: orNull(text(80)),
        place: orNull(text(120)),
        language: orNull(text(60)),
        email: orNull(email()),
        phone: orNull(text(60)),
        post: orNull(note()),
        contact: orNull(text(200)),
        note: orNull(note()),
        joinedOn: orNull(day()),
      }),
      2000,
      1,
    ),
  ),
});

/** The member that goes into another, as it was seen. */
export const joinMembersForm = shape({ otherId: need(id()), version: version(), otherVersion: version() });

/** Members who get a new card. */
export const cardsForm = shape({
  memberIds: need(list(need(id()), MOST_CODES, 1)),
  format: oneOf(CARD_FORMATS),
  /** Labels of the first sheet that are used already. */
  skip: whole({ min: 0, max: 100 }),
});

export const wayInForm = shape({ code: filled(400, 'scan the card, or type its code') });

/** What a phone says of a day: by its clock when it was tapped, and when it is sent. */
const saidFields = { on: need(day()), phoneToday: need(day()) };

export const mySowingForm = shape({ ...saidFields, seeds: need(seeds(1)), method: need(oneOf(SOWING_METHODS)) });
export const myCountForm = shape({ ...saidFields, emerged: need(seeds()) });
export const myFateForm = shape({ ...saidFields, fate: need(oneOf(FATES)), note: orNull(note()) });
export const mySavingForm = shape({
  ...saidFields,
  step: need(oneOf(SAVING_STEPS)),
  plants: orNull(whole({ min: 0, max: 100_000 })),
  taken: orNull(whole({ min: 0, max: 100_000 })),
  apart: orNull(oneOf(APARTS)),
  /** How far away the nearest of its kind flowers, metres. */
  nearM: orNull(whole({ min: 0, max: MOST_FAR_M })),
  how: orNull(oneOf(SAVING_HOWS)),
  grams: orNull(number({ above: 0, max: 1_000_000 })),
  note: orNull(note()),
});
/** A picture of a step that was done. */
export const mySavingPhotoForm = photoForm.shape({ step: need(oneOf(SAVING_STEPS)) });
export const ASK_KINDS = ['ask', 'wait', 'offer'] as const;
export type AskKind = (typeof ASK_KINDS)[number];
export const myAskForm = shape({ varietyId: need(id()), kind: need(oneOf(ASK_KINDS)), note: orNull(text(300)) });
/** What a member says of themself. */
export const myFactsForm = shape({ place: orNull(text(120)), language: orNull(text(60)), ...reachFields, version: version() });

/** Somebody asked at the desk, by telephone, or in a letter. */
export const deskAskForm = myAskForm.shape({ memberId: need(id()) });
/** Lays a packet ready for whoever asked. */
export const layAskForm = shape({ ...lentFields, purpose: need(oneOf(PURPOSES)), version: version() });
export const declineForm = shape({ version: version(), why: filled(300, 'say why, in words for whoever asked') });
/** Puts a packet back that nobody fetched; the ask goes on waiting, or ends. */
export const putBackForm = shape({ version: version(), waitsOn: need(flag()) });

export const askLinkForm = shape({ email: need(email()) });

/** A message that somebody read, and sends. */
export const tellForm = shape({
  memberId: need(id()),
  kind: need(oneOf(MESSAGE_KINDS)),
  way: need(oneOf(MESSAGE_WAYS)),
  subject: filled(200, 'give it a subject'),
  text: lines(6000).required('write what is to be told') as yup.StringSchema<string>,
  /** What it is about: loans, asks, errands or varieties by number. */
  aboutIds: need(list(need(id()), 60, 1)),
});

/** How e-mail leaves the library. Left out, the password stays. */
export const postForm = shape({
  host: orNull(text(200)),
  port: need(whole({ min: 1, max: 65_535 })),
  security: need(oneOf(['starttls', 'tls', 'none'] as const)),
  user: orNull(text(200)),
  password: orNull(text(400)),
  sender: orNull(email()),
  byItself: list(need(oneOf(MESSAGE_KINDS)), MESSAGE_KINDS.length),
  version: version(),
});
/** The post office that ships with the program, told how to behave. */
export const postOfficeForm = shape({ behaves: need(oneOf(['works', 'refuses', 'hangs'] as const)) });
