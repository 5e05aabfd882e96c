import type { SowingMethod, SowingPurpose, Way } from '@esprel/core';
import type { PlannedSheetData, UsualPlan } from '@esprel/core/api';
import { gather, numberOf } from '../base/useForm.ts';
import type { FoundMember } from '../fields/finders.ts';

/** What a plan is when nobody says more, as `GET /api/lots/:code/usual-plan` answers it. */

/** What the fields of a plan hold, as text where it is typed. */
export interface PlanValues {
  /** Whether the usual plan, or the one that is changed, was put into the fields. */
  filled: boolean;
  /** Of the plan that is changed; 0 for a new one. */
  version: number;
  plants: string;
  purpose: SowingPurpose;
  member: FoundMember | string | null;
  way: Way;
  method: SowingMethod;
  trayKindId: number | null;
  benchId: number | null;
  growBenchId: number | null;
  /** 0 is the library’s own. */
  gardenId: number;
  personId: number | null;
  perCell: string;
  cells: string;
  reserve: string;
  sowOn: string;
  plantOutOn: string;
  /** Sown again every so many weeks, until a day; empty for once. */
  againWeeks: string;
  againUntil: string;
  note: string;
}

export function noPlan(): PlanValues {
  return {
    filled: false,
    version: 0,
    plants: '',
    purpose: 'beds',
    member: null,
    way: 'start',
    method: 'cells',
    trayKindId: null,
    benchId: null,
    growBenchId: null,
    gardenId: 0,
    personId: null,
    perCell: '',
    cells: '',
    reserve: '0',
    sowOn: '',
    plantOutOn: '',
    againWeeks: '',
    againUntil: '',
    note: '',
  };
}

/** What another way of sowing brings with it: a window, a place and numbers of its own. */
export function ofWay(p: UsualPlan): Partial<PlanValues> {
  return {
    method: p.method,
    trayKindId: p.trayKindId,
    benchId: p.benchId,
    perCell: String(p.seedsPerCell),
    cells: String(p.cells),
    sowOn: p.sowOn,
    plantOutOn: p.plantOutOn ?? '',
  };
}

export function ofUsual(p: UsualPlan): Partial<PlanValues> {
  return { filled: true, plants: String(p.plants), way: p.way, ...ofWay(p) };
}

export function ofPlanned(p: PlannedSheetData['planned']): PlanValues {
  return {
    filled: true,
    version: p.version,
    plants: String(p.plants),
    purpose: p.purpose,
    member: p.memberId === null ? null : { id: p.memberId, name: p.member ?? '' },
    way: p.way,
    method: p.method,
    trayKindId: p.trayKindId,
    benchId: p.benchId,
    growBenchId: p.growBenchId,
    gardenId: p.gardenId ?? 0,
    personId: p.personId,
    perCell: String(p.seedsPerCell),
    cells: String(p.cells),
    reserve: String(p.reserve),
    sowOn: p.sowOn,
    plantOutOn: p.plantOutOn ?? '',
    againWeeks: '',
    againUntil: '',
    note: p.note ?? '',
  };
}

/** Days between a sowing and the next; null for one that is made once. Throws an InputError for what is no number of weeks. */
export function againDays(v: Pick<PlanValues, 'againWeeks'>): number | null {
  const weeks = numberOf('againDays', v.againWeeks);
  return weeks === null ? null : Math.max(1, Math.round(7 * weeks));
}

/** The body of the request, without what says whether it is a new plan. Throws an InputError that names every field that is no number. */
export function planBody(v: PlanValues): object {
  const inGround = v.method === 'open-ground';
  const numbers = gather({
    plants: () => numberOf('plants', v.plants) ?? undefined,
    seedsPerCell: () => numberOf('seedsPerCell', v.perCell) ?? undefined,
    cells: () => numberOf('cells', v.cells) ?? undefined,
    reserve: () => numberOf('reserve', v.reserve) ?? 0,
  });
  return {
    ...numbers,
    purpose: v.purpose,
    memberId: v.purpose === 'order' && typeof v.member === 'object' && v.member !== null ? v.member.id : null,
    way: v.way,
    method: v.method,
    // In the ground there is no tray, and nothing to plant out.
    trayKindId: inGround ? null : v.trayKindId,
    benchId: inGround ? null : v.benchId,
    growBenchId: inGround ? null : v.growBenchId,
    gardenId: v.gardenId === 0 ? null : v.gardenId,
    personId: v.personId,
    sowOn: v.sowOn,
    plantOutOn: inGround || v.plantOutOn === '' ? null : v.plantOutOn,
    note: v.note.trim() || null,
  };
}
