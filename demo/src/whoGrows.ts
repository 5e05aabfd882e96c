import { addDays } from '@esprel/core';
import { all, one } from '@esprel/server';
import { DEMO_TODAY } from './names.ts';
import type { Story } from './story.ts';

/** Gardens on the plan, and a season of squashes, beans and onions for seed among neighbours. */
export function whoGrowsWhat(story: Story): void {
  story.desk.sit(1);
  const growers = layGardens(story);
  squashes(story, growers);
  others(story, growers);
  whatWasSeen(story);
  mixedBeans(story);
  cameHome(story, growers);
}

interface Grower {
  readonly memberId: number;
  readonly gardenId: number;
}

/** Where members have their gardens: metres east and north of the mill hall. */
const GARDENS = [
  { name: 'Quarry Foot', east: -650, north: 250, room: 40, most: 3, cages: 0, practised: 'some' },
  { name: 'Walled yard at the weir', east: 200, north: -300, room: 20, most: 2, cages: 1, practised: 'practised' },
  { name: 'Old Orchard', east: 550, north: 350, room: 60, most: 4, cages: 0, practised: 'some' },
  { name: 'Chapel Rise', east: 850, north: -150, room: 25, most: 2, cages: 0, practised: 'new' },
  { name: 'Kiln Hill', east: 1200, north: 400, room: 80, most: 3, cages: 2, practised: 'practised' },
  { name: 'Far Bank', east: -1000, north: -250, room: 30, most: 2, cages: 0, practised: 'new' },
  { name: 'Tannery Lanes', east: 50, north: 550, room: 12, most: 1, cages: 0, practised: null },
] as const;

function layGardens(story: Story): Grower[] {
  const day = '2027-02-02';
  const members = story.members.slice(20, 20 + GARDENS.length);
  const home = one<{ id: number; version: number; name: string; note: string | null }>(
    story.db,
    'SELECT id, version, name, note FROM gardens WHERE member_id = ?',
    story.members[11] ?? 0,
  );
  // Whoever says what grows on a phone has a place on the plan too.
  if (home) {
    story.desk.do(day, 'put', `/gardens/${String(home.id)}`, {
      name: home.name,
      memberId: story.members[11],
      hemisphere: 'north',
      shiftDays: 6,
      eastM: -300,
      northM: -150,
      roomPlants: 40,
      mostVarieties: 4,
      practised: 'some',
      note: home.note,
      version: home.version,
    });
  }
  return GARDENS.map((g, i) => {
    const memberId = members[i] ?? 0;
    const { id } = story.desk.do(day, 'post', '/gardens', {
      name: g.name,
      memberId,
      hemisphere: 'north',
      shiftDays: 2 * (i % 3),
      eastM: g.east,
      northM: g.north,
      roomPlants: g.room,
      mostVarieties: g.most,
      cages: g.cages,
      practised: g.practised,
      note: null,
    });
    return { memberId, gardenId: id };
  });
}

interface LotToLend {
  readonly code: string;
  readonly varietyId: number;
  readonly received: string;
  readonly free: number;
}

/** The lot with most free seed of each variety of a crop. */
function lotsOf(story: Story, cropKey: string): LotToLend[] {
  const rows = all<LotToLend>(
    story.db,
    `SELECT l.code, l.variety_id AS varietyId, l.received_on AS received, l.balance - l.floor AS free FROM lots l
     JOIN varieties v ON v.id = l.variety_id
     WHERE v.crop_key = ? AND v.breeding <> 'hybrid-f1' AND l.state = 'kept' AND l.identity = 'sure' AND l.missing_since IS NULL
       AND l.balance - l.floor >= 8 ORDER BY free DESC, l.id`,
    cropKey,
  );
  return rows.filter((r, i) => rows.findIndex((o) => o.varietyId === r.varietyId) === i);
}

function lend(
  story: Story,
  day: string,
  to: Grower | undefined,
  lot: LotToLend | undefined,
  seeds: number,
  purpose: string,
): number | null {
  if (!to || !lot) return null;
  const promised =
    purpose === 'garden' ? { promise: 'nothing' } : { promise: 'amount', promisedSeeds: 100, dueOn: addDays(DEMO_TODAY, 300) };
  try {
    return story.desk.do(day, 'post', '/loans', {
      lotCode: lot.code,
      memberId: to.memberId,
      seeds: Math.min(seeds, lot.free),
      purpose,
      ...promised,
      lentOn: day,
    }).id;
  } catch {
    // What may go to be renewed is another figure than what may be lent; the story goes on without that packet.
    return null;
  }
}

function squashes(story: Story, growers: readonly Grower[]): void {
  const [quarry, yard, orchard, chapel] = growers;
  const [first, second] = lotsOf(story, 'pepo-pumpkin');
  const [summer] = lotsOf(story, 'summer-squash');
  lend(story, '2027-02-27', quarry, first, 12, 'save-seed');
  lend(story, '2027-02-27', orchard, second ?? summer, 9, 'save-seed');
  lend(story, '2027-03-02', yard, summer, 6, 'garden');
  lend(story, '2027-03-05', chapel, summer, 4, 'garden');
  story.desk.do('2027-03-06', 'post', '/growing/patches', {
    cropKey: 'summer-squash',
    season: 2027,
    kind: 'table',
    whose: 'Lockhouse',
    eastM: -450,
    northM: 400,
    plants: 6,
    note: 'Every year, by the compost heap; seen over the fence.',
  });
}

