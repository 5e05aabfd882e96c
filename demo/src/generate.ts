import { addDays, dayInYear } from '@esprel/core';
import { CROP_REFERENCE } from '@esprel/core/crops/reference';
import type { Db } from '@esprel/server';
import { layBench } from './bench.ts';
import { atHome } from './atHome.ts';
import { catalogue } from './cataloguing.ts';
import { discard, doubt, move, slip, takeIn } from './keeping.ts';
import { lendOne, sowOwn } from './lending.ts';
import { CROPS, DEMO_START, DESK, LIBRARY_NAME, memberName, PLACES, QUARTERS, ROOMS, varietyName } from './names.ts';
import { laySeason } from './season.ts';
import { Story } from './story.ts';
import { testOne } from './testing.ts';
import { aboutToBeLost } from './aboutToBeLost.ts';
import { swapDays } from './swapDays.ts';
import { whoGrowsWhat } from './whoGrows.ts';

function foundLibrary(story: Story): void {
  const day = DEMO_START;
  for (const name of DESK) story.desk.do(day, 'post', '/people', { name });
  story.desk.sit(1);
  story.desk.do(day, 'put', '/settings', {
    version: 0,
    libraryName: LIBRARY_NAME,
    hemisphere: 'north',
    lastFrost: '04-27',
    lastFrostSdDays: 10,
    firstFrost: '10-14',
    firstFrostSdDays: 12,
    winterMinC: -9,
    supplierC: 10,
    supplierRhPercent: 40,
    roomC: 17,
    roomRhPercent: 50,
    lendingThreshold: 0.7,
    temperatureUnit: 'C',
    lengthUnit: 'mm',
    massUnit: 'g',
    dateOrder: 'day-month',
    openDays: [2, 5],
    publicAddress: 'https://seed.example',
    fairShare: 6,
    askWeeks: 3,
  });
  const rooms = new Map<string, number>();
  for (const { in: within, ...room } of ROOMS) {
    const parentId = within === null ? null : (rooms.get(within) ?? null);
    rooms.set(room.name, story.desk.do(day, 'post', '/places', { ...room, parentId, sealed: false }).id);
  }
  for (const { in: within, seen, ...p } of PLACES) {
    const parentId = within === null ? null : (rooms.get(within) ?? null);
    const { id } = story.desk.do(day, 'post', '/places', { ...p, parentId });
    story.places.push({ id, temperatureC: seen[0], rhPercent: seen[1] });
  }
  CROPS.forEach((cropKey, i) => {
    const crop = CROP_REFERENCE.find((c) => c.key === cropKey);
    if (!crop) throw new Error(`no crop ${cropKey}`);
    const many = i < 10 ? 3 : i < 30 ? 2 : 1;
    for (let v = 0; v < many; v++) {
      const breeding = crop.f1Common && story.random.chance(0.15) ? 'hybrid-f1' : story.random.chance(0.2) ? 'landrace' : 'open-pollinated';
      story.varieties.push({ name: varietyName(cropKey, v), cropKey, breeding });
    }
  });
}

/** Two of three can be written to, and most of these agreed to it. */
function reachOf(name: string, i: number): object {
  if (i % 3 === 2) return {};
  const email = `${name.toLowerCase().replace(/[^a-z]+/g, '.')}@post.example`;
  const post = i % 6 === 0 ? `${name.split(' ')[0] ?? ''} Lane ${String(i + 1)}\nOsierbeck` : null;
  const consentFor = i % 5 === 4 ? [] : i % 4 === 0 ? ['promises', 'packets', 'growing'] : ['promises', 'packets'];
  return { email, post, consentFor };
}

function planEverything(story: Story): void {
  for (let i = 0; i < 60; i++) {
    const joined = addDays(DEMO_START, i < 30 ? i % 12 : story.random.whole(60, 1400));
    story.on(joined, (day) => {
      const { id } = story.desk.do(day, 'post', '/members', {
        name: memberName(i),
        place: story.random.pick(QUARTERS),
        ...reachOf(memberName(i), i),
        note: story.random.chance(0.2)
          ? story.random.pick(['room for tall beans', 'greenhouse', 'grows onions for seed', 'balcony only', 'bees next door'])
          : null,
      });
      story.members.push(id);
    });
  }
  // The founding boxes: one of each variety, and some twice.
  story.varieties.forEach((variety, i) => {
    // A third of the varieties joined later, a few each year.
    const joined = i % 3 === 2 ? addDays(DEMO_START, 300 + ((i * 37) % 1100)) : addDays(DEMO_START, 1 + (i % 16));
    story.on(joined, (day) => {
      takeIn(story, day, variety);
    });
  });
  for (let year = 2023; year <= 2027; year++) {
    planYear(story, year);
  }
  for (let i = 0; i < 5; i++)
    story.on(dayInYear(2024 + (i % 3), '06-20'), (day) => {
      doubt(story, day, i);
    });
  // A box that stood forgotten in a warm shed: short-lived seed, too old.
  for (const cropKey of ['parsnip', 'onion', 'leek', 'sweet-pepper']) {
    story.on('2026-10-12', (day) => {
      const variety = story.varieties.filter((v) => v.cropKey === cropKey).pop();
      if (variety) takeIn(story, day, variety, { year: 2019, note: 'from a box in a warm shed' });
    });
  }
  story.on('2025-02-11', (day) => {
    slip(story, day);
  });
  story.on('2026-10-03', (day) => {
    slip(story, day);
  });
  story.on('2027-03-02', (day) => {
    slip(story, day);
  });
}

function planYear(story: Story, year: number): void {
  const r = story.random;
  for (let i = 0; i < 9; i++)
    story.on(addDays(dayInYear(year, '02-01'), r.whole(0, 35)), (day) => {
      takeIn(story, day, r.pick(story.varieties));
    });
  for (let i = 0; i < 9; i++)
    story.on(addDays(dayInYear(year, '10-05'), r.whole(0, 20)), (day) => {
      takeIn(story, day, r.pick(story.varieties));
    });
  const rounds = year === 2027 ? 75 : 62;
  for (let i = 0; i < rounds; i++) {
    story.on(addDays(dayInYear(year, '01-08'), r.whole(0, year === 2027 ? 60 : 55)), (day) => {
      testOne(story, day);
    });
  }
  for (let i = 0; i < 80; i++)
    story.on(addDays(dayInYear(year, '02-10'), r.whole(0, 75)), (day) => {
      lendOne(story, day);
    });
  for (let i = 0; i < 22; i++)
    story.on(addDays(dayInYear(year, '02-20'), r.whole(0, 60)), (day) => {
      sowOwn(story, day);
    });
  for (let i = 0; i < 10; i++)
    story.on(addDays(dayInYear(year, '01-20'), r.whole(0, 20)), (day) => {
      discard(story, day);
    });
  for (let i = 0; i < 22; i++)
    story.on(addDays(dayInYear(year, '11-05'), r.whole(0, 30)), (day) => {
      move(story, day);
    });
}

/** Fills an empty library with the demo story, in one transaction. */
export function generateDemo(db: Db): void {
  db.transaction(() => {
    const story = new Story(db);
    foundLibrary(story);
    planEverything(story);
    story.play();
    catalogue(story);
    layBench(story);
    laySeason(story);
    atHome(story);
    whoGrowsWhat(story);
    aboutToBeLost(story);
    swapDays(story);
  }).immediate();
}
