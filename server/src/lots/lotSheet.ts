import {
  ageAt,
  ageingCropOf,
  asleepShare,
  estimateLot,
  type FoundAtHome,
  freshnessWords,
  type FrostDates,
  isShortLived,
  type LotEstimate,
  type LotFacts,
  restsUntil,
  ribbonDays,
  sensibleTestSize,
  type Settings,
  sownUnit,
  sproutingWords,
  testProtocol,
  viability,
  warmth,
} from '@esprel/core';
import type { LotModel, LotSheetData, ReturnStep } from '@esprel/core/api';
import { all, type Db, one } from '../db/db.ts';
import { asleepTests, evidenceOf } from '../estimates/evidence.ts';
import { lotFacts } from '../estimates/facts.ts';
import { freeFor, laidReady } from '../estimates/free.ts';
import { judgementOf } from '../estimates/judging.ts';
import { shareOf, truthOf } from '../estimates/truth.ts';
import { wetOf } from '../estimates/wet.ts';
import { historyOf } from '../journal/history.ts';
import { libraryCrop } from '../records/crop.ts';
import { lotByCode, lotNames, type LotRow } from '../records/lot.ts';
import { mixUpsOf } from '../records/mixUp.ts';
import { seenOverrule } from '../records/overrule.ts';
import { climateIn, placePath, placesById } from '../records/place.ts';
import { cautionsOfLot } from '../records/restriction.ts';
import { frostOf, readSettings } from '../records/settings.ts';
import { synonymsOf } from '../records/variety.ts';
import { envelopeTextOf, photosOf, weighingsOf } from './envelope.ts';
import { packetsOf } from './packets.ts';
import { seedsThatCame } from './putRight.ts';
import { sowingFacts } from './sowingFacts.ts';

const RIBBON_POINTS = 41;
function keptFactsOf(lot: LotRow) {
  return {
    sealed: lot.sealed === 1,
    sealedRhPercent: lot.sealed_rh_percent,
    openedOn: lot.opened_on,
    pickedOn: lot.picked_on,
    ripenedWhere: lot.ripened_where,
    ripenedInSeason: lot.ripened_in_season,
    nightC: lot.night_c,
  };
}

function freshnessOf(lot: LotRow, settings: Settings, today: string): string {
  return freshnessWords(
    {
      pickedOn: lot.picked_on,
      receivedOn: lot.received_on,
      ripenedWhere: lot.ripened_where,
      ripenedInSeason: lot.ripened_in_season,
      nights: lot.night_c === null ? null : warmth(lot.night_c, settings.temperatureUnit),
    },
    today,
  );
}

export const estimates = new Map<string, LotEstimate>();
const MOST_ESTIMATES = 500;

/** The estimate as a sheet draws it, kept by all that it goes by: what came and went changes nothing of it. */
function sheetEstimate(facts: LotFacts, day: string, frost: FrostDates): LotEstimate {
  const key = JSON.stringify([facts, day, frost]);
  let estimate = estimates.get(key);
  if (estimate === undefined) {
    estimate = estimateLot(facts, day, frost, RIBBON_POINTS);
    if (estimates.size >= MOST_ESTIMATES) estimates.clear();
    estimates.set(key, estimate);
  }
  return estimate;
}

/** How a lot came home, and what is done with it until it is released; null of what did not. */
function quarantineOf(db: Db, lotId: number): LotSheetData['quarantine'] {
  const row = one<Omit<NonNullable<LotSheetData['quarantine']>, 'found' | 'steps'> & { readonly found: string }>(
    db,
    `SELECT r.id, r.version, r.received_on AS receivedOn, r.plants, r.grown_beside AS grownBeside, r.isolated, r.released_on AS releasedOn,
       m.name AS grownBy, r.found FROM returns r JOIN members m ON m.id = r.member_id WHERE r.lot_id = ?`,
    lotId,
  );
  if (!row) return null;
  const steps = all<ReturnStep>(
    db,
    'SELECT id, kind, due_on AS dueOn, done_on AS doneOn, version FROM return_steps WHERE return_id = ? ORDER BY due_on, id',
    row.id,
  );
  return { ...row, found: JSON.parse(row.found) as FoundAtHome[], steps };
}

