import { addDays } from '@esprel/core';
import { all, one } from '@esprel/server';
import { DEMO_TODAY } from './names.ts';
import type { Story } from './story.ts';

/** How one member has seed at home, says what became of it on a phone, and what others ask for. */
export function atHome(story: Story): void {
  story.desk.sit(1);
  const [brisa, ...others] = story.members.slice(11, 20) as [number, ...number[]];
  reach(story, brisa);
  growForSeed(story, brisa);
  inHand(story, brisa);
  asks(story, brisa, others);
}

const memberOf = (story: Story, id: number): { name: string; place: string | null; version: number } =>
  one(story.db, 'SELECT name, place, version FROM members WHERE id = ?', id) as { name: string; place: string | null; version: number };

function reach(story: Story, id: number): void {
  const { name, place, version } = memberOf(story, id);
  const [called = name] = name.split(' ');
  story.desk.do('2026-02-10', 'patch', `/members/${String(id)}`, {
    name,
    called,
    place,
    email: `${called.toLowerCase()}@post.example`,
    consentFor: ['packets', 'promises'],
    consentOn: '2026-02-10',
    version,
  });
  story.desk.do('2026-02-10', 'post', '/gardens', {
    name: `${called}’s garden`,
    memberId: id,
    hemisphere: 'north',
    shiftDays: 6,
    note: null,
  });
}

/** The code of the lot of a crop with the most seed that may go; null where none has as much. */
function lotOf(story: Story, cropKey: string, least: number, offset = 0): { code: string; varietyId: number } | null {
  const rows = all<{ id: number; code: string; varietyId: number }>(
    story.db,
    `SELECT l.id, l.code, l.variety_id AS varietyId FROM lots l JOIN varieties v ON v.id = l.variety_id
     WHERE v.crop_key = ? AND l.state = 'kept' AND l.identity = 'sure' AND l.missing_since IS NULL AND l.balance - l.floor >= ?
     ORDER BY l.year DESC, l.id LIMIT 1 OFFSET ?`,
    cropKey,
    least,
    offset,
  );
  return rows[0] ?? null;
}

function lend(
  story: Story,
  day: string,
  memberId: number,
  cropKey: string,
  seeds: number,
  promised: number | null,
  dueOn: string | null,
): number | null {
  const lot = lotOf(story, cropKey, seeds);
  if (!lot) return null;
  const received = one<{ d: string }>(story.db, 'SELECT received_on AS d FROM lots WHERE code = ?', lot.code)?.d ?? day;
  return story.desk.do(day < received ? received : day, 'post', '/loans', {
    lotCode: lot.code,
    memberId,
    seeds,
    purpose: promised === null ? 'garden' : 'save-seed',
    promise: promised === null ? 'nothing' : 'amount',
    promisedSeeds: promised,
    dueOn,
    lentOn: day < received ? received : day,
  }).id;
}

/** A kale of two years: through the winter already, and asked about before it flowers. */
function growForSeed(story: Story, memberId: number): void {
  const { desk } = story;
  const loan = lend(story, '2026-04-20', memberId, 'kale', 24, 200, '2027-10-30');
  if (loan === null) return;
  const said = (on: string, method: string, path: string, body: object): { id: number } =>
    desk.asMember(memberId, on, method, path, { on, phoneToday: on, ...body });
  const { id } = said('2026-05-10', 'post', `/my/loans/${String(loan)}/sowings`, { seeds: 24, method: 'cells' });
  said('2026-05-22', 'post', `/my/sowings/${String(id)}/count`, { emerged: 19 });
  said('2026-06-02', 'post', `/my/sowings/${String(id)}/fate`, { fate: 'came-up' });
  said('2026-06-18', 'put', `/my/loans/${String(loan)}/saving`, { step: 'plant-out', plants: 16 });
  said('2027-02-20', 'put', `/my/loans/${String(loan)}/saving`, { step: 'winter', note: 'one rotted, the rest stands well' });
}

function inHand(story: Story, memberId: number): void {
  lend(story, '2027-03-09', memberId, 'tomato', 20, 80, '2028-03-20');
  lend(story, '2027-03-09', memberId, 'climbing-bean', 12, null, null);
  const lettuce =
    lend(story, '2027-02-26', memberId, 'lettuce', 30, null, null) ?? lend(story, '2027-02-26', memberId, 'radish', 20, null, null);
  if (lettuce === null) return;
  const left = one<{ seeds: number }>(story.db, 'SELECT seeds FROM loans WHERE id = ?', lettuce)?.seeds ?? 0;
  story.desk.asMember(memberId, '2027-03-02', 'post', `/my/loans/${String(lettuce)}/sowings`, {
    on: '2027-03-02',
    phoneToday: '2027-03-02',
    seeds: left,
    method: 'cells',
  });
}

function asks(story: Story, memberId: number, others: readonly number[]): void {
  const { desk } = story;
  const ask = (
    day: string,
    who: number,
    cropKey: string,
    kind: string,
    note: string | null,
    offset = 0,
  ): { id: number; lot: string } | null => {
    const lot = lotOf(story, cropKey, 10, offset);
    if (!lot) return null;
    const { id } = desk.asMember(who, day, 'post', '/my/asks', { varietyId: lot.varietyId, kind, note });
    return { id, lot: lot.code };
  };
  const [first = memberId, second = memberId, third = memberId, fourth = memberId] = others;
  const lay = (day: string, asked: { id: number; lot: string } | null): void => {
    if (asked === null) return;
    desk.do(day, 'post', `/asks/${String(asked.id)}/lay`, {
      version: 1,
      lotCode: asked.lot,
      seeds: 10,
      purpose: 'garden',
      promise: 'nothing',
    });
  };
  lay('2027-03-11', ask('2027-03-10', memberId, 'pea', 'ask', null));
  lay('2027-02-12', ask('2027-02-10', first, 'spinach', 'ask', null));
  ask('2027-03-12', second, 'carrot', 'ask', 'For the school garden, if there is enough.');
  ask('2027-03-13', third, 'tomato', 'ask', null, 1);
  ask(addDays(DEMO_TODAY, -3), fourth, 'onion', 'offer', 'Room for twenty, well away from others.');
}
