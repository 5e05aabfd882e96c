import { lendable, plural, wrong } from '@esprel/core';
import type { LotSheetData } from '@esprel/core/api';
import { all, type Db } from '../db/db.ts';
import type { Change } from '../journal/change.ts';
import type { LotRow } from '../records/lot.ts';
import { seedsInPackets } from './intake.ts';

export function packetsOf(db: Db, lotId: number): LotSheetData['packets'] {
  return all<LotSheetData['packets'][number]>(
    db,
    `SELECT id, seeds_each AS seedsEach, packets, packets_left AS packetsLeft, filled_on AS filledOn, version FROM packet_fills
     WHERE lot_id = ? AND packets_left > 0 ORDER BY id`,
    lotId,
  );
}

/** Hands over packets of a fill: their seeds are then free to leave the lot. */
export function takePackets(
  change: Change,
  lot: LotRow,
  body: { readonly packetFillId?: number | null | undefined; readonly packets?: number | null | undefined; readonly seeds: number },
): void {
  if ((body.packetFillId == null) !== (body.packets == null)) throw wrong('packets', 'say how many packets, and of which');
  if (body.packetFillId == null || body.packets == null) return;
  const fill = packetsOf(change.db, lot.id).find((f) => f.id === body.packetFillId);
  if (!fill) throw wrong('packetFillId', `is no packet of ${lot.code}; choose again`);
  if (body.packets > fill.packetsLeft) throw wrong('packets', `only ${plural(fill.packetsLeft, 'packet')} are left`);
  if (body.seeds !== body.packets * fill.seedsEach) {
    throw wrong('seeds', `${plural(body.packets, 'packet')} of ${String(fill.seedsEach)} hold ${String(body.packets * fill.seedsEach)}`);
  }
  change.update('packet_fills', fill.id, { packets_left: fill.packetsLeft - body.packets });
}

/** Packets as they are filled. */
interface Filling {
  readonly seedsEach: number;
  readonly packets: number;
  readonly filledOn: string;
}

/** Fills packets from the loose seed of a lot, above its floor. Answers the filling. Throws an InputError that names the field, behind `at`. */
export function fillPackets(change: Change, lot: LotRow, { seedsEach, packets, filledOn }: Filling, at = ''): number {
  if (lot.state === 'quarantine') throw wrong(`${at}packets`, `${lot.code} waits in quarantine; release it first`);
  if (filledOn > change.today) throw wrong(`${at}filledOn`, `must not be after today, ${change.today}`);
  const free = lendable(lot.balance, lot.floor) - seedsInPackets(change.db, lot.id);
  if (packets * seedsEach > free) {
    throw wrong(
      `${at}packets`,
      free < seedsEach
        ? `only ${plural(Math.max(0, free), 'seed')} are free above the floor of ${String(lot.floor)}`
        : `${plural(free, 'seed')} are free above the floor: ${plural(Math.floor(free / seedsEach), 'packet')} of ${String(seedsEach)} at most`,
    );
  }
  change.touch('lot', lot.id);
  return change.insert('packet_fills', {
    lot_id: lot.id,
    seeds_each: seedsEach,
    packets,
    packets_left: packets,
    filled_on: filledOn,
  });
}
