import type * as yup from 'yup';
import {
  ageingStart,
  type CodeBlock,
  foldName,
  formatLotCode,
  type intakeForm,
  isShortLived,
  numberAfter,
  plural,
  suggestedFloor,
  wrong,
  yearOf,
} from '@esprel/core';
import { all, type Db, one, run } from '../db/db.ts';
import type { Change } from '../journal/change.ts';
import { libraryCrop } from '../records/crop.ts';
import { readSettings } from '../records/settings.ts';
import { varietyNamed } from '../records/variety.ts';

type Intake = yup.InferType<typeof intakeForm>;

/** The next code of a crop. Numbers are never given twice, also when an intake is taken back, and those that desks give by themselves are left to them. */
function nextCode(db: Db, cropKey: string): string {
  const row = one<{ last: number }>(db, 'SELECT last FROM lot_serials WHERE crop_key = ?', cropKey);
  const serial = numberAfter(row?.last ?? 0, all<CodeBlock>(db, 'SELECT first, last FROM swap_blocks'));
  run(
    db,
    'INSERT INTO lot_serials (crop_key, last) VALUES (?, ?) ON CONFLICT (crop_key) DO UPDATE SET last = excluded.last',
    cropKey,
    serial,
  );
  return formatLotCode(libraryCrop(db, cropKey).letters, serial);
}

/** The source of this name, made when there is none. */
export function sourceId(change: Change, name: string): number {
  const folded = foldName(name);
  if (folded === '') throw wrong('source', 'needs a letter or number');
  const found = one<{ id: number }>(change.db, 'SELECT id FROM sources WHERE folded = ?', folded);
  return found?.id ?? change.insert('sources', { name: name.trim(), folded });
}

/** The variety of an intake: the one chosen, one known by this name or a synonym, or a new one. */
function varietyOf(
  change: Change,
  body: Intake,
): { readonly id: number; readonly name: string; readonly crop_key: string; readonly breeding: string } {
  const { db } = change;
  const byId = (id: number) =>
    one<{ id: number; name: string; crop_key: string; breeding: string; joined_into: number | null }>(
      db,
      'SELECT id, name, crop_key, breeding, joined_into FROM varieties WHERE id = ?',
      id,
    );
  if (body.varietyId != null) {
    const found = byId(body.varietyId);
    if (!found) throw wrong('varietyId', 'is not in the register; choose again');
    // One that was joined in the meantime is the one it became.
    return (found.joined_into === null ? found : byId(found.joined_into)) ?? found;
  }
  const name = (body.varietyName ?? '').trim();
  const folded = foldName(name);
  if (folded === '') throw wrong('varietyName', 'give the name on the envelope, or a nickname such as "flat dark beans"');
  if (body.cropKey == null || body.cropKey === '') throw wrong('cropKey', 'choose the crop; any of its names finds it');
  if (!one(db, 'SELECT 1 FROM crops WHERE key = ?', body.cropKey)) throw wrong('cropKey', 'is not a crop of the reference; choose again');
  const known = varietyNamed(db, body.cropKey, name);
  const id = known ?? change.insert('varieties', { crop_key: body.cropKey, name, folded, breeding: body.breeding ?? 'unknown' });
  return byId(id) as NonNullable<ReturnType<typeof byId>>;
}

/** How a packet was closed and when its seed was picked, as forms send it. */
interface KeptFacts {
  readonly sealed?: boolean | undefined;
  readonly sealedRhPercent?: number | null | undefined;
  readonly openedOn?: string | null | undefined;
  readonly pickedOn?: string | null | undefined;
  readonly ripenedWhere?: string | null | undefined;
  readonly ripenedInSeason?: 'yes' | 'no' | null | undefined;
  readonly nightC?: number | null | undefined;
}

/** Checks the days of a sealed packet and of picking against each other. */
export function checkKept(today: string, receivedOn: string, body: KeptFacts): void {
  if (body.sealed !== true && body.sealedRhPercent != null)
    throw wrong('sealedRhPercent', 'leave it out unless the supplier sealed the packet');
  if (body.sealed !== true && body.openedOn != null) throw wrong('openedOn', 'leave it out unless the supplier sealed the packet');
  if (body.openedOn != null && body.openedOn > today) throw wrong('openedOn', `must not be after today, ${today}`);
  if (body.pickedOn != null && body.pickedOn > receivedOn) throw wrong('pickedOn', `must not be after it came, ${receivedOn}`);
  if (body.pickedOn != null && body.pickedOn < '1900-01-01') throw wrong('pickedOn', 'is too long ago; check the year');
}

