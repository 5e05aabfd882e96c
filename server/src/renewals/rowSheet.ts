import {
  APART_WORDS,
  capital,
  crossedInHundred,
  crossedOf,
  crossing,
  inHundred,
  DIFFICULTY_WORDS,
  metresBetween,
  numberWords,
  plural,
  type Practised,
  PRACTISED_WORDS,
  type Renewal,
} from '@esprel/core';
import type { RenewalFigureShown, RenewalSheet } from '@esprel/core/api';
import type { Db } from '../db/db.ts';
import { historyOf } from '../journal/history.ts';
import { blocked, notFound } from '../problem.ts';
import { one } from '../db/db.ts';
import { writtenVersion } from '../journal/change.ts';
import { cautionsOfVariety } from '../records/restriction.ts';
import type { Gathered } from './gather.ts';
import { chanceThere, type GrowerGarden } from './growers.ts';
import { type Planned, planned, shownRow, shownVariety } from './page.ts';
import type { VarietyAhead } from './varieties.ts';

/** A variety of the plan, or a Problem that says why it is not in it. */
export function varietyOf(db: Db, library: Gathered, id: number): VarietyAhead {
  const found = library.varieties.find((v) => v.id === id);
  if (found) return found;
  const named = one<{ name: string }>(db, 'SELECT name FROM varieties WHERE id = ?', id);
  if (!named) throw notFound('That variety');
  throw blocked(`${named.name} is not in the plan: it is kept well enough, does not come true from seed, or nothing of it is here.`);
}

/** All that can be said of one variety of the plan. `coordinator` sees what is kept of promises. */
export async function renewalSheet(db: Db, id: number, coordinator: boolean, today: string): Promise<RenewalSheet> {
  const plan = await planned(db, today);
  const { library, of } = plan;
  const v = varietyOf(db, library, id);
  const rows = of.get(id) ?? [];
  const lot = v.best[(rows[0]?.season ?? 1) - 1] ?? v.best[0];
  return {
    variety: shownVariety(plan, v),
    scientific: v.crop.scientific,
    lotWords: [
      v.crop.name,
      lot?.year == null ? 'no year' : String(lot.year),
      v.lots.length === 1 ? 'the library’s only lot' : `one of ${plural(v.lots.length, 'lot')}`,
    ].join(', '),
    rows: rows.map((r) => ({
      row: shownRow(library, v, r),
      when: whenWords(library, v, r),
      where: whereWords(plan, v, r, coordinator),
      crossing: crossingWords(plan, v, r),
      seed: seedWords(v, r, rows.length),
      warnings: warningsOf(v, library.gardens.find((g) => g.id === r.garden)?.practised ?? null),
    })),
    bars: library.rows
      .filter((r) => r.variety_id === id && r.state === 'barred')
      .map((r) => ({
        rowId: r.id,
        gardenId: r.garden_id,
        season: r.season,
        words: barWords(library, r),
        version: r.version,
      })),
    figures: figuresOf(db, library, v, rows),
    cautions: cautionsOfVariety(db, id, v.crop),
    history: historyOf(db, 'variety', id),
  };
}

function barWords(library: Gathered, r: Gathered['rows'][number]): string {
  const garden = library.gardens.find((g) => g.id === r.garden_id);
  const where = garden === undefined ? 'anywhere' : `at ${garden.name}`;
  const when = r.season === null ? '' : ` in ${String(r.season)}`;
  const who = r.answer === null ? 'Not' : `${garden?.grower ?? 'The grower'} said no:`;
  const why = r.note === null ? '' : ` (${r.note})`;
  return r.answer === null ? `${who} ${where}${when}${why}` : `${who} not ${where}${when}${why}`;
}

