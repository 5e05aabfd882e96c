import { lendable, plural, wrong } from '@esprel/core';
import { lotsApi } from '@esprel/core/api';
import { one } from '../db/db.ts';
import { notFound } from '../problem.ts';
import { lotByCode, lotRow, type LotRow } from '../records/lot.ts';
import { makes, type Route } from '../routing/route.ts';
import { seedsInPackets } from './intake.ts';

export function packetRoutes(): Route[] {
  return [
    makes(lotsApi.fill, 'packets', (change, { params, body }) => {
      const lot = lotByCode(change.db, params.code);
      if (lot.state === 'quarantine') throw wrong('packets', `${lot.code} waits in quarantine; release it first`);
      if (body.filledOn > change.today) throw wrong('filledOn', `must not be after today, ${change.today}`);
      const free = lendable(lot.balance, lot.floor) - seedsInPackets(change.db, lot.id);
      const wanted = body.packets * body.seedsEach;
      if (wanted > free) {
        throw wrong(
          'packets',
          free < body.seedsEach
            ? `only ${plural(Math.max(0, free), 'seed')} are free above the floor of ${String(lot.floor)}`
            : `${plural(free, 'seed')} are free above the floor: ${plural(Math.floor(free / body.seedsEach), 'packet')} of ${String(body.seedsEach)} at most`,
        );
      }
      const id = change.insert('packet_fills', {
        lot_id: lot.id,
        seeds_each: body.seedsEach,
        packets: body.packets,
        packets_left: body.packets,
        filled_on: body.filledOn,
      });
      change.touch('lot', lot.id);
      const rest = lot.balance - seedsInPackets(change.db, lot.id);
      change.describe(`Filled ${plural(body.packets, 'packet')} of ${String(body.seedsEach)} from ${lot.code}; ${String(rest)} stay loose`);
      return { id, loose: rest };
    }),
    makes(lotsApi.pourBack, 'packets', (change, { params, body }) => {
      const id = params.id;
      const fill = one<{ lot_id: number; seeds_each: number; packets_left: number }>(
        change.db,
        'SELECT lot_id, seeds_each, packets_left FROM packet_fills WHERE id = ?',
        id,
      );
      if (!fill) throw notFound('That filling of packets');
      const lot = lotRow(change.db, fill.lot_id) as LotRow;
      change.update('packet_fills', id, { packets_left: 0 }, body.version);
      change.touch('lot', lot.id);
      change.describe(`Poured ${plural(fill.packets_left, 'packet')} of ${String(fill.seeds_each)} back into ${lot.code}`);
      return { code: lot.code };
    }),
  ];
}