/** The columns of a lot for these facts; only those that were sent. */
export function keptColumns(body: KeptFacts): Record<string, unknown> {
  const columns: Record<string, unknown> = {};
  if (body.sealed !== undefined) {
    columns.sealed = body.sealed ? 1 : 0;
    if (!body.sealed) Object.assign(columns, { sealed_rh_percent: null, opened_on: null });
  }
  const names = {
    sealedRhPercent: 'sealed_rh_percent',
    openedOn: 'opened_on',
    pickedOn: 'picked_on',
    ripenedWhere: 'ripened_where',
    ripenedInSeason: 'ripened_in_season',
    nightC: 'night_c',
  } as const;
  for (const [field, column] of Object.entries(names)) {
    const value = body[field as keyof typeof names];
    if (value !== undefined) columns[column] = typeof value === 'string' ? value.trim() || null : value;
  }
  return columns;
}

/** Checks what a schema cannot: years against days, amounts against each other. */
function checkIntake(change: Change, body: Intake): void {
  if (body.receivedOn > change.today) throw wrong('receivedOn', `must not be after today, ${change.today}`);
  if (body.receivedOn < '1900-01-01') throw wrong('receivedOn', 'is too long ago; check the year');
  if (body.yearKind === 'unknown' && body.year != null)
    throw wrong('year', 'leave it out when the year is not known, or say which year it is');
  if (body.yearKind !== 'unknown' && body.year == null) throw wrong('year', 'is needed; or say that the year is not known');
  // A packet is often "packed for" the season to come.
  const latest = yearOf(body.receivedOn) + (body.yearKind === 'packing' ? 1 : 0);
  if (body.year != null && body.year > latest) throw wrong('year', `must not be after ${String(latest)}, when it came`);
  checkKept(change.today, body.receivedOn, body);
  if (body.floor != null && body.floor > body.seeds)
    throw wrong('floor', `must not be more than the ${plural(body.seeds, 'seed')} there are`);
  if (body.placeId != null && !one(change.db, 'SELECT 1 FROM places WHERE id = ?', body.placeId))
    throw wrong('placeId', 'is not a place here; choose again');
}

interface NewLot {
  readonly varietyId: number;
  readonly cropKey: string;
  readonly sourceId: number;
  readonly parent: { readonly id: number; readonly generation: number } | null;
  readonly acquisition: string;
  readonly form: string;
  readonly yearKind: 'harvest' | 'packing' | 'unknown';
  readonly year: number | null;
  readonly receivedOn: string;
  readonly stated: number | null;
  readonly identity: string;
  readonly state: 'kept' | 'quarantine';
  readonly amountKnown: string;
  readonly seeds: number;
  readonly floor: number;
  readonly placeId: number | null;
  readonly note: string | null;
  readonly reason: string;
  readonly kept?: KeptFacts;
  /** The code it had elsewhere and keeps; left out, the next one is given. */
  readonly code?: string | null;
  /** By which the line of a file is known again. */
  readonly importKey?: string | null;
}

/** Writes a lot with its code, its first movement and where it is kept. */
export function insertLot(change: Change, lot: NewLot): { readonly id: number; readonly code: string } {
  const { db } = change;
  const { hemisphere } = readSettings(db);
  const code = lot.code ?? nextCode(db, lot.cropKey);
  const id = change.insert('lots', {
    code,
    variety_id: lot.varietyId,
    source_id: lot.sourceId,
    parent_id: lot.parent?.id ?? null,
    generation: lot.parent ? lot.parent.generation + 1 : 0,
    acquisition: lot.acquisition,
    form: lot.form,
    year_kind: lot.yearKind,
    year: lot.year,
    received_on: lot.receivedOn,
    ages_from: ageingStart(lot.yearKind, lot.year, lot.receivedOn, hemisphere, {
      shortLived: isShortLived(libraryCrop(db, lot.cropKey)),
      pickedOn: lot.kept?.pickedOn ?? null,
    }),
    ...keptColumns(lot.kept ?? {}),
    stated_germination: lot.stated,
    identity: lot.identity,
    state: lot.state,
    amount_known: lot.amountKnown,
    floor: lot.floor,
    note: lot.note,
    import_key: lot.importKey ?? null,
  });
  change.insert('movements', { lot_id: id, kind: 'in', seeds: lot.seeds, moved_on: lot.receivedOn, reason: lot.reason });
  if (lot.placeId !== null) change.insert('storage_periods', { lot_id: id, place_id: lot.placeId, from_day: lot.receivedOn });
  change.touch('lot', id);
  return { id, code };
}

