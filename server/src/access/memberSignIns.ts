import { MEMBER_CODE_BYTES, memberCodeOf, readMemberCode } from '@esprel/core';
import { randomBytes } from 'node:crypto';
import { all, type Db, one, run } from '../db/db.ts';
import { isWrittenElsewhere } from '../db/writer.ts';
import { Problem } from '../problem.ts';
import { newSecret, secretHash } from './secrets.ts';
import type { Begun } from './signIns.ts';
import { beginTry, rightTry } from './wrongTries.ts';

const DAY = 86_400_000;
/** A phone that was not used for so long is out: gardens rest for half a year. */
const IDLE_MS = 250 * DAY;
/** However much it is used, so long at most. */
const LONGEST_MS = 3 * 365 * DAY;
/** That a phone is still used is written down so often at most. */
const SEEN_MS = 12 * 3_600_000;
export const LINK_MINUTES = 30;

export interface MemberSignIn {
  readonly id: number;
  readonly member_id: number;
}

/** The phone that a secret belongs to, unless it is out or the member left. */
export function findMemberSignIn(db: Db, secret: string, now = Date.now()): MemberSignIn | null {
  const found = one<MemberSignIn & { seen_at: string; ends_at: string }>(
    db,
    `SELECT s.id, s.member_id, s.seen_at, s.ends_at FROM member_sign_ins s JOIN members m ON m.id = s.member_id
     WHERE s.secret_hash = ? AND m.left_on IS NULL`,
    secretHash(secret),
  );
  const unused = found ? now - Date.parse(found.seen_at) : 0;
  if (!found || now >= Date.parse(found.ends_at) || unused >= IDLE_MS) return null;
  if (unused >= SEEN_MS && !isWrittenElsewhere(db)) {
    run(db, 'UPDATE member_sign_ins SET seen_at = ? WHERE id = ?', new Date(now).toISOString(), found.id);
  }
  return found;
}

interface Opened {
  readonly member_id: number;
  readonly card_id: number | null;
}

/** Whose card or unused link it is. */
function opens(db: Db, code: string, now: Date): Opened | undefined {
  const hash = secretHash(code);
  return (
    one<Opened>(
      db,
      'SELECT c.member_id, c.id AS card_id FROM member_cards c JOIN members m ON m.id = c.member_id WHERE c.secret_hash = ? AND m.left_on IS NULL',
      hash,
    ) ??
    one<Opened>(
      db,
      `SELECT l.member_id, NULL AS card_id FROM member_links l JOIN members m ON m.id = l.member_id
       WHERE l.secret_hash = ? AND l.ends_at > ? AND m.left_on IS NULL`,
      hash,
      now.toISOString(),
    )
  );
}

/**
 * Lets a phone in with what was scanned or typed. A link works once. Throws a Problem for what opens nothing, and for tries that come too
 * fast from one address.
 */
export function enterWith(db: Db, typed: string, visit: { readonly address: string; readonly device: string }): Begun {
  const code = readMemberCode(typed);
  const now = new Date();
  const begun = db
    .transaction((): Begun | Problem => {
      // There is no name to guess at: each code is one of its own, and only the address is slowed.
      const name = `card ${secretHash(code ?? typed).slice(0, 12)}`;
      beginTry(db, name, visit.address, now.getTime());
      const opened = code === null ? undefined : opens(db, code, now);
      if (!opened) {
        // Thrown once the try is written down.
        return new Problem(
          'wrong-sign-in',
          code === null
            ? 'That is no code of a card: it has 26 letters and digits. Scan the card again, or type it as it stands there.'
            : 'This card or link opens nothing any more. A link works once and for half an hour; ask at the desk for a new card.',
        );
      }
      rightTry(db, name, visit.address);
      run(db, 'DELETE FROM member_links WHERE secret_hash = ? OR ends_at <= ?', secretHash(code ?? ''), now.toISOString());
      run(db, 'UPDATE member_cards SET used_at = ? WHERE id = ?', now.toISOString(), opened.card_id);
      run(db, 'DELETE FROM member_sign_ins WHERE ends_at <= ?', now.toISOString());
      const secret = newSecret();
      const endsAt = new Date(now.getTime() + LONGEST_MS);
      run(
        db,
        'INSERT INTO member_sign_ins (secret_hash, member_id, card_id, device, begun_at, seen_at, ends_at) VALUES (?, ?, ?, ?, ?, ?, ?)',
        secretHash(secret),
        opened.member_id,
        opened.card_id,
        visit.device.slice(0, 200),
        now.toISOString(),
        now.toISOString(),
        endsAt.toISOString(),
      );
      return { secret, endsAt };
    })
    .immediate();
  if (begun instanceof Problem) throw begun;
  return begun;
}

