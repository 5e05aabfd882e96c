import { type LibraryCrop, patchCrossing, type Purpose, wrong } from '@esprel/core';
import { type BeforeLending, readList } from '@esprel/core/api';
import { type Db, one } from '../db/db.ts';
import { everyLibraryCrop, savingOfCrop } from '../records/crop.ts';
import { memberName } from '../records/loan.ts';
import { lotByCode, lotNames, type LotRow } from '../records/lot.ts';
import { SeasonReader } from '../season/windows.ts';
import { type Grower, warningsOf } from './lendingWarnings.ts';
import type { Origin } from './origins.ts';
import { allInSeason, grown, type GrownPatch, grownPatches } from './patches.ts';

interface Asked {
  readonly member: number | null;
  readonly codes: string | null;
  readonly purpose: Purpose | null;
}

/** What should be known before seed goes to a member who saves seed of it: each lot held against that garden and all that grows around it. */
export function beforeLending(db: Db, asked: Asked, today: string): BeforeLending[] {
  if (asked.purpose === null || asked.purpose === 'garden') return [];
  const codes = readList('codes', asked.codes, 100);
  const reader = new SeasonReader(db);
  const every =
    codes.length === 0
      ? []
      : grownPatches(
          reader,
          everyLibraryCrop(db).map((c) => c.key),
          today,
        );
  return codes.map((code, i) => before(reader, lotByCode(db, code, `codes[${String(i)}]`), asked.member, every, today));
}

function growerOf(reader: SeasonReader, memberId: number | null): Grower {
  const { db } = reader;
  if (memberId === null)
    return { id: null, name: 'they', gardenId: null, garden: null, practised: null, roomPlants: null, mostVarieties: null };
  const name = memberName(db, memberId);
  if (name === '') throw wrong('member', 'is not a member; choose again');
  const id = one<{ id: number }>(db, 'SELECT min(id) AS id FROM gardens WHERE member_id = ?', memberId)?.id ?? null;
  const garden = id === null ? null : reader.garden(id);
  return {
    id: memberId,
    name,
    gardenId: id,
    garden: garden?.name ?? null,
    practised: garden?.practised ?? null,
    roomPlants: garden?.roomPlants ?? null,
    mostVarieties: garden?.mostVarieties ?? null,
  };
}

function before(reader: SeasonReader, lot: LotRow, memberId: number | null, every: readonly GrownPatch[], today: string): BeforeLending {
  const { db } = reader;
  const crop = reader.crop(lot.crop_key);
  const saving = savingOfCrop(db, lot.crop_key);
  const grower = growerOf(reader, memberId);
  const { variety } = lotNames(db, lot.id);
  const patch = grower.id === null ? null : grown(reader, wouldCome(lot, variety, grower, crop, today));
  const others = patch === null ? [] : allInSeason(every, patch.season).filter((p) => p.crop.crossingGroup === crop.crossingGroup);
  const crossing = patch === null ? null : patchCrossing(patch, others, crop, saving);
  const warnings = warningsOf(reader, { lot, crop, saving, grower, patch, crossing, others, every, today });
  return {
    lotCode: lot.code,
    variety,
    crossing:
      crossing === null || patch?.spot === null
        ? null
        : { share: crossing.share, low: crossing.low, high: crossing.high, band: crossing.band },
    warnings,
  };
}

/** The patch that would come of lending it today. */
function wouldCome(lot: LotRow, variety: string, grower: Grower, crop: LibraryCrop, today: string): Origin {
  return {
    key: `would-${lot.code}`,
    row: null,
    cropKey: lot.crop_key,
    varietyId: lot.variety_id,
    variety,
    lotId: lot.id,
    lotCode: lot.code,
    loanId: null,
    memberId: grower.id,
    grower: grower.name,
    gardenId: grower.gardenId,
    nowhere: grower.gardenId === null,
    purpose: 'save-seed',
    sownOn: null,
    plantedOutOn: null,
    sownOutdoors: undefined,
    from: today,
    plantsSaid: null,
    emerged: null,
    // The fewest that will do: whoever grows more has less to fear.
    likely: Math.max(1, Math.min(crop.seedPlantsMin, grower.roomPlants ?? crop.seedPlantsMin)),
    apartSaid: null,
  };
}
