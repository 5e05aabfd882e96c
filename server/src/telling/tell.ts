import type * as yup from 'yup';
import { addDays, howToStop, MESSAGE_FACTS, MESSAGE_WAY_WORDS, type MessageKind, QUIET_DAYS, type tellForm, wrong } from '@esprel/core';
import type { KeptMessage, ProposedMessage } from '@esprel/core/api';
import { noteStep } from '../access/accessRoutes.ts';
import { all, type Db, one, run } from '../db/db.ts';
import { isWrittenElsewhere } from '../db/writer.ts';
import { Problem } from '../problem.ts';
import { isMember, memberName } from '../records/loan.ts';
import { readSettings } from '../records/settings.ts';
import { postOffice, postRow, senderOf } from './postOffice.ts';
import { ABOUT, agreedTo, pageAddress, proposedMessages, waysOf } from './proposals.ts';

type Telling = Omit<yup.InferType<typeof tellForm>, 'aboutIds'> & { readonly aboutIds: readonly number[] };

/** Errands that a message does: whoever is told needs not be told again. */
function closeErrands(db: Db, kind: MessageKind, ids: readonly number[], today: string): void {
  if (ABOUT[kind] !== 'errand') return;
  run(db, 'UPDATE errands SET done_on = ? WHERE done_on IS NULL AND id IN (SELECT value FROM json_each(?))', today, JSON.stringify(ids));
}

/**
 * Keeps what somebody was told, by whoever sits at the desk or by itself; an e-mail goes out afterwards. Answers its number. Throws an
 * InputError for a way they did not agree to.
 */
export function keepMessage(
  db: Db,
  today: string,
  by: { readonly personId: number | null; readonly itself: boolean },
  body: Telling,
): number {
  const { personId } = by;
  if (!isMember(db, body.memberId)) throw wrong('memberId', 'is not a member any more');
  const member = one<{ email: string | null; post: string | null; consentFor: string }>(
    db,
    'SELECT email, post, consent_for AS consentFor FROM members WHERE id = ?',
    body.memberId,
  );
  if (!member || !waysOf(member, body.kind).includes(body.way)) {
    throw wrong('way', `${memberName(db, body.memberId)} did not agree to be written to for this; tell it in person, or ask first`);
  }
  const id = db
    .transaction(() => {
      const made = Number(
        run(
          db,
          `INSERT INTO messages (member_id, kind, way, subject, text, told_on, person_id, by_itself, state) VALUES (?, ?, ?, ?, ?, ?, ?, ?, ?)`,
          body.memberId,
          body.kind,
          body.way,
          body.subject.trim(),
          body.text.trim(),
          today,
          personId,
          by.itself ? 1 : 0,
          body.way === 'email' ? 'sending' : 'told',
        ).lastInsertRowid,
      );
      for (const about of new Set(body.aboutIds)) {
        run(db, 'INSERT INTO message_matters (message_id, about, about_id) VALUES (?, ?, ?)', made, ABOUT[body.kind], about);
      }
      closeErrands(db, body.kind, body.aboutIds, today);
      return made;
    })
    .immediate();
  noteStep(
    db,
    today,
    personId,
    'told',
    `Told ${memberName(db, body.memberId)} ${MESSAGE_WAY_WORDS[body.way].replace('told ', '')}: ${MESSAGE_FACTS[body.kind].words}`,
    [body.memberId],
  );
  return id;
}

interface Going {
  readonly id: number;
  readonly kind: MessageKind;
  readonly subject: string;
  readonly text: string;
  readonly email: string | null;
  readonly consentFor: string;
}

const sending = new WeakSet<Db>();

/**
 * Sends what waits, one after the other, after the answer to whoever wrote it: a mail server may think for a minute. What was refused stays
 * there with why, to be sent again.
 */
export async function sendWaiting(db: Db): Promise<void> {
  if (sending.has(db)) return;
  sending.add(db);
  try {
    for (;;) {
      if (!db.open || isWrittenElsewhere(db)) return;
      const next = one<Going>(
        db,
        `SELECT x.id, x.kind, x.subject, x.text, m.email, m.consent_for AS consentFor FROM messages x JOIN members m ON m.id = x.member_id
         WHERE x.state = 'sending' ORDER BY x.id LIMIT 1`,
      );
      if (!next) return;
      const problem = await sendOne(db, next);
      if (!db.open) return;
      run(
        db,
        'UPDATE messages SET state = ?, problem = ?, tries = tries + 1 WHERE id = ?',
        problem === null ? 'told' : 'failed',
        problem,
        next.id,
      );
    }
  } finally {
    sending.delete(db);
  }
}

async function sendOne(db: Db, { kind, subject, text, email, consentFor }: Going): Promise<string | null> {
  if (email === null) return 'They have no e-mail address any more.';
  // They may have thought better of it since it was written.
  if (!agreedTo(consentFor, kind)) return 'They no longer agree to be written to for this. Tell it in person.';
  const { libraryName } = readSettings(db);
  try {
    await postOffice(db).send({
      to: email,
      from: senderOf(db),
      subject,
      text: `${text}\n\n${howToStop(kind, libraryName, pageAddress(db))}\n`,
    });
    return null;
  } catch (error) {
    return (error as Error).message;
  }
}

/** Has a message that did not go out sent again. */
export function sendAgain(db: Db, id: number): void {
  const changed = run(db, "UPDATE messages SET state = 'sending', problem = NULL WHERE id = ? AND state = 'failed'", id).changes;
  if (changed === 0) throw new Problem('blocked', 'It went out already, or is being sent just now.');
}

/** What was told, the latest first; of one member where one is named. */
export function keptMessages(db: Db, memberId: number | null): KeptMessage[] {
  return all<Omit<KeptMessage, 'byItself'> & { byItself: 0 | 1 }>(
    db,
    `SELECT x.id, x.member_id AS memberId, m.name AS member, x.kind, x.way, x.subject, x.text, x.told_on AS toldOn, p.name AS person,
       x.by_itself AS byItself, x.state, x.problem
     FROM messages x JOIN members m ON m.id = x.member_id LEFT JOIN people p ON p.id = x.person_id
     WHERE (? IS NULL OR x.member_id = ?) ORDER BY x.id DESC LIMIT 300`,
    memberId,
    memberId,
  ).map((x) => ({ ...x, byItself: x.byItself === 1 }));
}

/** Sends by itself what a coordinator switched on: by e-mail alone, to those who agreed, and nobody more than one in a week. */
export function tellByItself(db: Db, today: string): void {
  const kinds = JSON.parse(postRow(db).by_itself) as MessageKind[];
  if (kinds.length === 0 || isWrittenElsewhere(db)) return;
  const quietSince = addDays(today, -QUIET_DAYS);
  const told = new Set<number>();
  const due = (m: ProposedMessage): boolean =>
    kinds.includes(m.kind) && m.ways.includes('email') && (m.lastTold === null || m.lastTold <= quietSince) && !told.has(m.memberId);
  for (const m of proposedMessages(db, today)) {
    if (!due(m)) continue;
    told.add(m.memberId);
    keepMessage(db, today, { personId: null, itself: true }, { ...m, way: 'email' });
  }
}
