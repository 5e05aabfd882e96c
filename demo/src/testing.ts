import { addDays, testProtocol } from '@esprel/core';
import { all, one } from '@esprel/server';
import { DEMO_TODAY } from './names.ts';
import type { Lot, Story } from './story.ts';
import { aliveOn } from './truth.ts';

/** Of some lots with seed to spare, the one that was tested longest ago or never. */
export function lotToTest(story: Story, day: string): Lot | null {
  let best: { readonly lot: Lot; readonly last: string } | null = null;
  for (let i = 0; i < 5; i++) {
    const lot = story.someLot(45);
    if (!lot) continue;
    const last = one<{ last: string | null }>(story.db, 'SELECT max(started_on) AS last FROM tests WHERE lot_id = ?', lot.id)?.last ?? '';
    if (last > addDays(day, -400)) continue;
    if (best === null || last < best.last) best = { lot, last };
  }
  return best?.lot ?? null;
}

export function testOne(story: Story, day: string): void {
  const r = story.random;
  const lot = lotToTest(story, day);
  if (!lot || lot.truth.crop.storageBehaviour === 'recalcitrant') return;
  const protocol = testProtocol(lot.truth.crop);
  const bags = story.free(lot) > 250 ? 2 : 1;
  const size = story.free(lot) > 150 ? 50 : story.free(lot) > 90 ? 25 : 20;
  const { id } = story.desk.do(day, 'post', '/tests', {
    lotCode: lot.code,
    method: protocol.method,
    replicates: Array.from({ length: bags }, () => size),
    startedOn: day,
    nightC: protocol.warmth.nightC,
    dayC: protocol.warmth.dayC,
    light: protocol.light,
    preparationDays: protocol.preparationDays,
  });
  const warm = addDays(day, protocol.preparationDays);
  const steps = all<{ number: number; days: number }>(
    story.db,
    'SELECT number, days FROM test_steps WHERE test_id = ? ORDER BY number',
    id,
  );
  let due = day;
  for (const [i, step] of steps.entries()) {
    if (i > 0) {
      story.on(due, (when) => {
        const version = one<{ version: number }>(story.db, 'SELECT version FROM tests WHERE id = ?', id)?.version ?? 1;
        story.desk.do(when, 'post', `/tests/${String(id)}/steps`, { version, number: step.number, doneOn: when });
      });
    }
    due = addDays(due, step.days);
  }
  const alive = aliveOn(lot.truth, warm);
  const { emergeMinD, emergeMaxD } = lot.truth.crop;
  const last = protocol.countDays[protocol.countDays.length - 1] ?? 14;
  const laid = Array.from({ length: bags }, () =>
    Array.from({ length: size }, (_, i) => {
      const lives = r.chance(alive);
      const sleeps = lives && r.chance(0.05);
      const dayUp = Math.max(2, Math.round(r.normal((emergeMinD + Math.min(emergeMaxD, last)) / 2.2, (last - emergeMinD) / 5)));
      return {
        position: i + 1,
        kind: sleeps ? 'hard' : lives ? (r.chance(0.04) ? 'abnormal' : 'normal') : r.chance(0.5) ? 'dead' : 'empty',
        dayUp: lives && !sleeps ? dayUp : last,
      };
    }),
  );
  const seen = laid.map(() => new Map<number, { kind: string; markedOn: string }>());
  protocol.countDays.forEach((d, c) => {
    const final = c === protocol.countDays.length - 1;
    const late = !final && r.chance(0.2) ? 1 : 0;
    // Two volunteers were away: some counts of the last weeks wait.
    const counted = addDays(warm, d + late);
    story.on(counted, (when) => {
      if (counted > addDays(DEMO_TODAY, -3) && r.chance(0.8)) return;
      laid.forEach((seeds, b) => {
        const marks = seen[b] as Map<number, { kind: string; markedOn: string }>;
        for (const s of seeds) {
          const shows = s.kind === 'normal' || s.kind === 'abnormal' ? s.dayUp <= d : final;
          if (shows && !marks.has(s.position)) marks.set(s.position, { kind: s.kind, markedOn: when });
        }
        const version = one<{ version: number }>(story.db, 'SELECT version FROM tests WHERE id = ?', id)?.version ?? 1;
        story.desk.do(when, 'post', `/tests/${String(id)}/counts`, {
          version,
          replicate: b + 1,
          countedOn: when,
          marks: [...marks].sort((a, z) => a[0] - z[0]).map(([position, m]) => ({ position, ...m })),
        });
      });
      if (final) {
        const version = one<{ version: number }>(story.db, 'SELECT version FROM tests WHERE id = ?', id)?.version ?? 1;
        story.desk.do(when, 'post', `/tests/${String(id)}/close`, { version, closedOn: when });
      }
    });
  });
}
