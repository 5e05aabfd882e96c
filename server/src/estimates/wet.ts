import { type Db, one } from '../db/db.ts';

/** Wet, and no test that began since then is closed. */
export const UNTESTED = `l.wet_on IS NOT NULL AND NOT EXISTS
  (SELECT 1 FROM tests t WHERE t.lot_id = l.id AND t.closed_on IS NOT NULL AND t.started_on >= l.wet_on)`;

/** A packet that got wet and was not tested since. */
export interface WetPacket {
  readonly wetOn: string;
  readonly driedOn: string | null;
}

export function wetOf(db: Db, lotId: number): WetPacket | null {
  return one<WetPacket>(db, `SELECT l.wet_on AS wetOn, l.dried_on AS driedOn FROM lots l WHERE l.id = ? AND ${UNTESTED}`, lotId) ?? null;
}

/** Why nothing that is figured of a wet packet is trusted. */
export function wetReason({ driedOn }: WetPacket): string {
  return driedOn === null
    ? 'It got wet: dry it now, and test it then. What it lost, nobody knows.'
    : 'It was wet and is dry again: what it lost, a test says.';
}
