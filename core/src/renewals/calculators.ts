import * as yup from 'yup';
import { calculator, refuseAll } from '../checks/calculator.ts';
import { flag, list, need, number, shape, share, text, whole } from '../checks/fields.ts';
import type { FieldError } from '../errors.ts';
import { makeInstance, type RenewalId, type RenewalInput } from './instance.ts';
import { planRenewals, type RenewalPlan } from './planRenewals.ts';
import { PlanState } from './planState.ts';
import { type Nobody, whyNobody } from './whyNobody.ts';

const MOST = { varieties: 400, gardens: 200, seasons: 5, seconds: 30, rows: 100_000 } as const;
const SECONDS = 5;
const MAX_CROSSED = 0.01;
const GROWERS = 2;
const VARIETIES_AT_ONCE = 3;
const WIDTH_M = 5;

/** A name or a number. */
const id = () => {
  const message = 'must be a name of at most 80 characters, or a whole number';
  const named = text(80);
  return yup
    .mixed<RenewalId>()
    .test(
      'id',
      message,
      (v) => v == null || (typeof v === 'number' ? Number.isSafeInteger(v) : typeof v === 'string' && v !== '' && named.isValidSync(v)),
    ) as unknown as yup.Schema<RenewalId | undefined>;
};
const metres = () => number({ min: -1e7, max: 1e7 });
const plants = (min: number) => whole({ min, max: 1_000_000 });
const season = () => whole({ min: 1, max: MOST.seasons });

const renewalForm = shape({
  seasons: need(season()),
  varieties: list(
    shape({
      id: need(id()),
      worth: need(number({ above: 0, max: 1e9 })),
      keep: need(list(need(share()), MOST.seasons, 1)),
      plants: need(plants(1)),
      years: need(whole({ min: 1, max: 2 })),
      group: text(80),
      outcrossRate: share(),
      isolationM: number({ above: 0, max: 1e7 }),
    }),
    MOST.varieties,
  ),
  gardens: list(
    shape({
      id: need(id()),
      room: need(plants(0)),
      most: whole({ min: 0, max: 1000 }),
      chance: need(share()),
      cages: whole({ min: 0, max: 1000 }),
      eastM: metres(),
      northM: metres(),
      widthM: number({ min: 0, max: 1e7 }),
      takes: list(need(id()), MOST.varieties),
    }),
    MOST.gardens,
  ),
  chances: list(shape({ variety: need(id()), garden: need(id()), chance: need(share()) }), MOST.rows),
  others: list(
    shape({ group: need(text(80)), season: need(season()), plants: need(plants(0)), eastM: need(metres()), northM: need(metres()) }),
    MOST.rows,
  ),
  maxCrossed: share(),
  growersMost: whole({ min: 1, max: 5 }),
  fixed: list(shape({ variety: need(id()), garden: need(id()), season: need(season()), protected: flag() }), MOST.rows),
  barred: list(shape({ variety: need(id()), garden: id(), season: season() }), MOST.rows),
  seconds: number({ min: 0, max: MOST.seconds }),
});
type Body = yup.InferType<typeof renewalForm>;

/** Names that are not there, lists that do not fit the seasons, and what a crop that crosses needs. */
function errorsOf(body: Body): FieldError[] {
  const { seasons, varieties = [], gardens = [], chances = [], others = [], fixed = [], barred = [] } = body;
  const errors: FieldError[] = [];
  const wrong = (path: string, message: string): void => void errors.push({ path, message });
  const known = { varieties: new Set<RenewalId>(), gardens: new Set<RenewalId>() };
  const twice = (name: 'varieties' | 'gardens', own: RenewalId, i: number): void => {
    if (known[name].has(own)) wrong(`${name}[${String(i)}].id`, 'stands there twice');
    known[name].add(own);
  };
  varieties.forEach((v, i) => {
    const path = `varieties[${String(i)}]`;
    twice('varieties', v.id, i);
    if (v.keep.length !== seasons) wrong(`${path}.keep`, `must hold ${String(seasons)}, one for each season`);
    if (v.group == null) return;
    if (v.outcrossRate == null) wrong(`${path}.outcrossRate`, 'is needed for a variety with a group');
    if (v.isolationM == null) wrong(`${path}.isolationM`, 'is needed for a variety with a group');
  });
  gardens.forEach((g, i) => {
    twice('gardens', g.id, i);
  });
  const there = (path: string, v: RenewalId | null | undefined, g: RenewalId | null | undefined, s: number | null | undefined): void => {
    if (v != null && !known.varieties.has(v)) wrong(`${path}.variety`, 'is none of the varieties');
    if (g != null && !known.gardens.has(g)) wrong(`${path}.garden`, 'is none of the gardens');
    if (s != null && s > seasons) wrong(`${path}.season`, `must be ${String(seasons)} at most, as there are seasons`);
  };
  gardens.forEach((g, i) => {
    g.takes?.forEach((t, j) => {
      if (!known.varieties.has(t)) wrong(`gardens[${String(i)}].takes[${String(j)}]`, 'is none of the varieties');
    });
  });
  chances.forEach((c, i) => {
    there(`chances[${String(i)}]`, c.variety, c.garden, null);
  });
  others.forEach((o, i) => {
    there(`others[${String(i)}]`, null, null, o.season);
  });
  fixed.forEach((f, i) => {
    there(`fixed[${String(i)}]`, f.variety, f.garden, f.season);
  });
  barred.forEach((b, i) => {
    there(`barred[${String(i)}]`, b.variety, b.garden, b.season);
  });
  return errors;
}

function inputOf(body: Body): RenewalInput {
  return {
    seasons: body.seasons,
    varieties: (body.varieties ?? []).map((v) => ({
      id: v.id,
      worth: v.worth,
      keep: v.keep,
      plants: v.plants,
      years: v.years === 2 ? 2 : 1,
      group: v.group ?? null,
      outcrossRate: v.outcrossRate ?? 0,
      isolationM: v.isolationM ?? 1,
    })),
    gardens: (body.gardens ?? []).map((g) => ({
      id: g.id,
      room: g.room,
      most: g.most ?? VARIETIES_AT_ONCE,
      chance: g.chance,
      cages: g.cages ?? 0,
      eastM: g.eastM ?? 0,
      northM: g.northM ?? 0,
      widthM: g.widthM ?? WIDTH_M,
      takes: g.takes ?? null,
    })),
    chances: body.chances ?? [],
    others: body.others ?? [],
    maxCrossed: body.maxCrossed ?? MAX_CROSSED,
    growersMost: body.growersMost ?? GROWERS,
    fixed: (body.fixed ?? []).map((f) => ({ ...f, protected: f.protected ?? false })),
    barred: (body.barred ?? []).map((b) => ({ variety: b.variety, garden: b.garden ?? null, season: b.season ?? null })),
  };
}

export type RenewalAnswer = RenewalPlan & { readonly nobody: readonly Nobody[] };

export const renewalPlanCalculator = calculator(renewalForm, (asked, tools): RenewalAnswer => {
  refuseAll(errorsOf(asked));
  const instance = makeInstance(inputOf(asked));
  const broken = PlanState.broken(instance);
  if (broken !== null) refuseAll(broken.which.map((i) => ({ path: `fixed[${String(i)}]`, message: `cannot hold: ${broken.rule}` })));
  const plan = planRenewals(instance, { ...tools, seconds: asked.seconds ?? SECONDS });
  return { ...plan, nobody: whyNobody(instance, plan.plan) };
});
