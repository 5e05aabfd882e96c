import { replicatesFor, spendableSeeds } from '@esprel/core';
import { all, one } from '@esprel/server';
import { DEMO_TODAY } from './names.ts';
import type { Story } from './story.ts';

interface Tested {
  readonly id: number;
  readonly version: number;
  readonly lot_id: number;
}

/** What lies on the bench on the demo date beside the counts: a planned round, a bag left out, plants from sprouts. */
export function layBench(story: Story): void {
  planRound(story);
  leaveOut(story);
  potSprouts(story);
}

function planRound(story: Story): void {
  const lots = all<{ code: string; balance: number; floor: number }>(
    story.db,
    `SELECT l.code, l.balance, l.floor FROM lots l JOIN varieties v ON v.id = l.variety_id
     WHERE l.state = 'kept' AND l.balance - l.floor >= 250
       AND NOT EXISTS (SELECT 1 FROM tests t WHERE t.lot_id = l.id AND t.started_on > '2026-03-01')
     GROUP BY v.crop_key ORDER BY l.balance DESC LIMIT 8`,
  );
  story.desk.do(DEMO_TODAY, 'post', '/rounds', {
    from: DEMO_TODAY,
    lots: lots.map((l) => ({
      lotCode: l.code,
      replicates: replicatesFor(Math.min(50, spendableSeeds(l.balance, l.floor, false))),
      growOn: false,
    })),
    note: 'Before the spring swap.',
  });
}

function leaveOut(story: Story): void {
  const test = one<Tested>(
    story.db,
    `SELECT t.id, t.version, t.lot_id FROM tests t WHERE t.closed_on IS NULL AND t.planned = 0
       AND (SELECT count(*) FROM replicates r WHERE r.test_id = t.id AND r.counted_on IS NOT NULL) > 1 ORDER BY t.id DESC`,
  );
  if (!test) return;
  story.desk.do(DEMO_TODAY, 'post', `/tests/${String(test.id)}/replicates`, {
    version: test.version,
    replicate: 2,
    droppedWhy: 'dried out on the radiator',
  });
}

function potSprouts(story: Story): void {
  const tests = all<Tested & { n: number }>(
    story.db,
    `SELECT t.id, t.version, t.lot_id, count(*) AS n FROM tests t JOIN replicates r ON r.test_id = t.id
       JOIN seed_marks m ON m.replicate_id = r.id AND m.kind = 'normal'
     WHERE t.closed_on >= '2027-02-20' GROUP BY t.id ORDER BY t.id DESC LIMIT 2`,
  );
  for (const test of tests) {
    story.desk.do(DEMO_TODAY, 'post', `/tests/${String(test.id)}/pot`, {
      plants: Math.min(test.n, 9),
      pottedOn: DEMO_TODAY,
      whereSown: 'south sill',
    });
  }
}
