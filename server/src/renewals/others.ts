import {
  attemptsOf,
  capital,
  DEFAULT_EMERGENCE,
  distance,
  type Help,
  keptByLots,
  type KeepInstead,
  type LengthUnit,
  type OtherWay,
  plural,
  type Renewal,
  type RenewalId,
} from '@esprel/core';
import type { HelpShown, OtherWayShown } from '@esprel/core/api';
import type { Db } from '../db/db.ts';
import { everyLibraryCrop } from '../records/crop.ts';
import { readSettings } from '../records/settings.ts';
import { job, work } from '../threads/pool.ts';
import { groupOf } from '../growing/patches.ts';
import { type Gathered, rowKey } from './gather.ts';
import type { GrowerGarden } from './growers.ts';
import { apartOf, keptOf, type Planned, planned } from './page.ts';
import { varietyOf } from './rowSheet.ts';
import type { VarietyAhead } from './varieties.ts';

const JOB = job<typeof import('./otherWaysJob.ts').default>('renewals/otherWaysJob');
/** Worth below which two ways are one. */
const SAME = 0.005;
const SHORT_APART = { open: 'open', bagged: 'bagged', caged: 'in a cage', tied: 'tied' } as const;

/** Other ways for a variety, those first that cost least; what is held of it by hand may move, what is taken stays. */
export async function otherWaysOf(db: Db, id: number, today: string): Promise<OtherWayShown[]> {
  const plan = await planned(db, today);
  const { library, found } = plan;
  const v = varietyOf(db, library, id);
  const taken = (r: Renewal): boolean => library.byKey.get(keyOf(library, r))?.state === 'taken';
  const input = { ...library.input, fixed: library.input.fixed.filter((f) => f.variety !== id || taken(f)) };
  const rowsNow = new Set((plan.of.get(id) ?? []).map((r) => keyOf(library, r)));
  const { ways } = await work(JOB, { what: 'others', input: JSON.stringify(input), plan: found.plan.plan, variety: id });
  // The same place under cover, at no other cost, is no other way.
  return ways
    .map((way) => shownWay(plan, v, way))
    .filter((w) => !(Math.abs(w.worth) < SAME && w.then === null && w.rows.every((r) => rowsNow.has(rowKey(id, r.gardenId, r.season)))));
}

const keyOf = (library: Gathered, r: Renewal): string => rowKey(Number(r.variety), Number(r.garden), library.seasons[r.season - 1] ?? 0);

function shownWay(plan: Planned, v: VarietyAhead, way: OtherWay): OtherWayShown {
  const { library, home, found } = plan;
  const kept = library.varieties.reduce((sum, o, i) => sum + keptOf(o, way.kept[i] ?? 0) - keptOf(o, home.get(o.id) ?? 0), 0);
  return {
    rows: way.rows.map((r) => ({
      gardenId: Number(r.garden),
      season: library.seasons[r.season - 1] ?? 0,
      covered: r.protected,
      version: library.byKey.get(keyOf(library, r))?.version ?? 0,
    })),
    words: wayWords(plan, v, way.rows),
    then: thenWords(plan, way),
    kept,
    worth: way.total - found.plan.total,
  };
}

const gardenOf = (library: Gathered, id: RenewalId): GrowerGarden | undefined => library.gardens.find((g) => g.id === id);
const named = (g: GrowerGarden | undefined): string =>
  g === undefined ? 'a garden' : g.grower === null ? g.name : `${g.name}, ${g.grower}`;

/** "Kiln Hill, Aron, tied, in 2028"; two gardens one after the other. */
function wayWords({ library, of }: Planned, v: VarietyAhead, rows: readonly Renewal[]): string {
  if (rows.length === 0) return 'Nobody';
  const now = new Set((of.get(v.id) ?? []).map((r) => r.season));
  return rows
    .map((r) => {
      const season = now.size === 1 && now.has(r.season) && rows.length === 1 ? '' : `, ${String(library.seasons[r.season - 1] ?? '')}`;
      const apart = r.protected ? `, ${SHORT_APART[apartOf(v, true)]}` : '';
      return `${named(gardenOf(library, r.garden))}${apart}${season}`;
    })
    .join(' and ');
}

/** What the others would do then, the first two of them. */
function thenWords({ library }: Planned, way: OtherWay): string | null {
  const said = way.moved.slice(0, 2).map(({ variety, before, after }) => {
    const name = library.varieties.find((o) => o.id === variety)?.name ?? 'another';
    const [was, is] = [before[0], after[0]];
    if (is === undefined) return `nobody renews ${name}`;
    if (was === undefined) return `${name} goes to ${gardenOf(library, is.garden)?.name ?? 'a garden'}`;
    if (after.length < before.length) return `${name} has one grower only`;
    if (is.season > was.season) return `${name} waits until ${String(library.seasons[is.season - 1] ?? '')}`;
    return `${name} goes to ${gardenOf(library, is.garden)?.name ?? 'a garden'} in ${String(library.seasons[is.season - 1] ?? '')}`;
  });
  const more = way.moved.length - said.length;
  if (said.length === 0) return null;
  return `then ${said.join(', and ')}${more > 0 ? `; ${plural(more, 'other')} ${more === 1 ? 'moves' : 'move'} too` : ''}`;
}

