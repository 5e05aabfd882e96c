import { type Apart, coverOf, growsOn, type LibraryCrop, type Purpose, type SowingMethod, yearOf } from '@esprel/core';
import { all } from '../db/db.ts';
import { savingOfCrop } from '../records/crop.ts';
import type { PatchRow } from '../records/patch.ts';
import type { SeasonReader } from '../season/windows.ts';

/** What a patch comes of: a loan, a planned sowing, a sowing of the library, or what somebody saw. */
export interface Origin {
  readonly key: string;
  readonly row: PatchRow | null;
  readonly cropKey: string;
  readonly varietyId: number | null;
  readonly variety: string | null;
  readonly lotId: number | null;
  readonly lotCode: string | null;
  readonly loanId: number | null;
  readonly memberId: number | null;
  readonly grower: string | null;
  readonly gardenId: number | null;
  /** A member without a garden: nobody knows where it stands. */
  readonly nowhere: boolean;
  readonly purpose: Purpose | 'beds' | null;
  readonly sownOn: string | null;
  readonly plantedOutOn: string | null;
  /** Whether it was sown where it grows; undefined while it is not sown. */
  readonly sownOutdoors: boolean | undefined;
  /** The day from which it would be sown, where it is not. */
  readonly from: string;
  readonly plantsSaid: number | null;
  readonly emerged: number | null;
  /** Plants that the seed may give. */
  readonly likely: number;
  readonly apartSaid: Apart | null;
}

/** A loan of which nothing was heard for so long is grown by nobody any more. */
const MOST_YEARS = 3;

const LOANS = `SELECT o.id, o.lot_id AS lotId, l.code, v.id AS varietyId, v.name AS variety, v.crop_key AS cropKey, o.member_id AS memberId, m.name AS grower,
    o.seeds - o.unsown AS seeds, o.purpose, o.lent_on AS lentOn, coalesce(e.median, 0.7) AS median,
    (SELECT min(g.id) FROM gardens g WHERE g.member_id = o.member_id) AS gardenId, p.plants AS outPlants, p.done_on AS outOn,
    t.plants AS stood, t.taken, k.apart, w.plants AS through
  FROM loans o JOIN lots l ON l.id = o.lot_id JOIN varieties v ON v.id = l.variety_id JOIN members m ON m.id = o.member_id
  LEFT JOIN lot_estimates e ON e.lot_id = l.id
  LEFT JOIN saving_steps p ON p.loan_id = o.id AND p.step = 'plant-out' LEFT JOIN saving_steps t ON t.loan_id = o.id AND t.step = 'take-out'
  LEFT JOIN saving_steps k ON k.loan_id = o.id AND k.step = 'keep-apart' LEFT JOIN saving_steps w ON w.loan_id = o.id AND w.step = 'spring'
  WHERE o.seeds > o.unsown AND o.lent_on >= ? AND v.crop_key IN (SELECT value FROM json_each(?))`;
const SOWN = `SELECT s.id, s.loan_id AS loanId, s.planned_id AS plannedId, s.lot_id AS lotId, l.code, v.id AS varietyId, v.name AS variety,
    v.crop_key AS cropKey, s.garden_id AS gardenId, s.sown_on AS sownOn, s.method, s.seeds, s.fate, coalesce(e.median, 0.7) AS median,
    (SELECT max(emerged) FROM emergence_counts c WHERE c.sowing_id = s.id) AS emerged
  FROM sowings s JOIN lots l ON l.id = s.lot_id JOIN varieties v ON v.id = l.variety_id LEFT JOIN lot_estimates e ON e.lot_id = l.id
  WHERE s.sown_on >= ? AND v.crop_key IN (SELECT value FROM json_each(?)) ORDER BY s.sown_on, s.id`;
const PLANNED = `SELECT p.id, p.lot_id AS lotId, l.code, v.id AS varietyId, v.name AS variety, v.crop_key AS cropKey, p.garden_id AS gardenId,
    p.plants, p.method, p.sow_on AS sowOn, p.plant_out_on AS plantOutOn, s.sown_on AS sownOn, s.fate,
    (SELECT max(emerged) FROM emergence_counts c WHERE c.sowing_id = s.id) AS emerged
  FROM planned_sowings p JOIN lots l ON l.id = p.lot_id JOIN varieties v ON v.id = l.variety_id
  LEFT JOIN sowings s ON s.id = (SELECT min(id) FROM sowings WHERE planned_id = p.id)
  WHERE p.purpose = 'beds' AND p.sow_on >= ? AND v.crop_key IN (SELECT value FROM json_each(?))`;
