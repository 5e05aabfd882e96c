import { addDays, daysBetween, LETTERS, seasonYearOf, type Timing } from '@esprel/core';
import { all, gardenOf, one, probeOn, SeasonReader, stationFile, tableTarget, usualPlan } from '@esprel/server';
import { DEMO_TODAY } from './names.ts';
import type { Lot, Story } from './story.ts';
import { aliveOn } from './truth.ts';

/** The season on the demo date: frosts and gardens, the bench, lanes, trays that grow and one to be sown, what was said of last year. */
export function laySeason(story: Story): void {
  readFrosts(story);
  const bench = furnish(story);
  sayTimings(story);
  const plans = planSeason(story, bench);
  growTrays(story, bench);
  layTray(story, bench, plans);
}

function readFrosts(story: Story): void {
  const { desk, db } = story;
  desk.do(DEMO_TODAY, 'post', '/gardens/library/frost-record', {
    fileName: 'weather station.csv',
    text: stationFile(db, null, DEMO_TODAY),
    belowC: 0,
    accept: true,
  });
  const garden = (body: object): void => void desk.do(DEMO_TODAY, 'post', '/gardens', { hemisphere: 'north', ...body });
  garden({ name: 'Quarry Foot plots', shiftDays: 9, note: 'In the hollow; cold air stays there.' });
  garden({ name: 'Walled yard', shiftDays: -10 });
  garden({
    name: 'Sister library, Far Bank',
    hemisphere: 'south',
    lastFrost: '10-05',
    lastFrostSdDays: 9,
    firstFrost: '05-22',
    firstFrostSdDays: 10,
  });
  const library = gardenOf(db, null);
  for (let back = 12; back >= 1; back -= 3) {
    const readOn = addDays(DEMO_TODAY, -back);
    desk.do(readOn, 'post', '/soil-readings', { readOn, temperatureC: probeOn(library, readOn) });
  }
}

interface Bench {
  readonly mat: number;
  readonly coolMat: number;
  readonly lamp: number;
  readonly sill: number;
}

function furnish(story: Story): Bench {
  const place = (body: object): number => story.desk.do(DEMO_TODAY, 'post', '/bench', body).id;
  const bench = {
    mat: place({ name: 'Mat 1', kind: 'mat', holds: 1, warmthC: 25 }),
    coolMat: place({ name: 'Mat 2', kind: 'mat', holds: 1, warmthC: 19 }),
    lamp: place({ name: 'Lamp rack', kind: 'lamp', holds: 4, lampHours: 14, lampCm: 20 }),
    sill: place({ name: 'South sill', kind: 'sill', holds: 3 }),
  };
  place({ name: 'Cellar shelf', kind: 'dark', holds: 4, warmthC: 14 });
  place({ name: 'Cold drawer', kind: 'fridge', holds: 1, warmthC: 4 });
  return bench;
}

const SAID: readonly Timing[] = ['right', 'too-early', 'right', 'too-late', 'too-early', 'right'];

/** What was said of last years' own sowings, where the day was not far off its window. */
function sayTimings(story: Story): void {
  const rows = all<{ id: number; lotId: number; varietyId: number; cropKey: string; sownOn: string }>(
    story.db,
    `SELECT s.id, s.lot_id AS lotId, v.id AS varietyId, v.crop_key AS cropKey, s.sown_on AS sownOn FROM sowings s JOIN lots l ON l.id = s.lot_id
     JOIN varieties v ON v.id = l.variety_id
     WHERE s.loan_id IS NULL AND s.test_id IS NULL AND s.method <> 'open-ground' AND s.sown_on < '2027-01-01' ORDER BY s.id`,
  );
  const reader = new SeasonReader(story.db);
  rows.forEach(({ id, lotId, varietyId, cropKey, sownOn }, i) => {
    const year = seasonYearOf(sownOn, reader.garden(null).frost.last);
    const target = tableTarget(reader.of({ id: lotId, crop_key: cropKey, variety_id: varietyId }, null, year), 'start');
    if (target === null || Math.abs(daysBetween(target, sownOn)) > 16) return;
    story.desk.do(DEMO_TODAY, 'post', `/sowings/${String(id)}/timing`, { version: 0, timing: SAID[i % SAID.length] });
  });
}

