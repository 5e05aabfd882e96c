import { foldName, numberWords, plural, suggestedFloor, wrong } from '@esprel/core';
import type { GiftListed } from '@esprel/core/api';
import { type Db, one } from '../db/db.ts';
import { fileBeforeEstimate } from '../estimates/listing.ts';
import type { Change } from '../journal/change.ts';
import { insertLot, sourceId } from '../lots/intake.ts';
import { libraryCrop } from '../records/crop.ts';
import { varietyNamed } from '../records/variety.ts';
import { nearVarieties } from '../varieties/register.ts';
import type { GiftLot, GiftTest } from './giftsJob.ts';

const cropIsHere = (db: Db, cropKey: string): boolean => one(db, 'SELECT 1 AS one FROM crops WHERE key = ?', cropKey) !== undefined;

function aliveOf(test: GiftTest): { readonly alive: number; readonly sown: number } {
  const sown = test.bags.reduce((n, b) => n + b.seeds, 0);
  const alive = test.bags.reduce((n, b) => n + b.marks.filter((m) => ['normal', 'hard', 'fresh'].includes(m.kind)).length, 0);
  return { alive, sown };
}

/** The lots of a package as they would come in here, each with the variety that it is or may be. */
export function listGifts(db: Db, lots: readonly GiftLot[]): GiftListed[] {
  return lots.map((lot) => {
    const here = cropIsHere(db, lot.cropKey);
    const same = here ? varietyNamed(db, lot.cropKey, lot.variety) : null;
    const last = lot.tests.at(-1);
    return {
      code: lot.code,
      variety: lot.variety,
      crop: lot.crop,
      year: lot.year,
      form: lot.form,
      seeds: lot.seeds,
      tests: lot.tests.length,
      lastTest: last ? { on: last.closedOn, ...aliveOf(last) } : null,
      known: same !== null,
      near: here && same === null ? (nearVarieties(db, lot.variety, lot.cropKey)[0] ?? null) : null,
      problem: here ? null : `The crop ${lot.crop} is not known here; add it under Library, Crops.`,
    };
  });
}

function historyWords(lot: GiftLot, title: string): string {
  const words = [
    `${lot.code} at ${title}`,
    lot.acquisition === 'saved'
      ? `${lot.generation === 0 ? 'saved' : `generation ${numberWords(lot.generation)}`} there`
      : `${lot.acquisition} there, from ${lot.cameFrom}`,
    lot.tests.length > 0 ? `${plural(lot.tests.length, 'test')} there` : '',
  ];
  return words.filter((w) => w !== '').join('; ');
}

/** Their tests, as evidence: what was sown then is in no amount of this lot. */
function insertTests(change: Change, lotId: number, tests: readonly GiftTest[], title: string): void {
  for (const test of tests) {
    const testId = change.insert('tests', {
      lot_id: lotId,
      method: test.method,
      night_c: test.nightC,
      day_c: test.dayC,
      light: test.light,
      started_on: test.startedOn,
      warm_from: test.warmFrom,
      count_days: test.countDays,
      closed_on: test.closedOn,
      note: `counted at ${title}`,
    });
    test.bags.forEach((bag, i) => {
      const id = change.insert('replicates', { test_id: testId, number: i + 1, seeds: bag.seeds, counted_on: bag.countedOn });
      change.replaceMarks(id, bag.marks);
    });
  }
}

export interface GiftsAsked {
  readonly lots: readonly { readonly code: string; readonly seeds: number; readonly sameAs?: number | null | undefined }[];
  readonly placeId?: number | null | undefined;
}

/** Takes in what came of another library's lots, each as a gift with its history. Throws an InputError that names the line. */
export function takeGifts(
  change: Change,
  { lots: asked, placeId }: GiftsAsked,
  lots: ReadonlyMap<string, GiftLot>,
  title: string,
): { readonly codes: readonly string[] } {
  const codes = asked.map(({ code, seeds, sameAs }, i) => {
    const lot = lots.get(code);
    if (!lot) throw wrong(`lots[${String(i)}].code`, 'is not in that package');
    if (!cropIsHere(change.db, lot.cropKey)) throw wrong(`lots[${String(i)}].code`, `is of a crop that is not known here, ${lot.crop}`);
    const varietyId =
      sameAs ??
      varietyNamed(change.db, lot.cropKey, lot.variety) ??
      change.insert('varieties', {
        crop_key: lot.cropKey,
        name: lot.variety,
        folded: foldName(lot.variety),
        breeding: lot.breeding,
      });
    const variety = one<{ crop_key: string }>(change.db, 'SELECT crop_key FROM varieties WHERE id = ? AND joined_into IS NULL', varietyId);
    if (variety?.crop_key !== lot.cropKey) throw wrong(`lots[${String(i)}].sameAs`, `is no variety of ${lot.crop} here`);
    const made = insertLot(change, {
      varietyId,
      cropKey: lot.cropKey,
      sourceId: sourceId(change, title),
      parent: null,
      acquisition: 'donated',
      form: lot.form,
      yearKind: lot.yearKind,
      year: lot.year,
      receivedOn: change.today,
      stated: lot.stated,
      identity: lot.identity,
      state: 'kept',
      amountKnown: lot.amountKnown,
      seeds,
      floor: suggestedFloor(seeds, libraryCrop(change.db, lot.cropKey).seedPlantsMin),
      placeId: placeId ?? null,
      note: historyWords(lot, title),
      reason: `a gift of ${title}`,
    });
    insertTests(change, made.id, lot.tests, title);
    fileBeforeEstimate(change.db, made.id);
    return made.code;
  });
  change.describe(`Took in ${plural(codes.length, 'gift')} of ${title}`);
  return { codes };
}