/** Packets of the plan of renewals that lie ready, and are handed over soon. */
const LAID = `SELECT r.id, a.lot_id AS lotId, l.code, v.id AS varietyId, v.name AS variety, v.crop_key AS cropKey, r.garden_id AS gardenId, g.member_id AS memberId,
    m.name AS grower, r.season, r.covered, r.plants, a.seeds, coalesce(e.median, 0.7) AS median
  FROM renewal_rows r JOIN asks a ON a.id = r.ask_id JOIN lots l ON l.id = a.lot_id JOIN varieties v ON v.id = l.variety_id JOIN gardens g ON g.id = r.garden_id
  LEFT JOIN members m ON m.id = g.member_id LEFT JOIN lot_estimates e ON e.lot_id = l.id
  WHERE r.state = 'taken' AND a.closed_on IS NULL AND v.crop_key IN (SELECT value FROM json_each(?))`;
const SEEN = `SELECT p.*, v.name AS variety FROM patches p LEFT JOIN varieties v ON v.id = p.variety_id
  WHERE p.season IS NOT NULL AND p.crop_key IN (SELECT value FROM json_each(?))`;

/** Of which lot something grows, and in which garden. */
interface GrownSeed {
  readonly lotId: number;
  readonly code: string;
  readonly varietyId: number;
  readonly variety: string;
  readonly cropKey: string;
  readonly gardenId: number | null;
}

interface LoanSeen extends GrownSeed {
  readonly id: number;
  readonly memberId: number;
  readonly grower: string;
  readonly seeds: number;
  readonly purpose: Purpose;
  readonly lentOn: string;
  readonly median: number;
  readonly outPlants: number | null;
  readonly outOn: string | null;
  readonly stood: number | null;
  readonly taken: number | null;
  readonly apart: Apart | null;
  /** Plants that came through the winter. */
  readonly through: number | null;
}

interface LaidSeen extends GrownSeed {
  readonly id: number;
  readonly memberId: number | null;
  readonly grower: string | null;
  readonly season: number;
  readonly covered: 0 | 1;
  readonly plants: number | null;
  readonly seeds: number;
  readonly median: number;
}

interface SownSeen extends GrownSeed {
  readonly id: number;
  readonly loanId: number | null;
  readonly plannedId: number | null;
  readonly sownOn: string;
  readonly method: SowingMethod;
  readonly seeds: number;
  readonly fate: string | null;
  readonly median: number;
  readonly emerged: number | null;
}

interface PlannedSeen extends GrownSeed {
  readonly id: number;
  readonly plants: number;
  readonly method: SowingMethod;
  readonly sowOn: string;
  readonly plantOutOn: string | null;
  readonly sownOn: string | null;
  readonly fate: string | null;
  readonly emerged: number | null;
}

/** Live seed that stands as a plant in the end, as a guess before anybody counted. */
const likelyPlants = (seeds: number, median: number, crop: LibraryCrop): number =>
  Math.max(1, Math.min(Math.floor(seeds * median * 0.8), crop.seedPlantsGood));

/** What patches of these crops come of, by one rule: each loan, each sowing for the library's beds and each plan of one, and what somebody saw; what failed is left out. */
export function originsOf(reader: SeasonReader, cropKeys: readonly string[], today: string): Origin[] {
  const { db } = reader;
  const keys = JSON.stringify(cropKeys);
  const since = `${String(yearOf(today) - MOST_YEARS)}-01-01`;
  const rows = all<PatchRow>(db, 'SELECT * FROM patches WHERE season IS NULL');
  const rowOf = (column: 'loan_id' | 'planned_id' | 'sowing_id'): Map<number, PatchRow> =>
    new Map(rows.flatMap((r) => (r[column] === null ? [] : [[r[column], r] as const])));
  const sown = all<SownSeen>(db, SOWN, since, keys);
  return [
    ...ofLoans(reader, all<LoanSeen>(db, LOANS, since, keys), sown, rowOf('loan_id')),
    ...ofPlans(all<PlannedSeen>(db, PLANNED, since, keys), rowOf('planned_id')),
    ...ofSowings(reader, sown, rowOf('sowing_id')),
    ...all<LaidSeen>(db, LAID, keys).map((r) => ofLaid(reader, r, today)),
    ...all<PatchRow & { variety: string | null; crop_key: string }>(db, SEEN, keys).map(ofSeen),
  ];
}

