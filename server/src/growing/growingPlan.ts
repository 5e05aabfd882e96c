import { CAUTION_WORDS, type LibraryCrop, MOST_CROSSED, type PatchCrossing, patchCrossing, seasonYearOf } from '@esprel/core';
import type { CrossingLine, GardenOnPlan, GrowingGroup, GrowingPlan, PlanPatch } from '@esprel/core/api';
import type { Db } from '../db/db.ts';
import { notFound } from '../problem.ts';
import { everyLibraryCrop, savingOfCrop } from '../records/crop.ts';
import { listGardens } from '../season/gardens.ts';
import { SeasonReader } from '../season/windows.ts';
import { allInSeason, type GrownPatch, grownPatches, groupOf, inSeason, patchOfLoan } from './patches.ts';

/** Lines are drawn for crossing that shows; the most first, and no more than anybody can tell apart. */
const LEAST_LINE = 0.001;
const MOST_LINES = 400;

export const isForSeed = (p: Pick<PlanPatch, 'kind'>): boolean => p.kind === 'library' || p.kind === 'seed';

export function shownPatch(p: GrownPatch, crossing: PatchCrossing): PlanPatch {
  const { sources: _sources, ...share } = crossing;
  return {
    key: p.key,
    kind: p.kind,
    varietyId: p.varietyId,
    variety: p.origin.variety,
    crop: p.crop.name,
    lotCode: p.origin.lotCode,
    memberId: p.origin.memberId,
    grower: p.origin.grower,
    gardenId: p.gardenId,
    place: p.place,
    spot: p.spot,
    plants: p.plants,
    plantsKnown: p.plantsKnown,
    flower: p.flower,
    flowerSeen: p.flowerSeen,
    apart: p.apart,
    crossing: share,
  };
}

/** The season that is on: the year of the spring that comes, or that was. */
export const seasonNow = (reader: SeasonReader, today: string): number => seasonYearOf(today, reader.garden(null).frost.last);

/** Each patch of a season with its crossing among the others. */
export function crossings(patches: readonly GrownPatch[]): Map<string, PatchCrossing> {
  return new Map(patches.map((p) => [p.key, patchCrossing(p, patches, p.crop, p.saving)]));
}

/** The crossing of what was grown from a loan, among all that flowered with it; null where no patch comes of it. */
export function crossingOfLoan(db: Db, loanId: number, today: string): PatchCrossing | null {
  const own = patchOfLoan(db, loanId, today);
  if (own === null) return null;
  const keys = groupOf(everyLibraryCrop(db), own.crop.crossingGroup).keys;
  const reader = new SeasonReader(db);
  // What stands on for years was gathered in the last season that is over.
  const last = seasonNow(reader, today);
  const grownIn = [last, last - 1].map((s) => inSeason(own, s)).find((p) => p?.ripeOn != null && p.ripeOn <= today) ?? own;
  const others = allInSeason(grownPatches(reader, keys, today), grownIn.season);
  return patchCrossing(grownIn, others, own.crop, own.saving);
}

/** Every crossing group of which something grows in a season, those that want something done first. */
function groupsOf(patches: readonly GrownPatch[], crops: readonly LibraryCrop[]): GrowingGroup[] {
  const of = new Map<string, GrownPatch[]>();
  for (const p of patches) of.set(p.crop.crossingGroup, [...(of.get(p.crop.crossingGroup) ?? []), p]);
  return [...of]
    .map(([group, list]) => {
      const shares = crossings(list);
      const forSeed = list.filter(isForSeed).map((p) => shares.get(p.key)?.share ?? 0);
      const risky = forSeed.filter((share) => share > MOST_CROSSED).length;
      return {
        shown: { group, name: groupOf(crops, group).name, patches: list.length, risky },
        most: Math.max(0, ...forSeed),
        seeds: forSeed.length,
      };
    })
    .sort((a, b) => b.shown.risky - a.shown.risky || b.most - a.most || b.seeds - a.seeds || (a.shown.name < b.shown.name ? -1 : 1))
    .map((g) => g.shown);
}

/** Who grows what of a crossing group in a season; left out, the season that is on and the group that most wants looking at. */
export function growingPlan(db: Db, asked: { readonly group: string | null; readonly season: number | null }, today: string): GrowingPlan {
  const reader = new SeasonReader(db);
  const crops = everyLibraryCrop(db);
  const every = grownPatches(
    reader,
    crops.map((c) => c.key),
    today,
  );
  const season = asked.season ?? seasonNow(reader, today);
  const flowering = allInSeason(every, season);
  const groups = groupsOf(flowering, crops);
  const group = asked.group ?? groups[0]?.group ?? 'cucurbita-pepo';
  const of = crops.filter((c) => c.crossingGroup === group);
  if (of.length === 0) throw notFound(`The crossing group "${group}"`);
  const patches = flowering.filter((p) => p.crop.crossingGroup === group);
  const shares = crossings(patches);
  const lines: CrossingLine[] = patches.flatMap((p) =>
    (shares.get(p.key)?.sources ?? []).filter((s) => s.share >= LEAST_LINE).map((s) => ({ from: s.key, to: p.key, share: s.share })),
  );
  const seasons = new Set([...every.map((p) => p.season), season, season + 1]);
  return {
    group,
    name: groupOf(crops, group).name,
    crops: of.map((c) => ({ key: c.key, name: c.name })),
    season,
    seasons: [...seasons].sort((a, b) => a - b),
    groups,
    isolationM: Math.max(...of.map((c) => c.isolationM)),
    patches: patches.map((p) => shownPatch(p, shares.get(p.key) as PatchCrossing)),
    lines: lines.sort((a, b) => b.share - a.share).slice(0, MOST_LINES),
    gardens: gardensOnPlan(db, flowering),
    cautions: cautionsOf(db, of),
  };
}

function gardensOnPlan(db: Db, flowering: readonly GrownPatch[]): GardenOnPlan[] {
  return listGardens(db).map((g) => ({
    id: g.id,
    name: g.name,
    member: g.member,
    spot: g.spot,
    forSeed: flowering.filter((p) => p.spot !== null && p.gardenId === g.id && isForSeed(p)).length,
    mostVarieties: g.mostVarieties,
    cages: g.cages,
  }));
}

/** What holds for seed of the whole group: what is bitter when it crossed, and what wild plants may give. */
export function cautionsOf(db: Db, crops: readonly LibraryCrop[]): string[] {
  const watch = new Set(crops.flatMap((c) => savingOfCrop(db, c.key)?.watch ?? []));
  const flags = new Set(crops.flatMap((c) => c.cautions));
  return [
    ...(watch.has('toxic-if-crossed') || flags.has('bitter-if-crossed')
      ? ['Fruit of crossed seed can be bitter and poisonous: taste one, spit it out, never eat it, and throw the seed away.']
      : []),
    ...(watch.has('crosses-with-wild') ? ['Wild plants of its kind are neighbours too: look along hedges and waste ground.'] : []),
    ...(watch.has('poisonous-seed') || flags.has('toxic-plant')
      ? [`Of some of these ${CAUTION_WORDS[watch.has('poisonous-seed') ? 'toxic-seed' : 'toxic-plant'] ?? ''}.`]
      : []),
    ...(watch.has('protected-or-restricted-in-places') ? ['May be protected or restricted where you are; follow your local rules.'] : []),
  ];
}
