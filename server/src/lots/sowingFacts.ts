import type { LabelSowing, LibraryCrop } from '@esprel/core';
import { type Db, one } from '../db/db.ts';

/** How a lot is sown: as its own packet says where it follows it, else the chosen envelope of its variety, its variety, its crop. */
interface SowingFacts extends Omit<LabelSowing, 'preparation' | 'perCell' | 'unit' | 'warmC'> {
  /** Whose printed instructions these are; null when they are those of the crop. */
  readonly after: string | null;
}

interface Printed {
  readonly depthMm: number | null;
  readonly depthMaxMm: number | null;
  readonly spacingCm: number | null;
  readonly light: 'light' | 'dark' | 'either' | null;
  readonly weeksMin: number | null;
  readonly weeksMax: number | null;
  readonly anchor: 'last-frost' | 'plant-out' | null;
  readonly upMin: number | null;
  readonly upMax: number | null;
  readonly maturityMin: number | null;
  readonly maturityMax: number | null;
  readonly habit: string | null;
  readonly after: string;
}

interface Variety {
  readonly habit: string | null;
  readonly heightCm: number | null;
  readonly spacingCm: number | null;
  readonly daysMin: number | null;
  readonly daysMax: number | null;
  readonly chosen: number | null;
}

const PRINTED = `SELECT t.depth_mm AS depthMm, t.depth_max_mm AS depthMaxMm, t.spacing_cm AS spacingCm, t.light, t.weeks_min AS weeksMin,
  t.weeks_max AS weeksMax, t.anchor, t.days_min AS upMin, t.days_max AS upMax, t.maturity_min AS maturityMin, t.maturity_max AS maturityMax,
  t.habit, s.name AS after FROM envelope_texts t JOIN lots l ON l.id = t.lot_id JOIN sources s ON s.id = l.source_id`;

/** How a lot is sown, each figure from the nearest that says it. */
export function sowingFacts(
  db: Db,
  lot: { readonly id: number; readonly varietyId: number; readonly followsPacket: boolean },
  crop: LibraryCrop,
): SowingFacts {
  const variety = one<Variety>(
    db,
    `SELECT habit, height_cm AS heightCm, spacing_cm AS spacingCm, harvest_days_min AS daysMin, harvest_days_max AS daysMax,
       chosen_envelope_id AS chosen FROM varieties WHERE id = ?`,
    lot.varietyId,
  );
  const printed = lot.followsPacket
    ? one<Printed>(db, `${PRINTED} WHERE t.lot_id = ?`, lot.id)
    : variety?.chosen == null
      ? undefined
      : one<Printed>(db, `${PRINTED} WHERE t.id = ?`, variety.chosen);
  const weeks = printed?.weeksMin == null ? null : printed;
  const deep = printed?.depthMm ?? null;
  return {
    // A range of depths is sown in its middle.
    depthMm: deep === null ? crop.sowDepthMm : (deep + (printed?.depthMaxMm ?? deep)) / 2,
    light: printed?.light ?? crop.lightNeed,
    spacingCm: printed?.spacingCm ?? variety?.spacingCm ?? crop.spacingCm,
    emergeMinD: printed?.upMin ?? crop.emergeMinD,
    emergeMaxD: printed?.upMax ?? crop.emergeMaxD,
    startWeeksMin: weeks ? weeks.weeksMin : crop.startWeeksMin,
    startWeeksMax: weeks ? weeks.weeksMax : crop.startWeeksMax,
    anchor: weeks?.anchor ?? crop.anchor,
    habit: printed?.habit ?? variety?.habit ?? null,
    heightCm: variety?.heightCm ?? null,
    harvestDaysMin: printed?.maturityMin ?? variety?.daysMin ?? crop.harvestDaysMin,
    harvestDaysMax: printed?.maturityMax ?? variety?.daysMax ?? crop.harvestDaysMax,
    after: printed?.after ?? null,
  };
}