function ofLoans(
  reader: SeasonReader,
  loans: readonly LoanSeen[],
  sown: readonly SownSeen[],
  rows: ReadonlyMap<number, PatchRow>,
): Origin[] {
  const byLoan = new Map<number, SownSeen[]>();
  for (const s of sown) if (s.loanId !== null) byLoan.set(s.loanId, [...(byLoan.get(s.loanId) ?? []), s]);
  return loans.flatMap((loan): Origin[] => {
    const sowings = byLoan.get(loan.id) ?? [];
    const grows = sowings.filter((s) => growsOn(s.fate));
    // All of it failed, and nobody said that anything was planted out.
    if (sowings.length > 0 && grows.length === 0 && loan.outOn === null) return [];
    const emerged = grows.filter((s) => s.emerged !== null);
    return [
      {
        key: `loan-${String(loan.id)}`,
        row: rows.get(loan.id) ?? null,
        cropKey: loan.cropKey,
        varietyId: loan.varietyId,
        variety: loan.variety,
        lotId: loan.lotId,
        lotCode: loan.code,
        loanId: loan.id,
        memberId: loan.memberId,
        grower: loan.grower,
        gardenId: loan.gardenId,
        nowhere: loan.gardenId === null,
        purpose: loan.purpose,
        sownOn: grows[0]?.sownOn ?? null,
        plantedOutOn: loan.outOn,
        sownOutdoors: grows[0] === undefined ? undefined : grows[0].method === 'open-ground',
        from: loan.lentOn,
        plantsSaid: loan.through ?? (loan.stood === null ? loan.outPlants : Math.max(0, loan.stood - (loan.taken ?? 0))),
        emerged: emerged.length === 0 ? null : emerged.reduce((n, s) => n + (s.emerged ?? 0), 0),
        likely: likelyPlants(
          grows.length === 0 ? loan.seeds : grows.reduce((n, s) => n + s.seeds, 0),
          loan.median,
          reader.crop(loan.cropKey),
        ),
        apartSaid: loan.apart,
      },
    ];
  });
}

function ofLaid(reader: SeasonReader, r: LaidSeen, today: string): Origin {
  const spring = `${String(r.season)}-01-01`;
  const saving = savingOfCrop(reader.db, r.cropKey);
  return {
    key: `renewal-${String(r.id)}`,
    row: null,
    cropKey: r.cropKey,
    varietyId: r.varietyId,
    variety: r.variety,
    lotId: r.lotId,
    lotCode: r.code,
    loanId: null,
    memberId: r.memberId,
    grower: r.grower,
    gardenId: r.gardenId,
    nowhere: false,
    purpose: 'renew',
    sownOn: null,
    plantedOutOn: null,
    sownOutdoors: undefined,
    from: today > spring ? today : spring,
    plantsSaid: r.plants,
    emerged: null,
    likely: likelyPlants(r.seeds, r.median, reader.crop(r.cropKey)),
    apartSaid: r.covered === 1 && saving !== null ? (coverOf(saving)?.apart ?? null) : null,
  };
}

function ofPlans(plans: readonly PlannedSeen[], rows: ReadonlyMap<number, PatchRow>): Origin[] {
  return plans
    .filter((p) => growsOn(p.fate))
    .map((p) => ({
      ...ofLibrary(p),
      key: `plan-${String(p.id)}`,
      row: rows.get(p.id) ?? null,
      sownOn: p.sownOn ?? p.sowOn,
      plantedOutOn: p.plantOutOn,
      sownOutdoors: p.method === 'open-ground',
      from: p.sownOn ?? p.sowOn,
      plantsSaid: p.plants,
      emerged: null,
      likely: p.plants,
    }));
}

function ofSowings(reader: SeasonReader, sown: readonly SownSeen[], rows: ReadonlyMap<number, PatchRow>): Origin[] {
  return sown
    .filter((s) => s.loanId === null && s.plannedId === null && growsOn(s.fate))
    .map((s) => ({
      ...ofLibrary(s),
      key: `sowing-${String(s.id)}`,
      row: rows.get(s.id) ?? null,
      sownOn: s.sownOn,
      plantedOutOn: null,
      sownOutdoors: s.method === 'open-ground',
      from: s.sownOn,
      plantsSaid: null,
      emerged: s.emerged,
      likely: likelyPlants(s.seeds, s.median, reader.crop(s.cropKey)),
    }));
}

function ofLibrary(of: GrownSeed) {
  return {
    cropKey: of.cropKey,
    varietyId: of.varietyId,
    variety: of.variety,
    lotId: of.lotId,
    lotCode: of.code,
    loanId: null,
    memberId: null,
    grower: null,
    gardenId: of.gardenId,
    nowhere: false,
    purpose: 'beds' as const,
    apartSaid: null,
  };
}

function ofSeen(row: PatchRow & { readonly variety: string | null; readonly crop_key: string }): Origin {
  return {
    key: `seen-${String(row.id)}`,
    row,
    cropKey: row.crop_key,
    varietyId: row.variety_id,
    variety: row.variety,
    lotId: null,
    lotCode: null,
    loanId: null,
    memberId: null,
    grower: row.whose,
    gardenId: row.garden_id,
    nowhere: false,
    purpose: null,
    sownOn: null,
    plantedOutOn: null,
    sownOutdoors: undefined,
    from: `${String(row.season)}-01-01`,
    plantsSaid: row.plants,
    emerged: null,
    likely: row.plants ?? 1,
    apartSaid: null,
  };
}
