import type * as yup from 'yup';
import { keptOfMix, lotTruth, type mixForm, plural, wrong } from '@esprel/core';
import type { MixLook } from '@esprel/core/api';
import { type Db, one } from '../db/db.ts';
import { laidReady } from '../estimates/free.ts';
import { refreshLots } from '../estimates/make.ts';
import { truthOf } from '../estimates/truth.ts';
import type { Change } from '../journal/change.ts';
import { libraryCrop } from '../records/crop.ts';
import { lotByCode, lotNames, type LotRow, missingWords } from '../records/lot.ts';
import { type Kept, keptInCommon, keptOf } from './diversity.ts';
import { checkLeaves, insertLot, moveSeeds } from './intake.ts';

type MixBody = yup.InferType<typeof mixForm>;

interface Part {
  readonly lot: LotRow;
  readonly seeds: number;
}

/** The lots of a mix, held against all that has to be true of it. Throws an InputError that names the part. */
function partsOf(db: Db, body: MixBody, today: string): Part[] {
  if (body.mixedOn > today) throw wrong('mixedOn', `must not be after today, ${today}`);
  const parts = body.parts.map((p, i) => ({ lot: lotByCode(db, p.lotCode, `parts[${String(i)}].lotCode`), seeds: p.seeds }));
  parts.forEach(({ lot, seeds }, i) => {
    const at = `parts[${String(i)}]`;
    const first = parts[0]?.lot;
    if (parts.findIndex((p) => p.lot.id === lot.id) !== i) throw wrong(`${at}.lotCode`, `${lot.code} is there twice`);
    if (first && lot.variety_id !== first.variety_id) {
      const names = [lotNames(db, first.id).variety, lotNames(db, lot.id).variety];
      throw wrong(`${at}.lotCode`, `${lot.code} is ${names[1] ?? ''}, not ${names[0] ?? ''}: only lots of one variety are mixed`);
    }
    if (first && lot.form !== first.form && [lot.form, first.form].some((f) => ['pelleted', 'primed', 'treated'].includes(f))) {
      throw wrong(`${at}.lotCode`, `${lot.code} is ${lot.form}, the first is ${first.form}: such seed is not mixed with other`);
    }
    const missing = missingWords(lot);
    if (missing !== null) throw wrong(`${at}.lotCode`, missing);
    if (lot.state === 'quarantine') throw wrong(`${at}.lotCode`, `${lot.code} waits in quarantine; release it first`);
    if (lot.wet_on !== null && lot.dried_on === null) throw wrong(`${at}.lotCode`, `${lot.code} is wet; dry it first`);
    if (body.mixedOn < lot.received_on) throw wrong('mixedOn', `must not be before ${lot.code} came, ${lot.received_on}`);
    const laid = laidReady(db, lot.id, null);
    if (seeds > lot.balance - laid) {
      throw wrong(
        `${at}.seeds`,
        `${lot.code} holds ${plural(lot.balance, 'seed')}${laid > 0 ? `, of which ${String(laid)} lie ready for whoever asked` : ''}`,
      );
    }
    checkLeaves(db, lot, -seeds, `${at}.seeds`);
  });
  return parts;
}

const aliveOf = (db: Db, lotId: number): number =>
  one<{ m: number }>(db, 'SELECT median AS m FROM lot_estimates WHERE lot_id = ?', lotId)?.m ?? 0.5;

/** What a mix would be: how alive, how true, and what of the variety's diversity it would hold. */
export function mixLook(db: Db, body: MixBody, today: string): MixLook {
  const parts = partsOf(db, body, today);
  const known = new Map<number, Kept>();
  const seeds = parts.reduce((n, p) => n + p.seeds, 0);
  const shown = parts.map(({ lot, seeds: part }) => ({
    code: lot.code,
    seeds: part,
    balance: lot.balance,
    year: lot.year,
    alive: aliveOf(db, lot.id),
    trueMean: truthOf(db, lot.id)?.truth.trueShare.mean ?? null,
    kept: keptOf(db, lot.id, known).kept,
  }));
  const [first] = parts;
  const common = keptInCommon(
    db,
    parts.map((p) => p.lot.id),
    known,
  );
  const trueMean =
    first === undefined || shown.some((p) => p.trueMean === null)
      ? null
      : lotTruth({
          crop: libraryCrop(db, first.lot.crop_key),
          acquisition: 'saved',
          parents: shown.map((p) => ({ part: p.seeds, crossed: 1 - (p.trueMean ?? 1) })),
          grown: null,
          mixed: true,
          seen: [],
        }).trueShare.mean;
  const look = {
    variety: first ? lotNames(db, first.lot.id).variety : '',
    seeds,
    alive: shown.reduce((n, p) => n + (p.alive * p.seeds) / seeds, 0),
    trueMean,
    kept: keptOfMix(
      shown.map((p) => ({ part: p.seeds, kept: p.kept })),
      common,
    ),
    parts: shown,
  };
  return { ...look, words: mixWords(look) };
}

