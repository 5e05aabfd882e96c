import { formatLotCode } from '@esprel/core';
import { all, one } from '@esprel/server';
import type { Story } from './story.ts';

/** An autumn swap with all that a day in a hall brings, some of it still to be put right; and a spring swap that is being prepared. */
export function swapDays(story: Story): void {
  autumn(story);
  spring(story);
}

const DAY = '2026-10-10';

/** Lots of the last years with seed to spare. */
const SPARE = `SELECT l.code FROM lots l WHERE l.year >= 2024 AND l.state <> 'quarantine' AND l.missing_since IS NULL AND l.identity IN ('sure', 'likely')
  AND l.balance - l.floor - coalesce((SELECT sum(seeds_each * packets_left) FROM packet_fills WHERE lot_id = l.id), 0) >= 160`;

/** A desk that says things in order. */
function deskIn(story: Story, swapId: number, name: string) {
  const { id } = story.desk.do(DAY, 'post', `/swap/${String(swapId)}/desks`, { name });
  let serial = one<{ first: number }>(story.db, 'SELECT first FROM swap_blocks WHERE desk_id = ?', id)?.first ?? 1;
  let n = 0;
  const say = (what: string, body: object, minute: number) =>
    story.desk.do<{ code: string | null }>(DAY, 'post', `/swap/desks/${String(id)}/${what}`, {
      ...body,
      n: ++n,
      key: `${name} ${String(n)}`,
      on: DAY,
      minute,
      deskToday: DAY,
    });
  const letters = (key: string | null): string =>
    one<{ letters: string }>(story.db, 'SELECT letters FROM crops WHERE key = ?', key)?.letters ?? 'ZZ';
  return {
    visit: (visit: string, over: object, minute: number) => say('visits', { visit, ...over }, minute),
    comes: (visit: string | null, name_: string | null, cropKey: string | null, packets: number, minute: number, over: object = {}) =>
      say(
        'in',
        {
          visit,
          code: formatLotCode(letters(cropKey), serial++),
          name: name_,
          cropKey,
          yearKind: name_ === null ? 'unknown' : 'harvest',
          year: name_ === null ? null : 2026,
          form: 'cleaned',
          packets,
          seedsEach: 20,
          amountKnown: 'estimated',
          saved: true,
          wet: false,
          ...over,
        },
        minute,
      ),
    goes: (visit: string, lotCode: string, minute: number, over: object = {}) =>
      say('out', { visit, lotCode, packets: 1, seedsEach: 15, forSeed: false, ...over }, minute),
  };
}

function autumn(story: Story): void {
  story.desk.sit(1);
  const { id } = story.desk.do(DAY, 'post', '/swap', {
    name: 'Autumn swap',
    heldOn: DAY,
    hall: 'mill hall',
    rule: 'one-for-one',
    ruleWords: 'Bring one, take one; nobody goes home without.',
  });
  // Packets that were brought: one of the one kind, some of the others.
  const brought = all<{ code: string }>(story.db, `${SPARE} AND l.received_on < ? ORDER BY l.id LIMIT 4`, DAY).map((r) => r.code);
  const [last, ...plenty] = brought;
  if (last === undefined) return;
  story.desk.do(DAY, 'post', `/swap/${String(id)}/packing`, {
    rows: [{ lotCode: last, packets: 1, seedsEach: 15 }, ...plenty.map((lotCode) => ({ lotCode, packets: 4, seedsEach: 15 }))],
  });
  const fillOf = (code: string): number | null =>
    one<{ id: number }>(
      story.db,
      'SELECT f.id FROM packet_fills f JOIN lots l ON l.id = f.lot_id WHERE l.code = ? AND f.seeds_each = 15',
      code,
    )?.id ?? null;
  const door = deskIn(story, id, 'by the door');
  const stage = deskIn(story, id, 'by the stage');
  const yard = deskIn(story, id, 'in the yard');
  const member = (i: number) => ({ memberId: story.members[i] ?? null });
  door.visit('d1', member(3), 610);
  door.comes('d1', 'Towpath Keeper', 'leek', 3, 612);
  door.comes('d1', 'speckled butter of the towpath', 'lettuce', 4, 614);
  door.goes('d1', last, 616, { packetFillId: fillOf(last) });
  door.visit('d2', {}, 640);
  door.comes('d2', null, null, 1, 641);
  door.comes('d2', 'Lockhouse Yelow', 'tomato', 2, 644);
  for (const [i, code] of plenty.entries()) door.goes('d2', code, 646 + i, { packetFillId: fillOf(code) });
  stage.visit('s1', member(11), 620);
  stage.comes('s1', 'Nine Sisters Pole', 'climbing-bean', 3, 622);
  stage.comes(null, 'Towpath Keeper', 'leek', 3, 624);
  stage.goes('s1', last, 630, { packetFillId: fillOf(last) });
  stage.visit('s2', { joins: 'Tarn Weirbrook' }, 650);
  stage.comes('s2', 'grey peas from the lock', 'pea', 5, 652);
  for (const code of plenty.slice(0, 2)) stage.goes('s2', code, 655, { forSeed: true, packetFillId: fillOf(code) });
  yard.visit('y1', { joins: 'Tarn Weirbrook' }, 655);
  yard.comes('y1', 'Quince Cottage', 'basil', 2, 656, { yearKind: 'packing' });
  yard.goes('y1', formatLotCode('TM', 9_000), 660);
  for (let i = 2; i < 9; i++) yard.visit(`y${String(i)}`, i % 3 === 0 ? member(i * 4) : {}, 660 + 5 * i);
  story.desk.do('2026-10-12', 'post', `/swap/${String(id)}/finish`, { version: 1 });
}

function spring(story: Story): void {
  const day = '2027-03-08';
  story.desk.sit(3);
  const { id } = story.desk.do(day, 'post', '/swap', {
    name: 'Spring swap',
    heldOn: '2027-03-20',
    hall: 'mill hall',
    rule: 'free',
    ruleWords: null,
  });
  for (const name of ['by the door', 'by the stage', 'in the yard']) story.desk.do(day, 'post', `/swap/${String(id)}/desks`, { name });
  const lots = all<{ code: string }>(story.db, `${SPARE} ORDER BY l.id DESC LIMIT 6`);
  if (lots.length > 0)
    story.desk.do(day, 'post', `/swap/${String(id)}/packing`, { rows: lots.map((l) => ({ lotCode: l.code, packets: 5, seedsEach: 20 })) });
  const rows = all<{ id: number; version: number }>(
    story.db,
    'SELECT id, version FROM swap_packing WHERE swap_id = ? ORDER BY id LIMIT 2',
    id,
  );
  for (const r of rows) story.desk.do('2027-03-13', 'post', `/swap/packing/${String(r.id)}`, { version: r.version, what: 'packed' });
  story.desk.sit(1);
}