/** Lots of a crop with seed to spare, the liveliest first. */
function lotsOf(story: Story, cropKey: string, least: number): Lot[] {
  return story.lots
    .filter((l) => l.truth.crop.key === cropKey && l.kept && story.free(l) >= least)
    .sort((a, b) => aliveOn(b.truth, DEMO_TODAY) - aliveOn(a.truth, DEMO_TODAY));
}

const WANTED: readonly (readonly [crop: string, plants: number, purpose: 'beds' | 'sale' | 'order'])[] = [
  ['tomato', 14, 'sale'],
  ['tomato', 10, 'beds'],
  ['sweet-pepper', 10, 'sale'],
  ['eggplant', 6, 'beds'],
  ['basil', 12, 'sale'],
  ['lettuce', 18, 'beds'],
  ['kale', 10, 'sale'],
  ['beetroot', 10, 'beds'],
  ['parsley', 9, 'order'],
  ['pepo-pumpkin', 4, 'beds'],
  ['cucumber', 5, 'order'],
  ['calendula', 12, 'sale'],
  ['zinnia', 12, 'sale'],
  ['larkspur', 12, 'beds'],
  ['melon', 44, 'sale'],
  ['bush-bean', 20, 'beds'],
  ['carrot', 40, 'beds'],
  ['pea', 30, 'beds'],
  ['foxglove', 8, 'beds'],
];

interface Planned {
  readonly id: number;
  readonly lot: Lot;
  readonly cropKey: string;
  readonly cells: number;
  readonly seedsPerCell: number;
}

function planSeason(story: Story, bench: Bench): Planned[] {
  const used = new Set<number>();
  return WANTED.flatMap(([cropKey, plants, purpose], i): Planned[] => {
    const lot = lotsOf(story, cropKey, 20).find((l) => !used.has(l.varietyId));
    if (!lot) return [];
    used.add(lot.varietyId);
    const usual = usualPlan(story.db, lot.code, plants, DEMO_TODAY).plan;
    const inside = usual.method !== 'open-ground';
    // What wants cold is in it already, and comes out in two weeks.
    const chilled = lot.truth.crop.chillWeeks > 0;
    const sowOn = chilled ? addDays(DEMO_TODAY, 14) : (usual.sowOn as string);
    const { id } = story.desk.do(DEMO_TODAY, 'post', '/planned', {
      ...usual,
      sowOn,
      ...(chilled ? { plantOutOn: addDays(sowOn, 77) } : {}),
      purpose,
      memberId: purpose === 'order' ? story.members[i % story.members.length] : null,
      personId: (i % 3) + 1,
      benchId: usual.method === 'heated-cells' ? (i % 4 === 3 ? bench.coolMat : bench.mat) : inside ? bench.sill : null,
      growBenchId: inside ? (i % 3 === 0 ? bench.sill : bench.lamp) : null,
      note: i === 1 ? 'For the long bed by the gate.' : null,
    });
    if (chilled) {
      const on = addDays(sowOn, -7 * lot.truth.crop.chillWeeks);
      story.desk.do(on, 'post', `/planned/${String(id)}/cold`, { version: 1, what: 'into-the-cold', on });
    }
    return [{ id, lot, cropKey, cells: usual.cells as number, seedsPerCell: usual.seedsPerCell as number }];
  });
}

/** Cells of a tray in the order in which they are sown, by letter. */
interface Growing {
  readonly letter: string;
  readonly lot: Lot;
  readonly cells: number;
  readonly perCell: number;
}

function growTrays(story: Story, bench: Bench): void {
  tray(story, 'Tray 1', '2027-02-22', bench.lamp, ['leek', 'onion', 'cabbage'], [10, 14, 20]);
  tray(story, 'Tray 2', '2027-03-03', bench.mat, ['chilli-pepper', 'tomato', 'basil'], [8, 11]);
}

