/** What can be printed on an envelope, as columns of `envelope_texts t`. */
export const PRINTED_COLUMNS = `t.packed_for AS packedFor, t.depth_mm AS depthMm, t.depth_max_mm AS depthMaxMm, t.spacing_cm AS spacingCm,
  t.spacing_max_cm AS spacingMaxCm, t.light, t.weeks_min AS weeksMin, t.weeks_max AS weeksMax, t.anchor, t.warmth_c AS warmthC,
  t.days_min AS daysMin, t.days_max AS daysMax, t.maturity_min AS maturityMin, t.maturity_max AS maturityMax, t.habit, t.warnings, t.words`;