/** Why then: how alive it is now and then, and what another year of waiting costs. */
function whenWords({ seasons }: Gathered, v: VarietyAhead, r: Renewal): string {
  const s = r.season - 1;
  const lot = v.best[s];
  const now = lot?.alive[0] ?? 0;
  const here = v.keep[s] ?? 0;
  const later = v.keep[s + 1] ?? (v.whole ? lot?.attempts[s + 1]?.all.keep : lot?.attempts[s + 1]?.half.keep) ?? 0;
  const alive =
    s === 0
      ? `${inHundred(now)} alive now, ${String(Math.round(100 * (lot?.alive[1] ?? 0)))} next spring`
      : `${inHundred(now)} alive now, ${String(Math.round(100 * (lot?.alive[s] ?? 0)))} by then`;
  const waiting =
    here <= 0 ? '' : here - later < 0.01 ? '; another year costs nothing yet' : `; waiting a year loses ${chancesWords(1 - later / here)}`;
  const winter = v.years === 2 ? ` It stands through the winter, and seed comes in ${String((seasons[s] ?? 0) + 1)}.` : '';
  return `${alive}${waiting}.${winter}`;
}

/** "one chance in six". */
function chancesWords(lost: number): string {
  if (lost > 0.9) return 'nearly every chance';
  if (lost > 0.45) return 'half of the chance or more';
  return `one chance in ${numberWords(Math.max(2, Math.round(1 / lost)))}`;
}

function whereWords(plan: Planned, v: VarietyAhead, r: Renewal, coordinator: boolean): string {
  const { library } = plan;
  const g = library.gardens.find((o) => o.id === r.garden) as GrowerGarden;
  const used = plan.found.plan.plan
    .filter((o) => o.garden === g.id && o.season === r.season && o.variety !== r.variety)
    .reduce((n, o) => n + (library.varieties.find((x) => x.id === o.variety)?.plants ?? 0), 0);
  const already = library.input.gardens.find((o) => o.id === g.id)?.used?.[r.season - 1]?.plants ?? 0;
  const room = `Room for ${plural(g.room, 'plant')}${g.roomSaid ? '' : ', as nobody said'}; this takes ${String(v.plants)}${
    used + already === 0 ? '' : `, others ${String(used + already)}`
  }.`;
  const { kept, of } = g.promises;
  const known = [
    ...(g.memberId === null || !coordinator || of === 0
      ? []
      : [`brought back ${kept === 0 ? 'none' : numberWords(kept)} of ${numberWords(of)}`]),
    ...(g.practised === null ? [] : [PRACTISED_WORDS[g.practised]]),
  ];
  const practice = known.length === 0 ? '' : ` ${capital(g.grower ?? 'Whoever grows it')} ${known.join(', and ')}.`;
  const offered = chanceThere(g, v, library.offered).offered ? ` They offered to grow it.` : '';
  const spot = g.spot === null ? ' It is not on the plan of gardens: only what keeps to itself can go there.' : '';
  return `${room}${practice}${offered}${spot}`;
}

/** How far it would cross as it is planned, and open. */
function crossingWords(plan: Planned, v: VarietyAhead, r: Renewal): string {
  const { input } = plan.library;
  const rate = v.crop.outcrossRate;
  if (rate === 0) return 'It does not cross.';
  const garden = input.gardens.find((g) => g.id === r.garden);
  if (garden === undefined) return '';
  const flowers = r.season + v.years - 1;
  const neighbours = [
    ...input.others
      .filter((o) => o.group === v.crop.crossingGroup && o.season === flowers && o.variety !== v.id)
      .map((o) => ({ plants: o.plants, distanceM: Math.max(5, Math.hypot(o.eastM - garden.eastM, o.northM - garden.northM)), overlap: 1 })),
    ...plan.found.plan.plan.flatMap((o) => {
      const other = plan.library.varieties.find((x) => x.id === o.variety);
      const there = input.gardens.find((g) => g.id === o.garden);
      if (
        other === undefined ||
        there === undefined ||
        other.id === v.id ||
        o.protected ||
        other.crop.crossingGroup !== v.crop.crossingGroup
      )
        return [];
      return o.season + other.years - 1 === flowers ? [{ plants: other.plants, distanceM: metresBetween(there, garden), overlap: 1 }] : [];
    }),
  ];
  const open = crossing({ plants: v.plants, outcrossRate: rate, isolationM: Math.max(1, v.crop.isolationM), neighbours });
  if (!r.protected) {
    return neighbours.length === 0
      ? 'Nothing that it crosses with flowers then, as far as is known.'
      : `${capital(crossedInHundred(open.crossedShare))} would be crossed by what else flowers then.`;
  }
  const apart = capital(APART_WORDS[shownRow(plan.library, v, r).apart]);
  return `${apart}: ${crossedInHundred(crossedOf(rate, open.foreignShare, true))}. Open it would be ${crossedInHundred(open.crossedShare)}.`;
}