const MORE_SEEDS = 20;
/** More seed is looked for where one try hardly succeeds, of the varieties that are worth the most. */
const LITTLE = 0.5;
const MOST_SEEDS = 6;
/** What keeps less than this of a variety more is no help. */
const LEAST_KEPT = 0.05;

/** What would help most, the most first. */
export async function helpsOf(db: Db, today: string): Promise<HelpShown[]> {
  const plan = await planned(db, today);
  const { library, found } = plan;
  if (library.varieties.length === 0) return [];
  const { helps } = await work(JOB, {
    what: 'helps',
    input: JSON.stringify(library.input),
    plan: found.plan.plan,
    keeping: keepingOf(library),
  });
  const { lengthUnit } = readSettings(db);
  return helps
    .map((h): HelpShown => ({ words: helpWords(db, library, h, lengthUnit), why: gainWords(library, h), ...gainOf(plan, h) }))
    .filter((h) => h.kept >= LEAST_KEPT)
    .sort((a, b) => b.worth - a.worth);
}

/** In a freezer dry seed hardly ages: what one try gives this season it gives in the next. */
const frozen = (v: VarietyAhead): boolean => v.crop.storageBehaviour === 'orthodox';

function keepingOf(library: Gathered): KeepInstead[] {
  const cold = new Map(library.varieties.filter(frozen).map((v) => [v.id, v.keep.map(() => v.keep[0] ?? 0)] as const));
  const little = library.varieties
    .filter((v) => (v.keep[0] ?? 0) < LITTLE && (v.best[0]?.alive[0] ?? 0) > 0.1)
    .sort((a, b) => b.worth - a.worth)
    .slice(0, MOST_SEEDS)
    .map((v): KeepInstead => {
      const lot = v.best[0];
      const keep = v.keep.map((_, s) => {
        const alive = lot?.beliefs[s];
        if (lot === undefined || alive === undefined) return 0;
        const more = attemptsOf({ alive, emergence: DEFAULT_EMERGENCE, balance: lot.balance + MORE_SEEDS, plants: v.plants });
        return v.whole ? more.all.keep : more.half.keep;
      });
      return { kind: 'seeds', of: v.id, many: MORE_SEEDS, keep: new Map([[v.id, keep]]) };
    });
  return [{ kind: 'freezer', of: null, many: 1, keep: cold }, ...little];
}

/** Varieties and worth that would be kept more, by the plan and, in a freezer, by what waits in it. */
function gainOf({ library, home }: Planned, h: Help): { readonly kept: number; readonly worth: number } {
  let [kept, worth] = [0, 0];
  library.varieties.forEach((v, i) => {
    const now = home.get(v.id) ?? 0;
    const waits =
      h.kind !== 'freezer' || !frozen(v) ? v.without : Math.max(v.without, keptByLots(v.lots.map((l) => l.attempts[0]?.half.keep ?? 0)));
    const more = keptOf({ ...v, without: waits }, now + (h.gains[i] ?? 0)) - keptOf(v, now);
    kept += more;
    worth += v.worth * more;
  });
  return { kept, worth };
}

function helpWords(db: Db, library: Gathered, h: Help, unit: LengthUnit): string {
  const garden = gardenOf(library, h.of ?? '');
  switch (h.kind) {
    case 'cage':
      return `One more cage at ${garden?.name ?? 'a garden'}`;
    case 'room':
      return `Room for ${plural(h.many, 'plant')} and one variety more at ${garden?.name ?? 'a garden'}`;
    case 'garden': {
      const far = [...h.apart].sort((a, b) => b.farM - a.farM)[0];
      const from =
        far === undefined
          ? ''
          : `, ${distance(Math.ceil(far.farM / 50) * 50, unit)} from any ${groupOf(everyLibraryCrop(db), far.group).name.toLowerCase()}`;
      return `One more grower with room for ${plural(h.many, 'plant')}${from}`;
    }
    case 'freezer':
      return 'A freezer for what has to wait, dried well first';
    case 'seeds':
      return `${plural(h.many, 'seed')} more of ${library.varieties.find((v) => v.id === h.of)?.name ?? 'it'}, from whoever has some`;
  }
}

function gainWords(library: Gathered, h: Help): string {
  const most = library.varieties
    .map((v, i) => ({ name: v.name, gain: (h.gains[i] ?? 0) * (1 - v.without) }))
    .filter((g) => g.gain > 0.05)
    .sort((a, b) => b.gain - a.gain);
  if (most.length === 0) return h.kind === 'freezer' ? 'What waits in it hardly ages.' : 'A little of many.';
  const names = most.slice(0, 3).map((g) => g.name);
  return capital(`for ${names.join(', ')}${most.length > 3 ? ` and ${String(most.length - 3)} more` : ''}`);
}
