import { type Apart, BY_HAND, CAUTION_WORDS, capital, coverOf, type HeldConflict, plural, type Renewal } from '@esprel/core';
import type { RenewalConflict, RenewalGardenShown, RenewalRowShown, RenewalsPage, RenewedVariety } from '@esprel/core/api';
import type { Db } from '../db/db.ts';
import { groupBy } from '../db/groupBy.ts';
import { savingOfCrop } from '../records/crop.ts';
import type { RenewalRow } from '../records/renewalRow.ts';
import { gathered, type Gathered, rowKey, usedIn } from './gather.ts';
import type { GrowerGarden } from './growers.ts';
import { type Found, searchOf } from './search.ts';
import { FINE, type VarietyAhead } from './varieties.ts';

/** A plan with the library it is of. */
export interface Planned {
  readonly library: Gathered;
  readonly found: Found;
  /** Rows of the plan by variety. */
  readonly of: ReadonlyMap<number, readonly Renewal[]>;
  /** The chance that the plan itself brings each variety home. */
  readonly home: ReadonlyMap<number, number>;
}

/** The best plan so far of the library as it is. */
export async function planned(db: Db, today: string): Promise<Planned> {
  const library = gathered(db, today);
  const found = await searchOf(db).plan(library.input);
  const rows = groupBy(found.plan.plan, (r) => Number(r.variety));
  const of = new Map(library.varieties.map((v) => [v.id, worthTheWork(library, v, rows.get(v.id) ?? [])]));
  const home = new Map(library.varieties.map((v) => [v.id, broughtBy(library, v, of.get(v.id) ?? [])]));
  return { library, found, of, home };
}

/** A row that would make a variety surer by less than this is asked of nobody. */
const LEAST_GAIN = 0.02;

/** How likely a row brings its variety home. */
export function chanceOf(library: Gathered, v: VarietyAhead, r: Renewal): number {
  const chance = library.chances.get(rowKey(v.id, Number(r.garden), null)) ?? 0;
  return chance * (v.keep[r.season - 1] ?? 0) * (r.protected && coverOf(v.saving)?.apart !== 'caged' ? BY_HAND : 1);
}

const broughtBy = (library: Gathered, v: VarietyAhead, rows: readonly Renewal[]): number =>
  1 - rows.reduce((lost, r) => lost * (1 - chanceOf(library, v, r)), 1);

/** Rows of a variety without those that nobody decided and that would hardly make it surer. */
function worthTheWork(library: Gathered, v: VarietyAhead, rows: readonly Renewal[]): Renewal[] {
  const decided = (r: Renewal): boolean => library.byKey.has(rowKey(v.id, Number(r.garden), library.seasons[r.season - 1] ?? 0));
  let left = [...rows].sort((a, b) => chanceOf(library, v, a) - chanceOf(library, v, b));
  for (const r of [...left]) {
    const rest = left.filter((o) => o !== r);
    const gain = keptOf(v, broughtBy(library, v, left)) - keptOf(v, broughtBy(library, v, rest));
    if (!decided(r) && gain < LEAST_GAIN) left = rest;
  }
  return left.sort((a, b) => a.season - b.season || chanceOf(library, v, b) - chanceOf(library, v, a));
}

/** How a row is kept to itself, by what its crop asks. */
export function apartOf(v: VarietyAhead, covered: boolean): Apart {
  return covered ? (coverOf(v.saving)?.apart ?? 'caged') : 'open';
}

const stateOf = (row: RenewalRow | undefined): RenewalRowShown['state'] => {
  if (row === undefined || row.state === 'barred') return 'found';
  if (row.state === 'taken') return 'taken';
  return row.answer === 'yes' ? 'yes' : row.asked_on !== null ? 'asked' : 'held';
};

export function shownRow(library: Gathered, v: VarietyAhead, r: Renewal): RenewalRowShown {
  const garden = library.gardens.find((g) => g.id === r.garden) as GrowerGarden;
  const season = (library.seasons[r.season - 1] ?? 0) as number;
  const row = library.byKey.get(rowKey(v.id, garden.id, season));
  return {
    varietyId: v.id,
    gardenId: garden.id,
    garden: garden.name,
    memberId: garden.memberId,
    grower: garden.grower,
    season,
    apart: apartOf(v, r.protected),
    covered: r.protected,
    state: stateOf(row),
    rowId: row?.id ?? null,
    version: row?.version ?? 0,
    askedOn: row?.asked_on ?? null,
    askId: row?.ask_id ?? null,
  };
}

/** What is kept of a variety in all: by its lots, by what is out, and by what the plan brings home. What goes out whole leaves nothing at home. */
export function keptOf(v: Pick<VarietyAhead, 'without' | 'byLots' | 'whole'>, home: number): number {
  if (!v.whole || home === 0) return 1 - (1 - v.without) * (1 - home);
  const out = v.byLots >= 1 ? 0 : 1 - (1 - v.without) / (1 - v.byLots);
  return 1 - (1 - out) * (1 - home);
}

export function shownVariety({ library, found, of, home }: Planned, v: VarietyAhead): RenewedVariety {
  const rows = of.get(v.id) ?? [];
  const lot = v.best[(rows[0]?.season ?? 1) - 1] ?? v.best[0];
  return {
    varietyId: v.id,
    variety: v.name,
    crop: v.crop.name,
    lotCode: lot?.code ?? '',
    verdict: lot?.verdict ?? null,
    worth: v.worth,
    worthSaid: v.figures.some((f) => f.figure === 'worth'),
    twoYears: v.years === 2,
    rows: rows.map((r) => shownRow(library, v, r)),
    kept: keptOf(v, home.get(v.id) ?? 0),
    without: v.without,
    growing: v.byLots >= 1 ? 0 : 1 - (1 - v.without) / (1 - v.byLots),
    why: rows.length > 0 ? null : whyNot(v, found.nobody.find((n) => n.variety === v.id)?.why ?? null),
    fine: v.without >= FINE,
  };
}