function others(story: Story, growers: readonly Grower[]): void {
  const [quarry, yard, orchard, chapel, kiln, far, tannery] = growers;
  lend(story, '2027-02-12', kiln, lotsOf(story, 'onion')[0], 60, 'save-seed');
  lend(story, '2027-03-01', far, lotsOf(story, 'runner-bean')[0], 12, 'save-seed');
  lend(story, '2027-03-01', quarry, lotsOf(story, 'runner-bean')[1], 12, 'garden');
  lend(story, '2027-03-03', chapel, lotsOf(story, 'climbing-bean')[0], 16, 'save-seed');
  const cucumbers = lend(story, '2027-03-03', tannery, lotsOf(story, 'cucumber')[0], 8, 'save-seed');
  if (cucumbers !== null) {
    const why = 'the dog dug the tray up';
    story.desk.do('2027-03-12', 'post', `/growing/patches/loan-${String(cucumbers)}/gone`, { version: 0, goneOn: '2027-03-12', why });
  }
  lend(story, '2027-03-04', yard, lotsOf(story, 'chard')[0], 20, 'save-seed');
  lend(story, '2027-03-04', orchard, lotsOf(story, 'beetroot')[0], 30, 'save-seed');
}

/** Seed that was not quite what it should be: seen in the beds last summer. */
function whatWasSeen(story: Story): void {
  const seen = [
    { cropKey: 'pepo-pumpkin', plants: 9, offTypes: 2, note: 'two with green fruit' },
    { cropKey: 'kale', plants: 24, offTypes: 3, note: 'smooth leaves among the curled' },
    { cropKey: 'tomato', plants: 18, offTypes: 0, note: null },
    { cropKey: 'runner-bean', plants: 14, offTypes: 1, note: 'one with white flowers' },
  ];
  for (const { cropKey, ...body } of seen) {
    const lot = lotsOf(story, cropKey)[0];
    if (lot && lot.received <= '2026-07-20')
      story.desk.do('2026-07-20', 'post', `/lots/${lot.code}/off-types`, { ...body, seenOn: '2026-07-20' });
  }
}

/** Two lots of one bean, of two years and growers, made one. */
function mixedBeans(story: Story): void {
  const rows = all<{ code: string; varietyId: number; free: number; parent: number | null }>(
    story.db,
    `SELECT l.code, l.variety_id AS varietyId, l.balance - l.floor AS free, l.parent_id AS parent FROM lots l JOIN varieties v ON v.id = l.variety_id
     WHERE v.crop_key IN ('runner-bean', 'climbing-bean', 'pea', 'broad-bean') AND l.state = 'kept' AND l.form IN ('raw', 'cleaned') AND l.missing_since IS NULL
       AND l.wet_on IS NULL AND l.balance - l.floor >= 20 AND NOT EXISTS (SELECT 1 FROM packet_fills p WHERE p.lot_id = l.id AND p.packets_left > 0)
     ORDER BY l.parent_id IS NULL, l.id`,
  );
  for (const first of rows) {
    const other = rows.find((r) => r.varietyId === first.varietyId && r.code !== first.code);
    if (!other) continue;
    story.desk.do('2027-03-08', 'post', '/mixes', {
      parts: [first, other].map((l) => ({ lotCode: l.code, seeds: Math.min(l.free, 40) })),
      mixedOn: '2027-03-08',
      note: 'So that the line is broad again before it is sown.',
    });
    return;
  }
}

/** What last summer's grower brought in on one day: beans with beetles in them, and a pea that was another one. */
function cameHome(story: Story, growers: readonly Grower[]): void {
  const grower = growers[4];
  const before = (lot: LotToLend): boolean => lot.received <= '2026-03-01';
  const bean = lend(story, '2026-03-21', grower, lotsOf(story, 'climbing-bean').find(before), 14, 'save-seed');
  const pea = lend(story, '2026-03-21', grower, lotsOf(story, 'pea').find(before), 20, 'save-seed');
  const brought = {
    harvestYear: 2026,
    amountKnown: 'estimated',
    form: 'raw',
    isolated: 'unknown',
    isIt: 'right',
  };
  const envelopes = [
    ...(bean === null ? [] : [{ ...brought, loanIds: [bean], seeds: 120, plants: 11, found: ['insects', 'dirty'], isolated: 'yes' }]),
    ...(pea === null
      ? []
      : [
          {
            ...brought,
            loanIds: [pea],
            seeds: 90,
            plants: 16,
            isIt: 'other',
            varietyName: 'Towpath Grey',
            note: 'Purple flowers, and grey seed.',
          },
        ]),
  ];
  if (envelopes.length === 0 || !grower) return;
  story.desk.do('2027-03-11', 'post', `/members/${String(grower.memberId)}/coming-home`, { receivedOn: '2027-03-11', envelopes });
}
