import { plural } from '@esprel/core';
import { lotsApi } from '@esprel/core/api';
import { one } from '../db/db.ts';
import { notFound } from '../problem.ts';
import { lotByCode, lotRow, type LotRow } from '../records/lot.ts';
import { makes, type Route } from '../routing/route.ts';
import { seedsInPackets } from './intake.ts';
import { fillPackets } from './packets.ts';

export function packetRoutes(): Route[] {
  return [
    makes(lotsApi.fill, 'packets', (change, { params, body }) => {
      const lot = lotByCode(change.db, params.code);
      const id = fillPackets(change, lot, body);
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
