import { isShortLived, type KnownPlaces, type LotFacts, type Settings } from '@esprel/core';
import { type Db, one } from '../db/db.ts';
import { libraryCrop } from '../records/crop.ts';
import type { LotRow } from '../records/lot.ts';
import { knownPlaces, storageOfLot } from '../records/place.ts';
import { assumedClimates } from '../records/settings.ts';
import type { EvidenceDot } from './evidence.ts';

/** Everything that the viability model asks of one lot. */
export function lotFacts(
  db: Db,
  lot: LotRow,
  dots: readonly EvidenceDot[],
  settings: Settings,
  known: KnownPlaces = knownPlaces(db),
): LotFacts {
  const crop = libraryCrop(db, lot.crop_key);
  const used = dots.filter((d) => d.used && d.date >= lot.ages_from);
  return {
    crop,
    form: lot.form,
    acquisition: lot.acquisition,
    start: lot.ages_from,
    stated: lot.stated_germination,
    storage: storageOfLot(db, lot, assumedClimates(settings), known),
    // A day of picking is no guess, and what was picked when it came neither.
    ageUnsure: lot.year_kind === 'unknown' && lot.picked_on === null && !isShortLived(crop),
    tests: used.filter((d) => d.kind === 'test').map((d) => ({ date: d.date, sown: d.sown, alive: d.alive })),
    sowings: used.filter((d) => d.kind === 'sowing').map((d) => ({ date: d.date, sown: d.sown, emerged: d.alive, emergence: d.emergence })),
    threshold: crop.lendingThreshold ?? settings.lendingThreshold,
    spread: spreadOf(db, crop.family),
  };
}

/** The factor on the spread of the prior that the library accepted for a family of crops. */
function spreadOf(db: Db, family: string): number {
  return one<{ factor: number }>(db, 'SELECT factor FROM prior_spreads WHERE family = ?', family)?.factor ?? 1;
}
