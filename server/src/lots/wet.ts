import { wetForm, wrong } from '@esprel/core';
import { all, type Db } from '../db/db.ts';
import { UNTESTED, wetOf, type WetPacket } from '../estimates/wet.ts';
import type { Change } from '../journal/change.ts';
import { lotByCode } from '../records/lot.ts';
import type { WorkItem } from '../records/work.ts';
import { changes, type Route } from '../routing/route.ts';

/** What is wet is dried at once; what is dry again is tested. */
export function wetWork(db: Db): WorkItem[] {
  const rows = all<WetPacket & { code: string; variety: string; crop: string; open: number }>(
    db,
    `SELECT l.wet_on AS wetOn, l.dried_on AS driedOn, l.code, v.name AS variety, c.name AS crop,
       (SELECT count(*) FROM tests t WHERE t.lot_id = l.id AND t.closed_on IS NULL AND t.started_on >= l.wet_on) AS open
     FROM lots l JOIN varieties v ON v.id = l.variety_id JOIN crops c ON c.key = v.crop_key WHERE l.balance > 0 AND ${UNTESTED}`,
  );
  return rows
    .filter((r) => r.open === 0)
    .map((r) => ({
      kind: r.driedOn === null ? 'care' : 'lay',
      due: r.driedOn ?? r.wetOn,
      title: r.driedOn === null ? `Dry ${r.variety} now` : `Test ${r.variety}: it was wet`,
      detail:
        r.driedOn === null
          ? `${r.crop}: thin on paper in moving air, 30 °C at most, no sun and no oven`
          : `${r.crop}, dry again; before it is sown or lent`,
      at: r.driedOn === null ? `/lots/${r.code}` : `/lots/${r.code}/test`,
      lotCode: r.code,
      minutes: r.driedOn === null ? 5 : 8,
      urgent: r.driedOn === null,
    }));
}

function sayWet(change: Change, code: string, body: { version: number; what: 'wet' | 'dry'; onDay: string }): object {
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
  return [changes('post', '/lots/:code/wet', 'wet packet', wetForm, (change, { params, body }) => sayWet(change, params.code ?? '', body))];
}
