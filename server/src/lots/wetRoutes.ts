import { wrong } from '@esprel/core';
import { lotsApi } from '@esprel/core/api';
import { wetOf } from '../estimates/wet.ts';
import type { Change } from '../journal/change.ts';
import { lotByCode } from '../records/lot.ts';
import { makes, type Route } from '../routing/route.ts';

function sayWet(change: Change, code: string, body: { version: number; what: 'wet' | 'dry'; onDay: string }) {
  const lot = lotByCode(change.db, code);
  if (body.onDay > change.today) throw wrong('onDay', `must not be after today, ${change.today}`);
  if (body.onDay < lot.received_on) throw wrong('onDay', `must not be before it came, ${lot.received_on}`);
  if (body.what === 'dry') {
    const wet = wetOf(change.db, lot.id);
    if (wet === null || wet.driedOn !== null) throw wrong('what', 'it is not wet');
    if (body.onDay < wet.wetOn) throw wrong('onDay', `must not be before it got wet, ${wet.wetOn}`);
  }
  change.update('lots', lot.id, body.what === 'wet' ? { wet_on: body.onDay, dried_on: null } : { dried_on: body.onDay }, body.version);
  change.touch('lot', lot.id);
  change.describe(body.what === 'wet' ? `${lot.code} got wet` : `${lot.code} is dry again`);
  return { code: lot.code };
}

export function wetRoutes(): Route[] {
  return [makes(lotsApi.wet, 'wet packet', (change, { params, body }) => sayWet(change, params.code, body))];
}
