import type * as yup from 'yup';
import { addDays, coverOf, plural, type renewalRowsForm, seedReadyDay, wrong } from '@esprel/core';
import { one } from '../db/db.ts';
import { freeFor } from '../estimates/free.ts';
import type { Change } from '../journal/change.ts';
import { lay, writeAsk } from '../members/asks.ts';
import { nameInDoubt, whyNotLent } from '../members/lend.ts';
import { blocked } from '../problem.ts';
import { askRow } from '../records/ask.ts';
import { type LotRow, lotRow } from '../records/lot.ts';
import { renewalRowAt } from '../records/renewalRow.ts';
import { gardenOf } from '../season/gardens.ts';
import { planSowing } from '../season/planChange.ts';
import { usualPlan } from '../season/usualPlan.ts';
import { gathered, type Gathered } from './gather.ts';
import { refuseBroken } from './steps.ts';
import type { VarietyAhead } from './varieties.ts';

type Rows = yup.InferType<typeof renewalRowsForm>;
type Row = Rows['rows'][number];

/** Seed that is ripe has to be dried and cleaned before it is brought back. */
const CLEANING_DAYS = 30;

/**
 * Takes rows of the plan: of each a packet is laid ready for its grower, to be renewed, which makes its patch on the plan of gardens, and the loan when it is
 * handed over; in a garden of the library its sowing is planned. All of it or nothing; what cannot be is named by its row.
 */
export function takePlan(change: Change, body: Rows): { readonly taken: number } {
  const { db, today } = change;
  const library = gathered(db, today);
  const [first] = library.seasons;
  let [packets, sowings] = [0, 0];
  body.rows.forEach((r, i) => {
    const path = `rows[${String(i)}]`;
    if (r.season !== first)
      throw wrong(`${path}.season`, `only what is begun in ${String(first)} is taken now; the next seasons go by what comes back`);
    const v = library.varieties.find((o) => o.id === r.varietyId);
    if (v === undefined) throw wrong(`${path}.varietyId`, 'is not in the plan any more; look at it again');
    const garden = gardenOf(db, r.gardenId, `${path}.gardenId`);
    const at = renewalRowAt(db, r.varietyId, r.gardenId, r.season);
    if (at?.state === 'taken') return;
    if (at?.state === 'barred') throw wrong(`${path}.gardenId`, `${v.name} is barred at ${garden.name}; look at the plan again`);
    if (at === undefined) refuseBroken(library, r);
    const lot = lotFor(change, library, v, path);
    const row = { state: 'taken', covered: r.covered ? 1 : 0, plants: v.plants };
    const made = garden.memberId === null ? planned(change, v, lot, r) : laid(change, v, lot, { ...r, memberId: garden.memberId }, path);
    if ('ask_id' in made) packets += 1;
    else sowings += 1;
    const asked = garden.memberId === null ? {} : { asked_on: at?.asked_on ?? today };
    if (at === undefined)
      change.insert('renewal_rows', {
        variety_id: v.id,
        garden_id: r.gardenId,
        season: r.season,
        said_on: today,
        ...row,
        ...asked,
        ...made,
      });
    else change.update('renewal_rows', at.id, { ...row, ...asked, ...made }, at.version);
    change.touch('variety', v.id);
    change.touch('garden', r.gardenId);
  });
  if (packets + sowings === 0) throw blocked('All of it is taken already.');
  const said = [
    ...(packets === 0 ? [] : [`${plural(packets, 'packet')} laid ready`]),
    ...(sowings === 0 ? [] : [`${plural(sowings, 'sowing')} planned`]),
  ];
  change.describe(`Took the plan of renewals for ${String(first)}: ${said.join(', ')}`);
  return { taken: packets + sowings };
}

/** The lot that goes out, which has to be there and free. */
function lotFor(change: Change, library: Gathered, v: VarietyAhead, path: string): LotRow {
  const best = v.best[0];
  const lot = best === undefined ? undefined : lotRow(change.db, best.id);
  if (lot === undefined) throw wrong(`${path}.varietyId`, `nothing of ${v.name} is here any more`);
  const not = whyNotLent(change.db, lot);
  if (not !== null) throw wrong(`${path}.varietyId`, `${v.name}: ${not}`);
  if (library.seasons.length === 0 || freeFor(change.db, lot, 'renew') === 0)
    throw wrong(
      `${path}.varietyId`,
      `of ${lot.code} ${v.name} nothing is free: what there is lies ready for somebody, or stays for a second try`,
    );
  return lot;
}

function laid(
  change: Change,
  v: VarietyAhead,
  lot: LotRow,
  r: Row & { readonly memberId: number },
  path: string,
): { readonly ask_id: number } {
  const { db, today } = change;
  const open = one<{ id: number; laid_on: string | null }>(
    db,
    'SELECT id, laid_on FROM asks WHERE member_id = ? AND variety_id = ? AND closed_on IS NULL',
    r.memberId,
    v.id,
  );
  if (open !== undefined && open.laid_on !== null)
    throw wrong(`${path}.gardenId`, `a packet of ${v.name} lies ready for them already; hand it over or put it back first`);
  const askId = open?.id ?? writeAsk(change, r.memberId, { varietyId: v.id, kind: 'offer', note: 'from the plan of renewals' }).id;
  const garden = gardenOf(db, r.gardenId);
  const attempt = v.attempts[0];
  lay(change, askId, {
    version: askRow(db, askId).version,
    lotCode: lot.code,
    seeds: Math.max(1, Math.min(attempt?.seeds ?? 1, freeFor(db, lot, 'renew', askId))),
    purpose: 'renew',
    promise: 'some',
    promisedSeeds: null,
    dueOn: addDays(seedReadyDay(v.crop, today, garden.frost), CLEANING_DAYS),
    packetNote: nameInDoubt(lot) ? `The name is in doubt: it came as ${v.name}.` : null,
    packetFillId: null,
    packets: null,
  });
  return { ask_id: askId };
}

/** In a garden of the library it is sown by the library. */
function planned(change: Change, v: VarietyAhead, lot: LotRow, r: Row): { readonly planned_id: number } {
  const { db, today } = change;
  const { plan } = usualPlan(db, lot.code, v.plants, today, { gardenId: r.gardenId });
  const { id } = planSowing(change, {
    ...plan,
    memberId: null,
    personId: null,
    growBenchId: null,
    note: 'From the plan of renewals, for seed.',
  });
  change.insert('patches', {
    planned_id: id,
    kind: 'library',
    apart: r.covered ? (coverOf(v.saving)?.apart ?? 'open') : 'open',
  });
  return { planned_id: id };
}
