import { type Db, run } from '@esprel/server';
import { manyLots } from './manyLots.ts';
import { manyNames } from './manyNames.ts';
import { getBytes, inTurns, note, served } from './measure.ts';

/** The plain statement that a page is held against: the same columns of the same rows, in the same order, and nothing else. */
function bareSql(sort: string): string {
  const order = sort === 'year' || sort === 'seeds' ? 'DESC' : 'ASC';
  return `SELECT l.id, l.code, v.name AS variety, v.id AS varietyId, c.key AS cropKey, c.name AS crop, c.scientific, l.acquisition, l.form,
      l.year_kind AS yearKind, l.year, l.balance, l.floor, l.amount_known AS amountKnown, l.state, l.identity,
      e.median, e.low, e.high, e.true_mean AS trueMean, e.verdict, e.verdict_beside AS beside, e.picture, s.by_${sort} AS sortKey
    FROM lot_listing s INDEXED BY lot_listing_by_${sort}
    JOIN lots l ON l.id = s.lot_id JOIN varieties v ON v.id = l.variety_id JOIN crops c ON c.key = v.crop_key
    LEFT JOIN lot_estimates e ON e.lot_id = l.id
    WHERE s.tag = ? ORDER BY s.by_${sort} ${order}, s.lot_id ${order} LIMIT ?`;
}

/** Filters and sorts whose first page is full; a page with less pays little more than an empty answer. */
const LISTS = [
  { name: 'all by crop', query: 'tag=all&sort=crop', sort: 'crop', tag: 'all' },
  { name: 'all by seeds', query: 'tag=all&sort=seeds', sort: 'seeds', tag: 'all' },
  { name: 'renew, least alive first', query: 'tag=renew&sort=alive', sort: 'alive', tag: 'renew' },
  { name: 'tomatoes by year', query: 'tag=all&crop=tomato&sort=year', sort: 'year', tag: 'all@tomato' },
] as const;

/** The fullest list of one verdict and one crop, whichever the model of today makes it. */
function fullestOfCrop(db: Db): { name: string; query: string; sort: 'crop'; tag: string } {
  const { tag } = db
    .prepare(`SELECT tag FROM lot_list_counts WHERE tag LIKE '%@%' AND tag NOT LIKE 'all@%' ORDER BY n DESC LIMIT 1`)
    .get() as { tag: string };
  const [verdict = '', crop = ''] = tag.split('@');
  return { name: `${crop}, ${verdict}`, query: `tag=${verdict}&crop=${crop}&sort=crop`, sort: 'crop', tag };
}

/** First pages of 50,000 lots, against the bare statement and against 5,000; and finding among them. */
export async function lists(): Promise<void> {
  const [small, large] = [await manyLots(5000), await manyLots(50_000)];
  const [s, l] = [await served(small), await served(large)];
  let worstBare = 0;
  let worstGrowth = 0;
  let worstBareName = '';
  let worstGrowthName = '';
  for (const list of [...LISTS, fullestOfCrop(small)]) {
    const page = (base: string) => () => getBytes(`${base}/api/lots?${list.query}`);
    // A write before each, so that no answer is kept from the round before.
    const write = (db: Db) => () => run(db, 'UPDATE places SET name = name WHERE id = 1');
    const sql = bareSql(list.sort);
    const statement = large.prepare(sql);
    for (const db of [small, large]) {
      if (db.prepare(sql).all(list.tag, 101).length < 101) throw new Error(`${list.name}: the first page is not full`);
    }
    const [bare = NaN, , http = NaN, , httpSmall = NaN, floor = NaN] = await inTurns([
      () => JSON.stringify(statement.all(list.tag, 101)),
      write(large),
      page(l.base),
      write(small),
      page(s.base),
      () => getBytes(`${l.base}/api/health`),
    ]);
    const ms = (x: number): string => `${x.toFixed(2)} ms`;
    console.log(
      `  ${list.name}: bare ${ms(bare)}, 50,000 over HTTP ${ms(http)}, 5,000 over HTTP ${ms(httpSmall)}, an empty answer ${ms(floor)}`,
    );
    if (http / bare > worstBare) [worstBare, worstBareName] = [http / bare, list.name];
    if (http / httpSmall > worstGrowth) [worstGrowth, worstGrowthName] = [http / httpSmall, list.name];
  }
  note({
    what: `list of 50,000 lots, first page over HTTP, against the bare statement (worst: ${worstBareName})`,
    measured: `${worstBare.toFixed(2)}x`,
    budget: 'at most 1.6x',
    kept: worstBare <= 1.6,
  });
  note({
    what: `same page at 50,000 against 5,000 lots (worst: ${worstGrowthName})`,
    measured: `${worstGrowth.toFixed(2)}x`,
    budget: 'at most 1.5x',
    kept: worstGrowth <= 1.5,
  });
  await finding(large, l.base);
  s.close();
  l.close();
  small.close();
  large.close();
}

/** What people type: whole names, beginnings, typing mistakes, other orders, several words, years, crops. */
const FINDS = [
  'tolgate',
  'Bramblegate Red',
  'red bramblegat',
  'to',
  'tomato',
  'fenleyford wintr',
  'nursery',
  'solanum',
  'tollgate 2019',
  'tomato 2019',
  'kale red 2024',
  '2024',
  'zzzzzz',
];

async function finding(db: Db, base: string): Promise<void> {
  manyNames(db, 12_000);
  const times = await inTurns(
    FINDS.map((q) => () => getBytes(`${base}/api/find?q=${encodeURIComponent(q)}`)),
    25,
  );
  const worst = Math.max(...times);
  console.log(`  finding: ${FINDS.map((q, i) => `"${q}" ${(times[i] ?? NaN).toFixed(1)} ms`).join(', ')}`);
  note({
    what: `find among 50,000 lots of 12,000 varieties, over HTTP (worst: "${FINDS[times.indexOf(worst)] ?? ''}")`,
    measured: `${worst.toFixed(1)} ms`,
    budget: 'under 50 ms',
    kept: worst < 50,
  });
}