function seedWords(v: VarietyAhead, r: Renewal, growers: number): string {
  const lot = v.best[r.season - 1];
  const attempt = v.attempts[r.season - 1];
  if (lot === undefined || attempt === undefined) return '';
  const stays = lot.balance - attempt.seeds;
  const chance = ` ${capital(plural(v.plants, 'plant'))} at the least come of it ${inHundred(attempt.keep).replace(' in ', ' times in ')}.`;
  if (growers > 1)
    return `${String(attempt.seeds)} of ${String(lot.balance)} of ${lot.code} go here, and as many to the other grower.${chance}`;
  return stays === 0
    ? `All ${String(lot.balance)} of ${lot.code} go out: half of it would hardly give enough plants, and one good try keeps more than two poor ones.${chance}`
    : `${String(attempt.seeds)} of ${String(lot.balance)} of ${lot.code} go out; ${String(stays)} stay for a second try.${chance}`;
}

function warningsOf(v: VarietyAhead, practised: Practised | null): string[] {
  const { saving } = v;
  return [
    ...(saving.difficulty === 'hard' && practised !== 'practised' ? [`${capital(DIFFICULTY_WORDS.hard)}.`] : []),
    ...(saving.watch.includes('crosses-with-wild')
      ? ['Wild plants of its kind stand on no plan: look along hedges before it flowers.']
      : []),
  ];
}

/** Every figure that the rows of a variety go by, with what somebody said instead. */
function figuresOf(db: Db, library: Gathered, v: VarietyAhead, rows: readonly Renewal[]): RenewalFigureShown[] {
  const said = (figure: string, gardenId: number | null) => v.figures.find((f) => f.figure === figure && f.garden_id === gardenId);
  const shown = (
    figure: RenewalFigureShown['figure'],
    gardenId: number | null,
    name: string,
    computed: number,
    because: string,
  ): RenewalFigureShown => {
    const own = said(figure, gardenId);
    return {
      figure,
      gardenId,
      name,
      computed,
      because,
      said: own === undefined ? null : { value: own.value, why: own.why },
      version: writtenVersion(db, 'renewal_figures', own?.id),
    };
  };
  const others = v.lots.length - 1;
  const lot = v.best[0];
  const gardens = rows.flatMap((r) => library.gardens.filter((g) => g.id === r.garden));
  return [
    shown(
      'worth',
      null,
      'Worth',
      1,
      `${v.worthFigured.toFixed(1)} by the figures: ${others === 0 ? 'the only lot' : `${plural(others, 'other lot')} of it`}, ${v.asked === 0 ? 'not asked for' : `asked for ${plural(v.asked, 'time')}`} in three years. Say how many times that it is worth.`,
    ),
    shown(
      'keep',
      null,
      'Good for one try',
      v.keepFigured[0] ?? 0,
      `so likely ${lot?.code ?? 'its seed'} gives ${plural(v.plants, 'plant')} this season${v.whole ? '; all of it goes out, so there is no second try' : ', with half held back'}`,
    ),
    shown(
      'plants',
      null,
      'Plants',
      v.crop.seedPlantsMin,
      `the fewest parents of ${v.crop.name.toLowerCase()}; ${String(v.crop.seedPlantsGood)} do well`,
    ),
    ...gardens.map((g) =>
      shown(
        'chance',
        g.id,
        `Comes home from ${g.name}`,
        chanceThere(g, v, library.offered).figured,
        `by promises kept, and ${DIFFICULTY_WORDS[v.saving.difficulty]}`,
      ),
    ),
  ];
}