/** The member whose card a desk scanned; undefined for a card that was withdrawn, or is none of this library. */
export const memberOfCard = (db: Db, typed: string): number | undefined => {
  const code = readMemberCode(typed);
  return code === null
    ? undefined
    : one<{ id: number }>(
        db,
        'SELECT c.member_id AS id FROM member_cards c JOIN members m ON m.id = c.member_id WHERE c.secret_hash = ? AND m.left_on IS NULL',
        secretHash(code),
      )?.id;
};

const newCode = (): string => memberCodeOf(randomBytes(MEMBER_CODE_BYTES));

/** A new card; its code is answered once and kept nowhere. */
export function makeCard(db: Db, memberId: number, personId: number | null): string {
  const code = newCode();
  run(
    db,
    'INSERT INTO member_cards (member_id, secret_hash, made_at, made_by) VALUES (?, ?, ?, ?)',
    memberId,
    secretHash(code),
    new Date().toISOString(),
    personId,
  );
  return code;
}

/** A link that opens the member's page once; the one before opens nothing any more. */
export function makeLink(db: Db, memberId: number): { readonly code: string; readonly endsAt: string } {
  const code = newCode();
  const endsAt = new Date(Date.now() + LINK_MINUTES * 60_000).toISOString();
  run(db, 'DELETE FROM member_links WHERE member_id = ?', memberId);
  run(db, 'INSERT INTO member_links (secret_hash, member_id, ends_at) VALUES (?, ?, ?)', secretHash(code), memberId, endsAt);
  return { code, endsAt };
}

export const cardsOf = (db: Db, memberId: number): { id: number; madeAt: string; usedAt: string | null }[] =>
  all(db, 'SELECT id, made_at AS madeAt, used_at AS usedAt FROM member_cards WHERE member_id = ? ORDER BY id', memberId);

export const phonesOf = (db: Db, memberId: number): { id: number; device: string; seenAt: string; byCard: number | null }[] =>
  all(
    db,
    'SELECT id, device, seen_at AS seenAt, card_id AS byCard FROM member_sign_ins WHERE member_id = ? AND ends_at > ? ORDER BY seen_at DESC',
    memberId,
    new Date().toISOString(),
  );

/** Whoever has it is out with the next request. False where there is no such card. */
export const withdrawCard = (db: Db, memberId: number, cardId: number): boolean =>
  run(db, 'DELETE FROM member_cards WHERE id = ? AND member_id = ?', cardId, memberId).changes > 0;

export const signMemberOut = (db: Db, signInId: number): void => void run(db, 'DELETE FROM member_sign_ins WHERE id = ?', signInId);

/** Every phone is out, and no card and no link opens the page any more. */
export function shutMemberOut(db: Db, memberId: number): { readonly phones: number; readonly cards: number } {
  const phones = run(db, 'DELETE FROM member_sign_ins WHERE member_id = ?', memberId).changes;
  const cards = run(db, 'DELETE FROM member_cards WHERE member_id = ?', memberId).changes;
  run(db, 'DELETE FROM member_links WHERE member_id = ?', memberId);
  return { phones, cards };
}