/** A lot that is so much less alive, or truer, than another is better kept apart. */
const APART_ALIVE = 0.2;
const APART_TRUE = 0.04;

function mixWords(look: Omit<MixLook, 'words'>): string[] {
  const alive = look.parts.map((p) => p.alive);
  const truth = look.parts.flatMap((p) => (p.trueMean === null ? [] : [p.trueMean]));
  const best = Math.max(...look.parts.map((p) => p.kept));
  const dead = look.parts.find((p) => p.alive === Math.min(...alive));
  const odd = look.parts.find((p) => p.trueMean === Math.min(...truth));
  return [
    look.kept > best + 0.005
      ? 'It holds more of the variety than any of them alone: that is what mixing is for.'
      : 'It holds no more of the variety than the best of them alone.',
    ...(Math.max(...alive) - Math.min(...alive) > APART_ALIVE
      ? [`${dead?.code ?? ''} is much less alive than the rest: seed of two ages ages as two, and a test of the mix says little of either.`]
      : []),
    ...(truth.length > 1 && Math.max(...truth) - Math.min(...truth) > APART_TRUE
      ? [`${odd?.code ?? ''} is less true to type than the rest: once it is in, it cannot be taken out again.`]
      : []),
    'What is mixed stays mixed: keep some of each for itself where there is enough.',
  ];
}

/** Lots of one variety become one, with all of them for its parents. */
export function mix(change: Change, body: MixBody): { readonly id: number; readonly code: string } {
  const { db, today } = change;
  const parts = partsOf(db, body, today);
  // How alive each is then is what the mix begins with.
  const unknown = parts.filter((p) => !one(db, 'SELECT 1 FROM lot_estimates WHERE lot_id = ?', p.lot.id)).map((p) => p.lot.id);
  refreshLots(db, unknown, today);
  const look = mixLook(db, body, today);
  const [first] = [...parts].sort((a, b) => b.seeds - a.seeds);
  if (!first) throw wrong('parts', 'needs at least 2 entries');
  if (body.placeId != null && !one(db, 'SELECT 1 FROM places WHERE id = ?', body.placeId))
    throw wrong('placeId', 'is not a place here; choose again');
  const lots = parts.map((p) => p.lot);
  const years = lots.flatMap((l) => (l.year === null ? [] : [l.year]));
  const known = lots.every((l) => l.year !== null && l.year_kind === 'harvest');
  const { id, code } = insertLot(change, {
    varietyId: first.lot.variety_id,
    cropKey: first.lot.crop_key,
    sourceId: first.lot.source_id,
    // Mixing is no generation: what it was grown in last counts.
    parent: { id: first.lot.id, generation: Math.max(1, ...lots.map((l) => l.generation)) - 1 },
    acquisition: lots.every((l) => l.acquisition === first.lot.acquisition) ? first.lot.acquisition : 'saved',
    form: lots.every((l) => l.form === first.lot.form) ? first.lot.form : 'cleaned',
    yearKind: known ? 'harvest' : 'unknown',
    year: known ? Math.min(...years) : null,
    receivedOn: body.mixedOn,
    stated: null,
    identity: worstOf(lots.map((l) => l.identity)),
    state: 'kept',
    amountKnown: lots.every((l) => l.amount_known === 'counted') ? 'counted' : 'estimated',
    seeds: look.seeds,
    floor: Math.min(
      look.seeds,
      lots.reduce((n, l) => Math.max(n, l.floor), 0),
    ),
    placeId: body.placeId ?? null,
    note: body.note?.trim() || null,
    reason: `mixed of ${lots.map((l) => l.code).join(', ')}`,
  });
  // Its age begins with the mixing: how alive it was then is known from its parts.
  change.update('lots', id, { ages_from: body.mixedOn, stated_germination: look.alive });
  for (const { lot, seeds } of parts) {
    moveSeeds(change, lot, 'out', -seeds, body.mixedOn, `mixed into ${code}`);
    change.insert('lot_parents', { lot_id: id, parent_id: lot.id, seeds });
  }
  change.touch('variety', first.lot.variety_id);
  change.describe(`Mixed ${lots.map((l) => l.code).join(', ')} of ${look.variety} into ${code}: ${plural(look.seeds, 'seed')}`);
  return { id, code };
}

const SURENESS = ['sure', 'likely', 'doubtful', 'unknown'] as const;
const worstOf = (all: readonly LotRow['identity'][]): LotRow['identity'] =>
  SURENESS[Math.max(...all.map((i) => SURENESS.indexOf(i)))] ?? 'unknown';