/** Everything the sheet of one lot shows. */
export function lotSheet(db: Db, today: string, code: string): LotSheetData {
  const lot = lotByCode(db, code);
  const names = lotNames(db, lot.id);
  const crop = libraryCrop(db, lot.crop_key);
  const settings = readSettings(db);
  const evidence = evidenceOf(db, lot.id);
  const facts = lotFacts(db, lot, evidence, settings);
  const day = today < lot.ages_from ? lot.ages_from : today;
  const estimate = sheetEstimate(facts, day, frostOf(settings));
  const verdict = judgementOf(db, lot, { ...estimate, dots: evidence, threshold: facts.threshold }, today);
  const parent = lot.parent_id === null ? null : one<{ code: string }>(db, 'SELECT code FROM lots WHERE id = ?', lot.parent_id);
  return {
    lot: {
      id: lot.id,
      code: lot.code,
      version: lot.version,
      varietyId: lot.variety_id,
      ...names,
      synonyms: synonymsOf(db, lot.variety_id),
      breeding: lot.breeding,
      cropKey: lot.crop_key,
      acquisition: lot.acquisition,
      form: lot.form,
      yearKind: lot.year_kind,
      year: lot.year,
      receivedOn: lot.received_on,
      agesFrom: lot.ages_from,
      statedGermination: lot.stated_germination,
      identity: lot.identity,
      state: lot.state,
      amountKnown: lot.amount_known,
      balance: lot.balance,
      floor: lot.floor,
      lendable: freeFor(db, lot, 'garden'),
      laid: laidReady(db, lot.id, null),
      note: lot.note,
      ...keptFactsOf(lot),
      missingSince: lot.missing_since,
      generation: lot.generation,
      parent: parent?.code ?? null,
    },
    truth: shareOf(truthOf(db, lot.id)),
    cautions: cautionsOfLot(db, { id: lot.id, form: lot.form, varietyId: lot.variety_id }, crop),
    envelope: envelopeTextOf(db, lot.id),
    /** How it is sown: by its packet where that is followed, else by the variety and the crop. */
    sowing: sowingFacts(db, { id: lot.id, varietyId: lot.variety_id, followsPacket: lot.follows_packet === 1 }, crop),
    followsPacket: lot.follows_packet === 1,
    photos: photosOf(db, lot.id),
    weighings: weighingsOf(db, lot.id),
    packets: packetsOf(db, lot.id),
    /** Seeds that came in, as far as is known now. */
    cameIn: seedsThatCame(db, lot.id),
    /** Seeds that may go to be renewed, of the floor too. */
    renewable: freeFor(db, lot, 'renew'),
    /** What sprouts without being woken, in words, where that is much less than what is alive. */
    sprouting: sproutingWords(estimate.today.median, asleepShare(asleepTests(db, lot.id)), crop),
    restsUntil: restsUntil(crop, lot.ages_from, today),
    /** What stands for the year of seed that does not keep. */
    freshness: isShortLived(crop) || lot.picked_on !== null ? freshnessOf(lot, settings, today) : null,
    unit: sownUnit(crop.key),
    mixUps: mixUpsOf(db, lot.id),
    /** Since when it is wet, or was, without a test after it. */
    wet: wetOf(db, lot.id),
    crop,
    estimate: { ...estimate, threshold: facts.threshold },
    verdict,
    overrule: seenOverrule(db, lot.id, today),
    evidence,
    storage: storageOf(db, lot.id),
    movements: movementsOf(db, lot.id),
    tests: all<LotSheetData['tests'][number]>(
      db,
      `SELECT id, method, started_on AS startedOn, warm_from AS warmFrom, closed_on AS closedOn,
         planned, (SELECT sum(seeds) FROM replicates WHERE test_id = tests.id AND dropped_why IS NULL) AS seeds FROM tests WHERE lot_id = ? ORDER BY started_on DESC, id DESC`,
      lot.id,
    ),
    loans: all<LotSheetData['loans'][number]>(
      db,
      `SELECT l.id, l.seeds, l.purpose, l.promise, l.due_on AS dueOn, l.lent_on AS lentOn, l.settled_on AS settledOn,
         m.id AS memberId, m.name AS member FROM loans l JOIN members m ON m.id = l.member_id WHERE l.lot_id = ? ORDER BY l.lent_on DESC, l.id DESC`,
      lot.id,
    ),
    sowings: all<LotSheetData['sowings'][number]>(
      db,
      `SELECT s.id, s.seeds, s.sown_on AS sownOn, s.method, s.fate, m.name AS member,
         (SELECT max(emerged) FROM emergence_counts WHERE sowing_id = s.id) AS emerged
       FROM sowings s LEFT JOIN loans l ON l.id = s.loan_id LEFT JOIN members m ON m.id = l.member_id WHERE s.lot_id = ? ORDER BY s.sown_on DESC, s.id DESC`,
      lot.id,
    ),
    quarantine: quarantineOf(db, lot.id),
    protocol: testProtocol(crop),
    testSize: sensibleTestSize(lot.balance, lot.floor),
    history: historyOf(db, 'lot', lot.id),
  };
}

/** What the model took: the inputs and the prior, to be read by whoever doubts the figure. */
export function lotModel(db: Db, today: string, code: string): LotModel {
  const lot = lotByCode(db, code);
  const evidence = evidenceOf(db, lot.id);
  const facts = lotFacts(db, lot, evidence, readSettings(db));
  const crop = ageingCropOf(facts.crop);
  const day = today < lot.ages_from ? lot.ages_from : today;
  const input = { ...facts, crop, at: ribbonDays(lot.ages_from, day, 9) };
  return { input, ages: ageAt(crop, facts.start, facts.storage, input.at), output: viability(input) };
}

function movementsOf(db: Db, lotId: number): LotSheetData['movements'] {
  return all<LotSheetData['movements'][number]>(
    db,
    'SELECT id, kind, seeds, moved_on AS day, reason FROM movements WHERE lot_id = ? ORDER BY id',
    lotId,
  );
}

/** Where a lot was, with the climate that holds there now. */
function storageOf(db: Db, lotId: number): LotSheetData['storage'] {
  const places = placesById(db);
  return all<{ from: string; placeId: number }>(
    db,
    'SELECT from_day AS "from", place_id AS placeId FROM storage_periods WHERE lot_id = ? ORDER BY from_day',
    lotId,
  ).map((s) => ({ ...s, place: placePath(places, s.placeId), ...climateIn(places, s.placeId) }));
}
