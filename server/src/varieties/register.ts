import type * as yup from 'yup';
import { foldName, type IdentityConfidence, likeness, plural, type varietyEditForm, type varietyForm, wrong } from '@esprel/core';
import type { NearVariety, Reach } from '@esprel/core/api';
import { all, type Db, one } from '../db/db.ts';
import { makeErrands, reachOf } from '../errands/errands.ts';
import { findNames } from '../find/names.ts';
import type { Change } from '../journal/change.ts';
import { libraryCrop } from '../records/crop.ts';
import { lotByCode } from '../records/lot.ts';
import { lotIdsOf, varietyNamed, varietyRow, type VarietyRow } from '../records/variety.ts';

/** Varieties whose names are so near that they may be one: within the crop, through spelling, order, accents and script. */
export function nearVarieties(db: Db, name: string, cropKey: string | null, not: number | null = null): NearVariety[] {
  const found = findNames(db, name, ['variety']).slice(0, 60);
  const out = [];
  for (const { thing } of found) {
    const id = Number(thing);
    if (id === not) continue;
    const row = one<{ id: number; name: string; cropKey: string; crop: string; lots: number }>(
      db,
      `SELECT v.id, v.name, v.crop_key AS cropKey, c.name AS crop, (SELECT count(*) FROM lots WHERE variety_id = v.id) AS lots
       FROM varieties v JOIN crops c ON c.key = v.crop_key WHERE v.id = ? AND v.joined_into IS NULL`,
      id,
    );
    if (!row || (cropKey !== null && row.cropKey !== cropKey)) continue;
    const names = [row.name, ...all<{ name: string }>(db, 'SELECT name FROM variety_synonyms WHERE variety_id = ?', id).map((s) => s.name)];
    const likes = names.map((n) => ({ n, like: likeness(name, n) }));
    const best = likes.find((l) => l.like === 'same') ?? likes.find((l) => l.like === 'near');
    if (best?.like) out.push({ ...row, like: best.like, by: best.n });
  }
  return out.sort((a, b) => (a.like === b.like ? 0 : a.like === 'same' ? -1 : 1)).slice(0, 6);
}

function traits(body: yup.InferType<typeof varietyForm> | yup.InferType<typeof varietyEditForm>): Record<string, unknown> {
  if (body.harvestDaysMin != null && body.harvestDaysMax != null && body.harvestDaysMax < body.harvestDaysMin) {
    throw wrong('harvestDaysMax', 'must not be before the first');
  }
  return {
    breeding: body.breeding,
    habit: (body.habit ?? '').trim() || null,
    height_cm: body.heightCm ?? null,
    spacing_cm: body.spacingCm ?? null,
    harvest_days_min: body.harvestDaysMin ?? null,
    harvest_days_max: body.harvestDaysMax ?? null,
    hardiness: body.hardiness ?? null,
    note: (body.note ?? '').trim() || null,
  };
}

/** Refuses a name that another variety of the crop has, and says which. */
function checkName(db: Db, cropKey: string, name: string, own: number | null, field = 'name'): string {
  const folded = foldName(name);
  if (folded === '') throw wrong(field, 'needs a letter or number');
  const known = varietyNamed(db, cropKey, name);
  if (known !== null && known !== own) {
    throw wrong(field, `${varietyRow(db, known).name} of this crop has this name already; join the two instead`);
  }
  return folded;
}

/** Makes the synonyms of a variety these, no more and no fewer. */
function setSynonyms(change: Change, variety: { readonly id: number; readonly cropKey: string }, names: readonly string[]): void {
  const wanted = new Map(names.map((n) => [foldName(n), n.trim()]));
  const own = all<{ id: number; folded: string }>(change.db, 'SELECT id, folded FROM variety_synonyms WHERE variety_id = ?', variety.id);
  // A nickname may stand with two varieties since they came in; only what is new here has to be free.
  names.forEach((n, i) => {
    if (!own.some((s) => s.folded === foldName(n))) checkName(change.db, variety.cropKey, n, variety.id, `synonyms[${String(i)}]`);
  });
  for (const s of own) if (!wanted.has(s.folded)) change.remove('variety_synonyms', s.id);
  for (const name of wanted.values()) addSynonym(change, variety.id, name);
}