function tray(story: Story, name: string, day: string, benchId: number, crops: readonly string[], looks: readonly number[]): void {
  const { desk, db, random } = story;
  const grown = crops.flatMap((cropKey, i): Growing[] => {
    const lot = lotsOf(story, cropKey, 24).find((l) => one(db, 'SELECT 1 FROM lots WHERE id = ? AND received_on <= ?', l.id, day));
    return lot ? [{ letter: LETTERS.charAt(i), lot, cells: 11, perCell: lot.truth.crop.clumpSeeds > 1 ? 3 : 2 }] : [];
  });
  const plans = grown.map((g) =>
    desk.do(day, 'post', '/planned', {
      ...usualPlan(db, g.lot.code, 8, day, { way: 'start' }).plan,
      method: one<{ kind: string }>(db, 'SELECT kind FROM bench_places WHERE id = ?', benchId)?.kind === 'mat' ? 'heated-cells' : 'cells',
      benchId,
      seedsPerCell: g.perCell,
      cells: g.cells,
      sowOn: day,
    }),
  );
  const fills = grown.map((g, i) => ({ letter: g.letter, lotCode: g.lot.code, plannedId: plans[i]?.id ?? null, seedsPerCell: g.perCell }));
  const wish = grown.map((g) => ({ letter: g.letter, cells: g.cells }));
  const { id } = desk.do(day, 'post', '/trays', { name, rows: 6, columns: 10, gaps: [], benchId, covered: true, sowOn: day, fills, wish });
  const version = (): number => one<{ version: number }>(db, 'SELECT version FROM trays WHERE id = ?', id)?.version ?? 1;
  desk.do(day, 'post', `/trays/${String(id)}/sow`, {
    version: version(),
    sownOn: day,
    covered: true,
    warmthC: 22,
    rows: grown.map((g) => ({
      letter: g.letter,
      seedsPerCell: g.perCell,
      seeds: g.cells * g.perCell,
      depthMm: g.lot.truth.crop.sowDepthMm,
      coveredWith: 'sifted mix',
    })),
  });
  const cells = all<{ cell: number; seeds: number; letter: string }>(
    db,
    'SELECT c.cell, c.seeds, s.letter FROM sowing_cells c JOIN sowings s ON s.id = c.sowing_id WHERE s.tray_id = ? ORDER BY c.cell',
    id,
  );
  // When each seed comes, drawn once: never, or a day between the crop's first and last.
  const coming = cells.map((c) => {
    const g = grown.find((x) => x.letter === c.letter) as Growing;
    const { crop } = g.lot.truth;
    return Array.from({ length: c.seeds }, () =>
      random.chance(aliveOn(g.lot.truth, day) * 0.88) ? random.whole(crop.emergeMinD, crop.emergeMaxD) : Infinity,
    );
  });
  looks.forEach((after, n) => {
    const when = addDays(day, after);
    if (when > DEMO_TODAY) return;
    desk.do(when, 'post', `/trays/${String(id)}/looks`, {
      version: version(),
      lookedOn: when,
      cells: cells.map((c, i) => {
        const up = (coming[i] as number[]).filter((d) => d <= after).length;
        const fate = n === looks.length - 1 && i % 17 === 5 ? (up > 0 ? 'damped-off' : 'dried-out') : null;
        return { cell: c.cell, up, fate };
      }),
    });
  });
}

/** The tray that waits to be sown this week: what is planned for warm cells, two tomatoes among it. */
function layTray(story: Story, bench: Bench, plans: readonly Planned[]): void {
  const warm = ['tomato', 'sweet-pepper', 'eggplant', 'basil'];
  const own = plans.filter((p) => warm.includes(p.cropKey)).slice(0, 5);
  const day = addDays(DEMO_TODAY, 3);
  story.desk.do(DEMO_TODAY, 'post', '/trays', {
    name: 'Tray 3',
    rows: 6,
    columns: 12,
    gaps: [],
    benchId: bench.mat,
    covered: true,
    sowOn: day,
    fills: own.map((p, i) => ({ letter: LETTERS.charAt(i), lotCode: p.lot.code, plannedId: p.id, seedsPerCell: p.seedsPerCell })),
    wish: own.map((p, i) => ({ letter: LETTERS.charAt(i), cells: Math.min(p.cells, 11) })),
  });
}
