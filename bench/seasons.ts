import { addDays, laneOf, type LaneInput } from '@esprel/core';
import { run } from '@esprel/server';
import { manyLots } from './manyLots.ts';
import { manySowings } from './manySowings.ts';
import { getBytes, inTurns, note, served } from './measure.ts';

/** A season of two thousand sowings: what its pages cost the server, against half of it, and what one move of a dragged lane costs. */
export async function seasons(): Promise<void> {
  const [small, large] = [await manyLots(1000), await manyLots(1000)];
  manySowings(small, 1000);
  manySowings(large, 2000);
  const [s, l] = [await served(small), await served(large)];
  const page = (base: string, path: string) => () => getBytes(`${base}/api${path}`);
  // A write before, so that no answer is kept from the round before.
  const anew = (library: typeof s, db: typeof small, path: string) => () => {
    run(db, 'UPDATE lots SET note = note WHERE id = 1');
    return getBytes(`${library.base}/api${path}`);
  };
  const [season = NaN, half = NaN, list = NaN, session = NaN, sheet = NaN] = await inTurns(
    [
      anew(l, large, '/season'),
      anew(s, small, '/season'),
      anew(l, large, '/season/list?rows=25'),
      anew(l, large, '/session'),
      page(l.base, '/planned/1'),
    ],
    15,
  );
  const [again = NaN] = await inTurns([page(l.base, '/season')], 15);
  console.log(`  2,000 sowings: one plan ${sheet.toFixed(0)} ms`);
  note({
    what: `lanes of 2,000 sowings over HTTP, after a change (unchanged: ${again.toFixed(0)} ms)`,
    measured: `${season.toFixed(0)} ms`,
    budget: 'under 100 ms',
    kept: season < 100,
  });
  note({
    what: 'the list of 2,000 sowings with the bench, after a change',
    measured: `${list.toFixed(0)} ms`,
    budget: 'under 100 ms',
    kept: list < 100,
  });
  note({
    what: 'the same at 2,000 against 1,000 sowings',
    measured: `${(season / half).toFixed(2)}x`,
    budget: 'at most 2.5x',
    kept: season / half <= 2.5,
  });
  note({
    what: 'what the frame asks after every change, with 2,000 sowings',
    measured: `${session.toFixed(0)} ms`,
    budget: 'under 50 ms',
    kept: session < 50,
  });
  const answer = (await (await fetch(`${l.base}/api/season`)).json()) as { bases: LaneInput[]; lanes: (LaneInput & { base: number })[] };
  const { bases, lanes } = answer;
  const lane = lanes[0] as (typeof lanes)[number];
  let day = 0;
  const [move = NaN] = await inTurns(
    [() => laneOf({ ...lane, ...(bases[lane.base] as LaneInput), sowOn: addDays(lane.sowOn, (day += 1) % 60) })],
    200,
  );
  note({
    what: 'one lane drawn anew while it is dragged',
    measured: `${(move * 1000).toFixed(0)} µs`,
    budget: 'under 16 ms',
    kept: move < 16,
  });
  s.close();
  l.close();
  small.close();
  large.close();
}
