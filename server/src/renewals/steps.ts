import type * as yup from 'yup';
import {
  type gardenRoomForm,
  makeInstance,
  type myRenewalAnswerForm,
  PlanState,
  plural,
  type Renewal,
  type renewalAnswerForm,
  type renewalFigureForm,
  type renewalRowsForm,
  type renewalSayForm,
  type RenewalInput,
  wrong,
} from '@esprel/core';
import { type Db, one } from '../db/db.ts';
import type { Change } from '../journal/change.ts';
import { holdWritten } from '../journal/change.ts';
import { NOT_LAID } from '../members/asks.ts';
import { blocked, stale } from '../problem.ts';
import { type RenewalFigureRow, type RenewalRow, renewalRow, renewalRowAt } from '../records/renewalRow.ts';
import { gardenRow } from '../season/gardens.ts';
import { gathered, type Gathered } from './gather.ts';

type Form<S extends yup.Schema> = yup.InferType<S>;

function varietyName(db: Db, id: number): string {
  const row = one<{ name: string }>(db, 'SELECT name FROM varieties WHERE id = ?', id);
  if (!row) throw wrong('varietyId', 'is not a variety of this library; choose again');
  return row.name;
}

function touch(change: Change, row: Pick<RenewalRow, 'id' | 'variety_id' | 'garden_id'>): void {
  change.touch('renewal', row.id);
  change.touch('variety', row.variety_id);
  if (row.garden_id !== null) change.touch('garden', row.garden_id);
}

/** The row that is there, as whoever sends it saw it: version 0 where there was none. */
function seen(row: RenewalRow | undefined, version: number, yours: object): void {
  const now = row?.version ?? 0;
  if (now !== version) throw stale(version, now, { ...row }, yours);
}

/** Holds a row, bars it, or lets go of what was said of it. */
export function sayOfRow(change: Change, body: Form<typeof renewalSayForm>): { readonly id: number | null } {
  const { db } = change;
  const name = varietyName(db, body.varietyId);
  const garden = body.gardenId == null ? null : gardenRow(db, body.gardenId, 'gardenId');
  const season = body.season ?? null;
  if (body.what === 'hold' && garden === null) throw wrong('gardenId', 'say in which garden it is held');
  if (body.what === 'hold' && season === null) throw wrong('season', 'say in which season it is held');
  const at = renewalRowAt(db, body.varietyId, garden?.id ?? null, season);
  seen(at, body.version, body);
  if (at?.state === 'taken') throw blocked(takenWords(name, garden?.name ?? ''));
  const where = `${name}${garden === null ? '' : ` at ${garden.name}`}${season === null ? '' : ` in ${String(season)}`}`;
  change.touch('variety', body.varietyId);
  if (garden !== null) change.touch('garden', garden.id);
  if (body.what === 'loosen') {
    if (at === undefined) throw blocked('Nothing was said of it; there is nothing to let go of.');
    change.remove('renewal_rows', at.id, at.version);
    change.describe(at.state === 'barred' ? `${where} may be renewed again` : `${where} is no longer held`);
    return { id: null };
  }
  leaveFrom(change, body, name);
  if (body.what === 'bar' && garden === null && season === null) loosenAll(change, body.varietyId);
  const covered = body.covered === true && body.what === 'hold';
  let plants: number | null = null;
  if (body.what === 'hold' && garden !== null && season !== null) {
    const library = gathered(db, change.today);
    refuseBroken(library, { varietyId: body.varietyId, gardenId: garden.id, season, covered });
    plants = plantsOf(library, body.varietyId);
  }
  const row = {
    variety_id: body.varietyId,
    garden_id: garden?.id ?? null,
    season,
    state: body.what === 'hold' ? 'held' : 'barred',
    covered: covered ? 1 : 0,
    plants,
    note: body.note?.trim() || null,
    said_on: change.today,
    // What was agreed of the row before holds no more.
    asked_on: null,
    answer: null,
    answered_on: null,
  };
  let id = at?.id;
  if (id === undefined) id = change.insert('renewal_rows', row);
  else change.update('renewal_rows', id, row, at?.version);
  change.describe(body.what === 'hold' ? `Held ${where}` : `Barred ${where}${garden === null && season === null ? ' from the plan' : ''}`);
  return { id };
}