/** Why nobody renews a variety, as the search says, and by its seed where that is what is missing. */
function whyNot(v: VarietyAhead, why: string | null): string | null {
  if (v.without >= 1 - LEAST_GAIN) return 'is kept well enough as it is';
  const [lot] = v.best;
  if (lot === undefined || v.keep.some((k) => k > 0)) return why ?? 'would hardly be kept any surer by it';
  if (lot.balance < v.plants)
    return `${plural(lot.balance, 'seed')} left, and one try takes ${plural(v.plants, 'plant')}; more seed would do, or fewer plants than is good`;
  return `hardly any of its ${plural(lot.balance, 'seed')} is alive; sow them all, and grow on whatever comes`;
}

export async function renewalsPage(db: Db, today: string): Promise<RenewalsPage> {
  const plan = await planned(db, today);
  const { library, found, home } = plan;
  const varieties = library.varieties.map((v) => shownVariety(plan, v));
  const [first] = library.seasons;
  const rows = varieties.flatMap((v) => v.rows);
  return {
    seasons: library.seasons,
    varieties,
    left: library.left,
    kept: library.varieties.reduce((sum, v) => sum + keptOf(v, home.get(v.id) ?? 0), 0),
    without: library.varieties.reduce((sum, v) => sum + v.without, 0),
    of: library.varieties.length,
    gap: found.plan.gap,
    search: found.search,
    found: found.found,
    conflicts: found.conflicts.map((c) => shownConflict(library, c)),
    gardens: library.gardens.map((g) => shownGarden(library, g, [...plan.of.values()].flat())),
    nothing: nothingWords(library),
    waiting: rows.filter((r) => r.askedOn !== null && (r.state === 'asked' || r.state === 'taken')).length,
    toTake: rows.filter((r) => r.season === first && r.state !== 'taken').length,
    cautions: cautionsOf(db, library),
  };
}

function nothingWords(library: Gathered): string | null {
  if (library.varieties.length === 0)
    return library.fine > 0
      ? 'Nothing needs renewing: all that can be saved is kept well enough for the next three seasons.'
      : 'There is nothing to renew yet: no lot of a variety that comes true from seed.';
  if (library.gardens.length === 0)
    return 'No garden can grow for the library yet. Write down a member’s garden with what it has room for, under Sowing, Gardens.';
  return null;
}

/** Who grows what is poisonous or wild has to know it, whichever it is. */
function cautionsOf(db: Db, library: Gathered): string[] {
  const watch = new Set(library.varieties.flatMap((v) => savingOfCrop(db, v.crop.key)?.watch ?? []));
  return watch.has('toxic-if-crossed')
    ? ['Seed of squashes that crossed can give bitter, poisonous fruit: what is eaten is tasted first, and spat out if bitter.']
    : watch.has('poisonous-seed')
      ? [`Of some of these ${CAUTION_WORDS['toxic-seed'] ?? ''}.`]
      : [];
}

function shownConflict(library: Gathered, { rule, which, letGo }: HeldConflict): RenewalConflict {
  const of = (r: Renewal) => ({ varietyId: Number(r.variety), gardenId: Number(r.garden), season: library.seasons[r.season - 1] ?? 0 });
  const words = (r: Renewal): string => rowWords(library, r);
  const row = library.byKey.get(rowKey(Number(letGo.variety), Number(letGo.garden), of(letGo).season));
  return {
    words: `${capital(rule)}: ${which.map(words).join('; ')}.`,
    rows: which.map((r) => ({ ...of(r), words: words(r) })),
    letGo: { ...of(letGo), version: row?.version ?? 0 },
  };
}

/** "Long White Trailer at Quarry Foot, 2027". */
export function rowWords(library: Gathered, r: Renewal): string {
  const variety = library.varieties.find((v) => v.id === r.variety)?.name ?? 'a variety';
  const garden = library.gardens.find((g) => g.id === r.garden)?.name ?? 'a garden';
  return `${variety} at ${garden}, ${String(library.seasons[r.season - 1] ?? '')}`;
}

function shownGarden(library: Gathered, g: GrowerGarden, plan: readonly Renewal[]): RenewalGardenShown {
  const own = plan.filter((r) => r.garden === g.id);
  const of = (r: Renewal): VarietyAhead | undefined => library.varieties.find((v) => v.id === r.variety);
  return {
    id: g.id,
    name: g.name,
    memberId: g.memberId,
    grower: g.grower,
    onPlan: g.spot !== null,
    roomPlants: g.room,
    roomSaid: g.roomSaid,
    mostVarieties: g.most,
    mostSaid: g.mostSaid,
    cages: g.cages,
    practised: g.practised,
    version: g.version,
    seasons: library.seasons.map((_, s) => {
      const there = own.filter((r) => r.season - 1 <= s && s < r.season - 1 + (of(r)?.years ?? 1));
      const used = usedIn(g, s, library.patches);
      return {
        plants: used.plants,
        varieties: used.varieties,
        planned: there.reduce((n, r) => n + (of(r)?.plants ?? 0), 0),
        plannedVarieties: there.length,
      };
    }),
  };
}
