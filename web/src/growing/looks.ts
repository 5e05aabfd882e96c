import type { PlanPatch } from '@esprel/core/api';

/** Colours by which varieties are told apart on the plan; the opened one always has the first. */
const OTHERS = ['var(--asleep)', 'var(--watch)', 'var(--water)', 'var(--good)', 'var(--bark)'] as const;

/** A colour for each variety, what is opened first, the rest in the order in which they stand; patches that nobody knows have none. */
export function varietyColours(patches: readonly PlanPatch[], opened: PlanPatch | null): ReadonlyMap<number, string> {
  const colours = new Map<number, string>();
  if (opened?.varietyId != null) colours.set(opened.varietyId, 'var(--action)');
  for (const p of patches) {
    if (p.varietyId === null || p.kind === 'table' || p.kind === 'neighbour' || colours.has(p.varietyId)) continue;
    colours.set(p.varietyId, OTHERS[(colours.size - (opened?.varietyId == null ? 0 : 1)) % OTHERS.length] as string);
  }
  return colours;
}

export const colourOf = (colours: ReadonlyMap<number, string>, p: PlanPatch): string =>
  (p.varietyId === null ? undefined : colours.get(p.varietyId)) ?? 'var(--faint)';

/** What a patch is called in a line: its variety, or that nobody knows. */
export const patchName = (p: Pick<PlanPatch, 'variety' | 'crop'>): string => p.variety ?? `${p.crop}, nobody knows which`;
export const placeName = (p: Pick<PlanPatch, 'place' | 'grower'>): string => p.place ?? p.grower ?? 'not on the plan';

/** The season in an address; null where it names none. */
export const asSeason = (v: unknown): number | null => (typeof v === 'string' && /^\d{4}$/.test(v) ? Number(v) : null);

/** Seed of it is saved, by a member or for the library. */
export const isSaved = (p: Pick<PlanPatch, 'kind'>): boolean => p.kind === 'library' || p.kind === 'seed';