/** Plants that one attempt takes. */
const plantsOf = (library: Gathered, varietyId: number): number | null => library.varieties.find((v) => v.id === varietyId)?.plants ?? null;

const takenWords = (variety: string, garden: string): string =>
  `${variety} is taken for ${garden} already: its packet lies ready. Put the packet back first, or decline it under asked for.`;

/** A held row that moves stands no longer where it was. */
function leaveFrom(change: Change, body: Form<typeof renewalSayForm>, name: string): void {
  if (body.from == null) return;
  const before = renewalRowAt(change.db, body.varietyId, body.from.gardenId, body.from.season);
  if (before === undefined || before.state === 'barred') return;
  if (before.state === 'taken') throw blocked(takenWords(name, gardenRow(change.db, body.from.gardenId).name));
  change.remove('renewal_rows', before.id);
}

/** Nobody is to renew it: what was held of it goes. */
function loosenAll(change: Change, varietyId: number): void {
  for (const r of gathered(change.db, change.today).rows) {
    if (r.variety_id === varietyId && r.state === 'held') change.remove('renewal_rows', r.id);
  }
}

/** Throws where a row cannot hold beside those that are held already: said by which rule, and with which. */
export function refuseBroken(
  library: Gathered,
  row: { readonly varietyId: number; readonly gardenId: number; readonly season: number; readonly covered: boolean },
): void {
  const s = library.seasons.indexOf(row.season);
  if (s < 0) throw wrong('season', `must be one of the seasons of the plan, ${library.seasons.map(String).join(', ')}`);
  const v = library.varieties.find((o) => o.id === row.varietyId);
  if (v === undefined) throw wrong('varietyId', 'is not in the plan: it is kept well enough, or does not come true from seed');
  const garden = library.gardens.find((g) => g.id === row.gardenId);
  if (garden === undefined) throw wrong('gardenId', 'grows nothing for the library; say in the garden what it has room for');
  const mine: Renewal = { variety: row.varietyId, garden: row.gardenId, season: s + 1, protected: row.covered };
  const same = (f: Renewal): boolean => f.variety === mine.variety && f.garden === mine.garden;
  const fixed = [...library.input.fixed.filter((f) => !same(f)), mine];
  const input: RenewalInput = { ...library.input, fixed, ...onlyNamed(library, fixed) };
  const broken = PlanState.broken(makeInstance(input));
  const last = fixed.length - 1;
  if (broken?.which.includes(last) !== true) return;
  const others = broken.which.filter((i) => i !== last).map((i) => fixedWords(library, fixed[i] as Renewal));
  const why =
    broken.rule === 'it is barred, too'
      ? library.byKey.size > 0 && isSaidBarred(library, mine)
        ? 'it is barred there; let go of the bar first'
        : 'it is too late to begin it in this season'
      : broken.rule;
  throw wrong('gardenId', `cannot be held there: ${why}${others.length === 0 ? '' : ` (${others.join('; ')})`}`);
}

const isSaidBarred = (library: Gathered, r: Renewal): boolean =>
  library.rows.some(
    (o) =>
      o.state === 'barred' &&
      o.variety_id === r.variety &&
      (o.garden_id ?? r.garden) === r.garden &&
      (o.season === null || library.seasons.indexOf(o.season) + 1 === r.season),
  );

/** Only what is held matters here: the instance of that alone is made in no time. */
function onlyNamed({ input }: Gathered, fixed: readonly Renewal[]): Pick<RenewalInput, 'varieties' | 'gardens' | 'chances' | 'barred'> {
  const varieties = new Set(fixed.map((f) => f.variety));
  const gardens = new Set(fixed.map((f) => f.garden));
  return {
    varieties: input.varieties.filter((v) => varieties.has(v.id)),
    gardens: input.gardens.filter((g) => gardens.has(g.id)),
    chances: [],
    barred: input.barred.filter((b) => varieties.has(b.variety)),
  };
}

const fixedWords = (library: Gathered, r: Renewal): string =>
  `${library.varieties.find((v) => v.id === r.variety)?.name ?? 'another'} at ${library.gardens.find((g) => g.id === r.garden)?.name ?? 'a garden'}, ${String(library.seasons[r.season - 1] ?? '')}`;

