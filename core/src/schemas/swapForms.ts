import { AMOUNT_KNOWN } from '../amounts/amount.ts';
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
  year,
} from '../checks/fields.ts';
import { YEAR_KINDS } from '../lots/vocabulary.ts';
import { HOUSE_RULES } from '../swap/rules.ts';
import { FORMS } from '../viability/prior.ts';

/** Forms about swap days: the day and its desks, and what a desk says. */

export const swapDayForm = shape({
  name: filled(120, 'say what the day is called'),
  heldOn: need(day()),
  hall: orNull(text(120)),
  rule: need(oneOf(HOUSE_RULES)),
  ruleWords: orNull(text(300)),
});
export const swapDayEditForm = swapDayForm.shape({ version: version() });

export const swapDeskForm = shape({ name: filled(60, 'say what the desk is called, as "by the door"') });
export const swapDeskWithdrawForm = shape({ version: version() });

/** A key that a desk made: of a visit, or of something that it said. */
const key = (what: string) => filled(60, what);

/**
 * When a desk said something: its place in the order, the day and the minute by the desk's clock, and the day that this clock shows as it is sent. A clock that is
 * wrong is put right by as much as it is wrong then.
 */
const saidFields = {
  n: need(whole({ min: 1, max: 1_000_000 })),
  key: key('is needed: the key under which the desk keeps it'),
  on: need(day()),
  minute: need(number({ min: 0, max: 1440 })),
  deskToday: need(day()),
};

/** Somebody comes to a desk: a member, or a visitor who is counted and not named. */
export const swapVisitForm = shape({
  ...saidFields,
  visit: key('is needed: the key of the visit'),
  memberId: orNull(id()),
  /** Somebody who joins at the desk, and agrees that the name is written down. */
  joins: orNull(text(120)),
});

/** An envelope comes in, with what is known of it. */
export const swapInForm = shape({
  ...saidFields,
  visit: orNull(text(60)),
  /** The code on its label, from the desk's own numbers; null where they were used up, and then the mark that was written on it. */
  code: orNull(text(20)),
  mark: orNull(text(40)),
  /** Null: nobody knows; it is grown out. */
  name: orNull(text(120)),
  /** Null: nobody knows that either. */
  cropKey: orNull(text(60)),
  yearKind: need(oneOf(YEAR_KINDS)),
  year: orNull(year()),
  form: need(oneOf(FORMS)),
  packets: need(whole({ min: 1, max: 1000 })),
  seedsEach: need(seeds(1)),
  amountKnown: need(oneOf(AMOUNT_KNOWN)),
  from: orNull(text(120)),
  /** Saved at home: it may be crossed, and of a hybrid it is something new. */
  saved: need(flag()),
  /** It is dried before anything else. What is mouldy is not taken in. */
  wet: need(flag()),
  note: orNull(note()),
});

/** Packets go out. */
export const swapOutForm = shape({
  ...saidFields,
  visit: key('is needed: the key of the visit'),
  lotCode: filled(20, 'scan the packet, or type its code'),
  packetFillId: orNull(id()),
  packets: need(whole({ min: 1, max: 100 })),
  seedsEach: need(seeds(1)),
  /** It is grown for seed, and some comes back. */
  forSeed: need(flag()),
  /** What the label said. */
  named: orNull(text(120)),
  packetNote: orNull(lines(300)),
});

/** Something that a desk said is taken back. */
export const swapBackForm = shape({ ...saidFields, of: key('say what is taken back') });

export const MISFIT_ANSWERS = ['take', 'set-aside'] as const;
/** The proposal is taken, or it is set aside with why. */
export const swapMisfitForm = shape({ version: version(), what: need(oneOf(MISFIT_ANSWERS)), why: orNull(text(300)) });

/** What is brought along: packets of lots. What is not in packets of this size yet is filled. */
export const swapPackingForm = shape({
  rows: list(
    shape({
      lotCode: filled(20, 'choose the lot'),
      packets: need(whole({ min: 1, max: 200 })),
      seedsEach: need(seeds(1)),
    }),
    300,
  ),
});
/** Into the box that is taken along, home again to its place, or not taken along after all. */
export const PACKED = ['packed', 'not-packed', 'back', 'left-out'] as const;
export const swapPackedForm = shape({ version: version(), what: need(oneOf(PACKED)) });

export const swapFinishForm = shape({ version: version() });
