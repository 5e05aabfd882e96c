import { one } from '@esprel/server';
import type { Story } from './story.ts';

/** A drawer of old seed that came from a kitchen in the valley: one envelope each, few seeds, and nobody else has them. */
const DRAWER = [
  { name: 'Pale Trailer', cropKey: 'summer-squash', year: 2022, seeds: 64 },
  { name: 'Marl Pit Summer', cropKey: 'summer-squash', year: 2021, seeds: 40 },
  { name: 'Harrow’s Lantern', cropKey: 'pepo-pumpkin', year: 2022, seeds: 36 },
  { name: 'Thimble Hill Runner', cropKey: 'runner-bean', year: 2021, seeds: 60 },
  { name: 'Drover’s Tall', cropKey: 'pea', year: 2021, seeds: 140 },
  { name: 'Tollgate Grey', cropKey: 'pea', year: 2020, seeds: 120 },
  { name: 'Weir Keeper', cropKey: 'onion', year: 2024, seeds: 420 },
  { name: 'Chapel Yard White', cropKey: 'parsnip', year: 2024, seeds: 220 },
  { name: 'Nine Sisters Pole', cropKey: 'climbing-bean', year: 2021, seeds: 46 },
  { name: 'Ropewalk Speckled', cropKey: 'climbing-bean', year: 2020, seeds: 60 },
  { name: 'Canal Blue', cropKey: 'larkspur', year: 2023, seeds: 300 },
  { name: 'Towpath Early', cropKey: 'lettuce', year: 2021, seeds: 90 },
  { name: 'Goosegate Green', cropKey: 'lettuce', year: 2020, seeds: 260 },
  { name: 'Kiln Cottage', cropKey: 'tomato', year: 2019, seeds: 34 },
  { name: 'Lockhouse Yellow', cropKey: 'tomato', year: 2018, seeds: 52 },
  { name: 'Sexton’s Broad', cropKey: 'broad-bean', year: 2021, seeds: 48 },
  { name: 'Hob’s Curled', cropKey: 'kale', year: 2020, seeds: 200 },
  { name: 'Rookery Round', cropKey: 'radish', year: 2021, seeds: 240 },
  { name: 'Cinder Path Rose', cropKey: 'cosmos', year: 2022, seeds: 44 },
  { name: 'Wharfside Salsify', cropKey: 'salsify', year: 2024, seeds: 120 },
] as const;

/** What the library would lose next, and what the coordinator says of it. */
export function aboutToBeLost(story: Story): void {
  const day = '2027-02-24';
  story.desk.sit(3);
  for (const { name, cropKey, year, seeds } of DRAWER) {
    if (one(story.db, 'SELECT 1 FROM crops WHERE key = ?', cropKey) === undefined) continue;
    story.desk.do(day, 'post', '/lots', {
      varietyName: name,
      cropKey,
      identity: 'sure',
      source: 'A kitchen drawer in Weir End',
      acquisition: 'saved',
      yearKind: 'harvest',
      year,
      form: 'cleaned',
      seeds,
      amountKnown: 'counted',
      receivedOn: day,
      note: 'from the drawer; nobody else is known to have it',
    });
  }
  story.desk.sit(1);
  const trailer = one<{ id: number }>(story.db, 'SELECT id FROM varieties WHERE name = ?', 'Pale Trailer');
  if (trailer) {
    story.desk.do('2027-03-10', 'put', '/renewals/figures', {
      varietyId: trailer.id,
      figure: 'worth',
      value: 2,
      why: 'The valley’s own marrow: older people ask whether we still have it.',
      version: 0,
    });
  }
}