/**
 * The variety of seed saved from another: the same, but for an F1 hybrid, whose seed is something new that comes "from" it and whose
 * breeding nobody knows.
 */
export function offspringOf<V extends { readonly id: number; readonly name: string; readonly crop_key: string; readonly breeding: string }>(
  change: Change,
  parent: V,
): { readonly id: number; readonly name: string; readonly crop_key: string } {
  if (parent.breeding !== 'hybrid-f1') return parent;
  const name = `from ${parent.name}`;
  const known = varietyNamed(change.db, parent.crop_key, name);
  const id = known ?? change.insert('varieties', { crop_key: parent.crop_key, name, folded: foldName(name), breeding: 'unknown' });
  change.touch('variety', id);
  return { id, name, crop_key: parent.crop_key };
}

/** Takes in one envelope, under the code that its label bears already or the next one. */
export function takeIn(change: Change, body: Intake, code: string | null = null): { readonly code: string; readonly id: number } {
  checkIntake(change, body);
  const named = varietyOf(change, body);
  // What a hybrid sets is not the hybrid.
  const variety = body.acquisition === 'saved' ? offspringOf(change, named) : named;
  change.touch('variety', variety.id);
  const crop = libraryCrop(change.db, variety.crop_key);
  const lot = insertLot(change, {
    varietyId: variety.id,
    cropKey: variety.crop_key,
    sourceId: sourceId(change, body.source),
    parent: null,
    acquisition: body.acquisition,
    form: body.form,
    yearKind: body.yearKind,
    year: body.year ?? null,
    receivedOn: body.receivedOn,
    stated: body.statedGermination ?? null,
    identity: body.identity ?? 'likely',
    state: 'kept',
    amountKnown: body.amountKnown,
    seeds: body.seeds,
    floor: body.floor ?? suggestedFloor(body.seeds, crop.seedPlantsMin),
    placeId: body.placeId ?? null,
    note: body.note ?? null,
    kept: body,
    code,
    reason: `taken in from ${body.source.trim()}`,
  });
  change.describe(`Took in ${lot.code} ${variety.name}, ${plural(body.seeds, 'seed')} from ${body.source.trim()}`);
  return lot;
}

/** Seeds of a lot that lie in filled packets. */
export function seedsInPackets(db: Db, lotId: number): number {
  return one<{ n: number | null }>(db, 'SELECT sum(seeds_each * packets_left) AS n FROM packet_fills WHERE lot_id = ?', lotId)?.n ?? 0;
}

/** Seeds leave or enter a lot: one movement, checked against the balance before SQLite would. */
export function moveSeeds(
  change: Change,
  lot: { readonly id: number; readonly code: string; readonly balance: number },
  kind: string,
  seeds: number,
  day: string,
  reason: string,
  field = 'seeds',
): number {
  checkLeaves(change.db, lot, seeds, field);
  change.touch('lot', lot.id);
  return change.insert('movements', { lot_id: lot.id, kind, seeds, moved_on: day, reason });
}

/** Whether so many seeds (below zero: out of it) can leave a lot: they are there, and not filled in packets. Names `field`. */
export function checkLeaves(
  db: Db,
  lot: { readonly id: number; readonly code: string; readonly balance: number },
  seeds: number,
  field: string,
): void {
  if (lot.balance + seeds < 0) {
    throw wrong(field, `${lot.code} holds ${plural(lot.balance, 'seed')}; ${String(-seeds)} cannot leave it`);
  }
  const inPackets = seedsInPackets(db, lot.id);
  if (seeds < 0 && lot.balance + seeds < inPackets) {
    throw wrong(
      field,
      `${String(inPackets)} of the ${plural(lot.balance, 'seed')} of ${lot.code} are filled in packets; take them from there, or pour packets back first`,
    );
  }
}