export function makeVariety(change: Change, body: yup.InferType<typeof varietyForm>): { readonly id: number } {
  const crop = libraryCrop(change.db, body.cropKey);
  const folded = checkName(change.db, crop.key, body.name, null);
  const id = change.insert('varieties', { crop_key: crop.key, name: body.name.trim(), folded, ...traits(body) });
  setSynonyms(change, { id, cropKey: crop.key }, body.synonyms as string[]);
  change.touch('variety', id);
  change.describe(`Wrote down the variety ${body.name.trim()} of ${crop.name}`);
  return { id };
}

/** Changes a variety. A new name keeps the old one as a synonym and has the labels printed again. */
export function editVariety(
  change: Change,
  id: number,
  body: yup.InferType<typeof varietyEditForm>,
): { readonly id: number; readonly reach: Reach } {
  const { db } = change;
  const before = varietyRow(db, id);
  const name = body.name.trim();
  const folded = checkName(db, before.crop_key, name, id);
  const renamed = name !== before.name;
  change.update('varieties', id, { name, folded, ...traits(body) }, body.version);
  const synonyms = (body.synonyms as string[]).filter((s) => foldName(s) !== folded);
  setSynonyms(change, { id, cropKey: before.crop_key }, renamed && folded !== before.folded ? [...synonyms, before.name] : synonyms);
  const reach = reachOf(db, lotIdsOf(db, id));
  change.touch('variety', id);
  if (renamed) {
    for (const lot of reach.lots) change.touch('lot', lot.id);
    makeErrands(change, reach, { label: `was ${before.name}, is ${name}`, tell: `${before.name} is now called ${name}` });
    change.describe(`Renamed ${before.name} to ${name}`);
  } else {
    // Breeding decides whether a lot can be renewed.
    if (body.breeding !== before.breeding) for (const lot of reach.lots) change.touch('lot', lot.id);
    change.describe(`Changed the variety ${name}`);
  }
  return { id, reach: renamed ? reach : { lots: [], loans: [] } };
}

function moveLots(change: Change, lotIds: readonly number[], from: VarietyRow, toId: number, reason: string): Reach {
  const to = varietyRow(change.db, toId);
  for (const id of lotIds) {
    const { identity } = one<{ identity: IdentityConfidence }>(change.db, 'SELECT identity FROM lots WHERE id = ?', id) ?? {
      identity: 'likely',
    };
    change.update('lots', id, { variety_id: toId });
    change.insert('identity_events', {
      lot_id: id,
      kind: 'corrected',
      on_day: change.today,
      from_identity: identity,
      to_identity: identity,
      from_variety_id: from.id,
      to_variety_id: toId,
      reason,
    });
    change.touch('lot', id);
  }
  change.touch('variety', from.id);
  change.touch('variety', toId);
  const reach = reachOf(change.db, lotIds);
  makeErrands(change, reach, { label: `was ${from.name}, is ${to.name}`, tell: `${from.name} turned out to be ${to.name}: ${reason}` });
  return reach;
}

/** Takes some lots of a variety apart as another one. */
export function splitVariety(
  change: Change,
  id: number,
  body: { readonly version: number; readonly name: string; readonly lotCodes: readonly string[]; readonly reason: string },
): { readonly id: number; readonly reach: Reach } {
  const { db } = change;
  const from = varietyRow(db, id);
  const folded = checkName(db, from.crop_key, body.name, null);
  const lots = [...new Set(body.lotCodes)].map((code, i) => {
    const lot = lotByCode(db, code, `lotCodes[${String(i)}]`);
    if (lot.variety_id !== id) throw wrong(`lotCodes[${String(i)}]`, `${lot.code} is not a lot of ${from.name}`);
    return lot;
  });
  if (lots.length === lotIdsOf(db, id).length) throw wrong('lotCodes', `are all lots of ${from.name}; rename it instead`);
  change.update('varieties', id, {}, body.version);
  const made = change.insert('varieties', { crop_key: from.crop_key, name: body.name.trim(), folded, breeding: from.breeding });
  const reach = moveLots(
    change,
    lots.map((l) => l.id),
    from,
    made,
    body.reason.trim(),
  );
  change.describe(`Took ${plural(lots.length, 'lot')} of ${from.name} apart as ${body.name.trim()}: ${body.reason.trim()}`);
  return { id: made, reach };
}