const FIGURE_WORDS = {
  worth: 'the worth',
  keep: 'the chance of one try',
  plants: 'the plants of one try',
  chance: 'the chance to come home',
} as const;

/** Says a figure over the library's own, with why; null takes it back. */
export function sayFigure(change: Change, body: Form<typeof renewalFigureForm>): { readonly id: number | null } {
  const { db } = change;
  const name = varietyName(db, body.varietyId);
  const ofGarden = body.figure === 'chance';
  if (ofGarden && body.gardenId == null) throw wrong('gardenId', 'say of which garden');
  if (!ofGarden && body.gardenId != null) throw wrong('gardenId', 'leave it out: that figure is one for all gardens');
  const garden = body.gardenId == null ? null : gardenRow(db, body.gardenId, 'gardenId');
  const now = one<RenewalFigureRow>(
    db,
    'SELECT * FROM renewal_figures WHERE variety_id = ? AND figure = ? AND garden_id IS ?',
    body.varietyId,
    body.figure,
    garden?.id ?? null,
  );
  holdWritten(db, 'renewal_figures', now, body.version, body);
  change.touch('variety', body.varietyId);
  if (garden !== null) change.touch('garden', garden.id);
  const what = `${FIGURE_WORDS[body.figure]} of ${name}${garden === null ? '' : ` from ${garden.name}`}`;
  if (body.value == null) {
    if (now === undefined) throw blocked('Nothing was said of it; the library’s own figure holds.');
    change.remove('renewal_figures', now.id);
    change.describe(`${what}: the library’s own figure again`);
    return { id: null };
  }
  refuseFigure(body.figure, body.value);
  if ((body.why ?? '').trim() === '') throw wrong('why', 'say why, for whoever reads it next year');
  const row = { value: body.value, why: body.why?.trim() ?? '', said_on: change.today };
  let id = now?.id;
  if (id === undefined)
    id = change.insert('renewal_figures', { variety_id: body.varietyId, garden_id: garden?.id ?? null, figure: body.figure, ...row });
  else change.update('renewal_figures', id, row);
  change.describe(`Said ${what}: ${String(body.value)}, ${row.why}`);
  return { id };
}

function refuseFigure(figure: Form<typeof renewalFigureForm>['figure'], value: number): void {
  if (figure === 'worth' && (value < 0.1 || value > 10)) throw wrong('value', 'must be from 0.1 to 10 times');
  if ((figure === 'keep' || figure === 'chance') && value > 1) throw wrong('value', 'must be at most 100 in 100');
  if (figure === 'plants' && (!Number.isInteger(value) || value < 1)) throw wrong('value', 'must be a whole number of plants, at least 1');
}

/** Asks the growers of these rows: each is held for them until they answer. */
export function askGrowers(change: Change, body: Form<typeof renewalRowsForm>): { readonly asked: number } {
  const { db, today } = change;
  const names: string[] = [];
  // The rows of one plan hold together: each is held against what was there before.
  const library = gathered(db, today);
  body.rows.forEach((r, i) => {
    const name = varietyName(db, r.varietyId);
    const garden = gardenRow(db, r.gardenId, `rows[${String(i)}].gardenId`);
    if (garden.member_id === null) throw wrong(`rows[${String(i)}].gardenId`, `${garden.name} is nobody’s: there is no one to ask`);
    const at = renewalRowAt(db, r.varietyId, r.gardenId, r.season);
    if (at?.state === 'barred') throw wrong(`rows[${String(i)}].gardenId`, `${name} is barred at ${garden.name}; let go of the bar first`);
    if (at?.asked_on != null) return;
    names.push(`${name} at ${garden.name}`);
    let id = at?.id;
    if (id === undefined) {
      refuseBroken(library, r);
      id = change.insert('renewal_rows', {
        variety_id: r.varietyId,
        garden_id: r.gardenId,
        season: r.season,
        state: 'held',
        covered: r.covered ? 1 : 0,
        plants: plantsOf(library, r.varietyId),
        asked_on: today,
        said_on: today,
      });
    } else change.update('renewal_rows', id, { asked_on: today });
    touch(change, { id, variety_id: r.varietyId, garden_id: r.gardenId });
    change.touch('member', garden.member_id);
  });
  if (names.length === 0) throw blocked('They were asked already; their answer comes in here.');
  change.describe(`Asked ${plural(names.length, 'grower')}: ${names.slice(0, 4).join(', ')}${names.length > 4 ? ' and others' : ''}`);
  return { asked: names.length };
}

