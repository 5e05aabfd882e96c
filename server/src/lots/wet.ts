import type { WorkItem } from '@esprel/core/api';
import { all, type Db } from '../db/db.ts';
import { UNTESTED, type WetPacket } from '../estimates/wet.ts';

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