/** Joins a variety into another: its lots and names go over, and it stays as a signpost. */
export function joinVariety(
  change: Change,
  id: number,
  body: { readonly version: number; readonly intoId: number; readonly reason: string },
): { readonly id: number; readonly reach: Reach } {
  const { db } = change;
  const from = varietyRow(db, id);
  const into = one<VarietyRow>(db, 'SELECT * FROM varieties WHERE id = ? AND joined_into IS NULL', body.intoId);
  if (!into) throw wrong('intoId', 'is not in the register; choose again');
  if (into.id === id) throw wrong('intoId', 'is the same variety; choose the other');
  if (from.joined_into !== null) throw wrong('intoId', `${from.name} is joined already`);
  const reason = body.reason.trim();
  const reach = moveLots(change, lotIdsOf(db, id), from, into.id, reason);
  const names = [
    from.name,
    ...all<{ id: number; name: string }>(db, 'SELECT id, name FROM variety_synonyms WHERE variety_id = ?', id).map((s) => {
      change.remove('variety_synonyms', s.id);
      return s.name;
    }),
  ];
  // The name is free before the other takes it: one name leads to one variety.
  change.update('varieties', id, { joined_into: into.id, chosen_envelope_id: null, chosen_reason: null }, body.version);
  for (const s of all<{ id: number }>(db, 'SELECT id FROM varieties WHERE joined_into = ?', id))
    change.update('varieties', s.id, { joined_into: into.id });
  for (const name of names) if (foldName(name) !== into.folded) addSynonym(change, into.id, name);
  change.describe(`Joined ${from.name} into ${into.name}: ${reason}`);
  return { id: into.id, reach };
}

/** Moves a variety to another crop: somebody called it by the wrong genus. Codes stay; labels and advice change. */
export function moveVariety(
  change: Change,
  id: number,
  body: { readonly version: number; readonly cropKey: string; readonly reason: string },
): { readonly id: number; readonly reach: Reach } {
  const { db } = change;
  const from = varietyRow(db, id);
  if (!one(db, 'SELECT 1 FROM crops WHERE key = ?', body.cropKey)) throw wrong('cropKey', 'is not a crop of the reference; choose again');
  if (body.cropKey === from.crop_key) throw wrong('cropKey', 'is the crop it belongs to already');
  const there = varietyNamed(db, body.cropKey, from.name);
  if (there !== null) throw wrong('cropKey', `has a variety ${varietyRow(db, there).name} already; join the two instead`);
  const was = libraryCrop(db, from.crop_key).name;
  const is = libraryCrop(db, body.cropKey).name;
  const reason = body.reason.trim();
  change.update('varieties', id, { crop_key: body.cropKey }, body.version);
  change.touch('variety', id);
  const reach = reachOf(db, lotIdsOf(db, id));
  for (const lot of reach.lots) change.touch('lot', lot.id);
  makeErrands(change, reach, {
    label: `was under ${was}, is ${is}`,
    tell: `${from.name} is ${is}, not ${was}; how to sow it has changed: ${reason}`,
  });
  change.describe(`Moved ${from.name} from ${was} to ${is}: ${reason}`);
  return { id, reach };
}
/** Adds another name to a variety; nothing happens when it is known already. */

export function addSynonym(change: Change, varietyId: number, name: string): void {
  const folded = foldName(name);
  if (folded === '' || one(change.db, 'SELECT 1 FROM variety_synonyms WHERE variety_id = ? AND folded = ?', varietyId, folded)) return;
  change.insert('variety_synonyms', { variety_id: varietyId, name: name.trim(), folded });
  change.touch('variety', varietyId);
}