/** What a grower answers: yes holds it, no bars it there, and another one is held instead. */
export function answerRow(
  change: Change,
  id: number,
  body: Pick<Form<typeof renewalAnswerForm> & Form<typeof myRenewalAnswerForm>, 'answer' | 'otherVarietyId' | 'note'>,
): { readonly id: number } {
  const { db, today } = change;
  const row = renewalRow(db, id);
  const name = varietyName(db, row.variety_id);
  const garden = row.garden_id === null ? undefined : gardenRow(db, row.garden_id);
  if (garden === undefined || row.season === null || row.asked_on === null) throw blocked('Nobody was asked that.');
  if ((body.answer === 'another') !== (body.otherVarietyId != null))
    throw wrong('otherVarietyId', body.answer === 'another' ? 'say which one instead' : 'is only named for another one');
  const note = body.note?.trim() || null;
  touch(change, row);
  if (garden.member_id !== null) change.touch('member', garden.member_id);
  const said = { answer: body.answer, answered_on: today, note };
  if (body.answer === 'yes') {
    change.update('renewal_rows', id, { ...said, state: row.state === 'barred' ? 'held' : row.state });
    change.describe(`${garden.name} grows ${name} in ${String(row.season)}`);
    return { id };
  }
  letGoOfPacket(change, row);
  change.update('renewal_rows', id, { ...said, state: 'barred', ask_id: null, planned_id: null });
  if (body.answer === 'no' || body.otherVarietyId == null) {
    change.describe(`${garden.name} does not grow ${name} in ${String(row.season)}${note === null ? '' : `: ${note}`}`);
    return { id };
  }
  const other = varietyName(db, body.otherVarietyId);
  if (body.otherVarietyId === row.variety_id) throw wrong('otherVarietyId', 'is the one that was asked for');
  const at = renewalRowAt(db, body.otherVarietyId, garden.id, row.season);
  const held = { state: 'held', asked_on: row.asked_on, answer: 'yes', answered_on: today, said_on: today };
  if (at === undefined) {
    refuseBroken(gathered(db, today), { varietyId: body.otherVarietyId, gardenId: garden.id, season: row.season, covered: false });
    change.insert('renewal_rows', { variety_id: body.otherVarietyId, garden_id: garden.id, season: row.season, covered: 0, ...held });
  } else if (at.state !== 'taken') change.update('renewal_rows', at.id, held);
  change.touch('variety', body.otherVarietyId);
  change.describe(`${garden.name} grows ${other} in ${String(row.season)} instead of ${name}`);
  return { id };
}

/** What lay ready for a grower who does not come goes back into its envelope. */
function letGoOfPacket(change: Change, row: RenewalRow): void {
  if (row.planned_id !== null) throw blocked('It is planned to be sown; drop that plan first.');
  if (row.ask_id === null) return;
  const ask = one<{ lot_id: number | null; closed_on: string | null; loan_id: number | null }>(
    change.db,
    'SELECT lot_id, closed_on, loan_id FROM asks WHERE id = ?',
    row.ask_id,
  );
  if (ask?.loan_id != null) throw blocked('Its seed was handed over already. Settle the loan under the member instead.');
  if (ask?.lot_id != null) change.touch('lot', ask.lot_id);
  if (ask?.closed_on === null) {
    change.update('asks', row.ask_id, { ...NOT_LAID, closed_on: change.today, closed_as: 'withdrawn' });
  }
}

/** What a garden has room for, as the plan sees it. */
export function sayRoom(change: Change, id: number, body: Form<typeof gardenRoomForm>): { readonly id: number } {
  const garden = gardenRow(change.db, id);
  change.update(
    'gardens',
    id,
    {
      room_plants: body.roomPlants ?? null,
      most_varieties: body.mostVarieties ?? null,
      cages: body.cages ?? 0,
      practised: body.practised ?? null,
    },
    body.version,
  );
  change.touch('garden', id);
  change.describe(`Said what ${garden.name} has room for`);
  return { id };
}
