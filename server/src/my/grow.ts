import type * as yup from 'yup';
import { addDays, coverOf, type myRenewalAnswerForm, saidDay } from '@esprel/core';
import type { MyGrowAsk } from '@esprel/core/api';
import { all, type Db, one } from '../db/db.ts';
import type { Change } from '../journal/change.ts';
import { notFound } from '../problem.ts';
import { libraryCrop, savingOfCrop } from '../records/crop.ts';
import { cautionsOfVariety } from '../records/restriction.ts';
import { renewalRow } from '../records/renewalRow.ts';
import { gathered } from '../renewals/gather.ts';
import { answerRow } from '../renewals/steps.ts';
import { yearsOf } from '../renewals/varieties.ts';
import { undoOf } from './packets.ts';
import { meOf } from './steps.ts';

/** An answer is shown for so long. */
const SHOWN_DAYS = 14;
const MOST_OTHERS = 12;

interface Row {
  readonly id: number;
  readonly varietyId: number;
  readonly variety: string;
  readonly cropKey: string;
  readonly season: number;
  readonly garden: string;
  readonly room: number | null;
  readonly plants: number | null;
  readonly covered: 0 | 1;
  readonly ready: 0 | 1;
  readonly answer: MyGrowAsk['answer'];
}

/** What the library asks of a member: varieties that it would have grown on in their garden. */
export function myGrow(db: Db, memberId: number, today: string): MyGrowAsk[] {
  const rows = all<Row>(
    db,
    `SELECT r.id, v.id AS varietyId, v.name AS variety, v.crop_key AS cropKey, r.season, g.name AS garden, g.room_plants AS room, r.plants, r.covered,
       r.ask_id IS NOT NULL AS ready, r.answer
     FROM renewal_rows r JOIN varieties v ON v.id = r.variety_id JOIN gardens g ON g.id = r.garden_id LEFT JOIN asks a ON a.id = r.ask_id
     WHERE g.member_id = ? AND r.asked_on IS NOT NULL AND r.season >= ? AND a.loan_id IS NULL AND (r.answer IS NULL OR r.answered_on >= ?)
     ORDER BY r.answer IS NOT NULL, r.season, r.id`,
    memberId,
    Number(today.slice(0, 4)),
    addDays(today, -SHOWN_DAYS),
  );
  return rows.map((r) => {
    const crop = libraryCrop(db, r.cropKey);
    const saving = savingOfCrop(db, r.cropKey);
    return {
      id: r.id,
      varietyId: r.varietyId,
      variety: r.variety,
      crop: crop.name,
      season: r.season,
      garden: r.garden,
      plants: r.plants ?? crop.seedPlantsMin,
      apart: r.covered === 1 && saving !== null ? (coverOf(saving)?.apart ?? 'open') : 'open',
      years: saving === null ? 1 : yearsOf(crop, saving),
      ready: r.ready === 1,
      answer: r.answer,
      undo: r.answer === null ? null : undoOf(db, r.id, memberId, 'renewal'),
      others: r.answer === null ? othersFor(db, r, today) : [],
      cautions: cautionsOfVariety(db, r.varietyId, crop),
    };
  });
}

/** Varieties that the library would lose next, and that there is room for: what is decided already is left out. */
function othersFor(db: Db, row: Row, today: string): MyGrowAsk['others'] {
  const library = gathered(db, today);
  const decided = new Set(library.rows.filter((r) => r.state !== 'barred').map((r) => r.variety_id));
  return library.varieties
    .filter((v) => v.id !== row.varietyId && !decided.has(v.id) && v.plants <= (row.room ?? v.plants) && v.keep.some((k) => k > 0))
    .slice(0, MOST_OTHERS)
    .map((v) => ({ varietyId: v.id, variety: v.name, crop: v.crop.name }));
}

/** Yes, no, or another one. */
export function answerMine(change: Change, id: number, body: yup.InferType<typeof myRenewalAnswerForm>): { readonly id: number } {
  const { db } = change;
  const me = meOf(change);
  const row = renewalRow(db, id);
  const garden = one<{ memberId: number | null }>(db, 'SELECT member_id AS memberId FROM gardens WHERE id = ?', row.garden_id);
  if (garden?.memberId !== me || row.asked_on === null) throw notFound('That ask');
  // A clock that is wrong is told, as with all that is said on a phone.
  saidDay(body, change.today, row.asked_on);
  return answerRow(change, id, body);
}
