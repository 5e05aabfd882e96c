import type * as yup from 'yup';
import { foldName, type lineForm, plural, wrong } from '@esprel/core';
import { type Db, one } from '../db/db.ts';
import { linesOf, withAllBelow } from '../estimates/truth.ts';
import { changeIdentity } from '../identity/identity.ts';
import type { Change } from '../journal/change.ts';
import { stale } from '../problem.ts';
import { libraryCrop } from '../records/crop.ts';
import { lotByCode, type LotRow } from '../records/lot.ts';
import { varietyNamed, varietyRow } from '../records/variety.ts';

/** The lot that gave the pollen. Throws where it cannot have: another group, itself, or what was grown from it. */
function pollenLot(db: Db, lot: LotRow, code: string): LotRow {
  const pollen = lotByCode(db, code, 'pollenCode');
  const groups = [lot, pollen].map((l) => libraryCrop(db, l.crop_key).crossingGroup);
  if (groups[0] !== groups[1]) throw wrong('pollenCode', `${pollen.code} does not cross with ${lot.code}; choose a lot of its own group`);
  if (withAllBelow(db, [lot.id]).includes(pollen.id)) {
    throw wrong(
      'pollenCode',
      pollen.id === lot.id ? 'is the lot itself' : `${pollen.code} was grown from ${lot.code}: a lot cannot descend from itself`,
    );
  }
  return pollen;
}

/** Keeps what was chosen as a line of its own, under its variety: the best plants of so many, for something, with the pollen parent where it was chosen too. */
export function keepLine(change: Change, code: string, body: yup.InferType<typeof lineForm>): { readonly varietyId: number } {
  const { db } = change;
  const lot = lotByCode(db, code);
  if (lot.version !== body.version) throw stale(body.version, lot.version, lot, {});
  const variety = varietyRow(db, lot.variety_id);
  if (lot.breeding === 'hybrid-f1') throw wrong('name', 'a hybrid is no line: keep what was saved from it');
  if (body.chosen != null && body.ofPlants != null && body.chosen > body.ofPlants) {
    throw wrong('chosen', `must not be more than the ${plural(body.ofPlants, 'plant')} that stood`);
  }
  if (body.chosen == null && body.ofPlants != null) throw wrong('chosen', 'say how many of them were chosen');
  const name = body.name.trim();
  if (varietyNamed(db, lot.crop_key, name) !== null)
    throw wrong('name', 'is the name of another variety of this crop; choose one that is free');
  if (one(db, 'SELECT 1 FROM selections WHERE lot_id = ?', lot.id))
    throw wrong('name', `${lot.code} is a line already; take that back first`);
  const pollen = body.pollenCode == null || body.pollenCode.trim() === '' ? null : pollenLot(db, lot, body.pollenCode);
  const id = change.insert('varieties', {
    crop_key: lot.crop_key,
    name,
    folded: foldName(name),
    breeding: variety.breeding === 'unknown' ? 'open-pollinated' : variety.breeding,
    line_of: variety.id,
    note: `Chosen for: ${body.chosenFor.trim()}`,
  });
  change.insert('selections', {
    lot_id: lot.id,
    chosen: body.chosen ?? null,
    of_plants: body.ofPlants ?? null,
    pollen_lot_id: pollen?.id ?? null,
    chosen_for: body.chosenFor.trim(),
  });
  if (pollen !== null) writePollenParent(change, lot, pollen);
  const of = body.chosen == null ? '' : `, ${String(body.chosen)}${body.ofPlants == null ? '' : ` of ${String(body.ofPlants)}`} chosen`;
  changeIdentity(change, lot, {
    identity: lot.identity,
    varietyId: id,
    kind: 'corrected',
    reason: `kept as a line of ${variety.name}, for ${body.chosenFor.trim()}`,
  });
  change.touch('variety', variety.id);
  change.describe(`Kept ${lot.code} as a line of ${variety.name}: ${name}${of}${pollen === null ? '' : `, pollen from ${pollen.code}`}`);
  return { varietyId: id };
}

/** Mother and pollen parent give half each. */
function writePollenParent(change: Change, lot: LotRow, pollen: LotRow): void {
  const { db } = change;
  const mothers = linesOf(db, lot.id);
  if (mothers.some((m) => m.parentId === pollen.id)) return;
  const [mother] = mothers;
  if (mothers.length === 1 && mother && !one(db, 'SELECT 1 FROM lot_parents WHERE lot_id = ?', lot.id)) {
    change.insert('lot_parents', { lot_id: lot.id, parent_id: mother.parentId, seeds: 1 });
  }
  const whole = Math.max(
    1,
    mothers.reduce((n, m) => n + m.seeds, 0),
  );
  change.insert('lot_parents', { lot_id: lot.id, parent_id: pollen.id, seeds: whole });
  // What descends has to know it: a lot without a parent has one now.
  if (mothers.length === 0) change.update('lots', lot.id, { parent_id: pollen.id, generation: pollen.generation + 1 });
}
