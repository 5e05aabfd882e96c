import { describe, expect, it } from 'vitest';
import { allowed, garden, kept, made, most, small } from '../../test/smallRenewals.ts';
import { choicesOf, makeInstance, type Renewal, type RenewalInput } from './instance.ts';
import { otherWays } from './otherWays.ts';
import { planRenewals } from './planRenewals.ts';
import { greedyPlan, planFrom } from './search.ts';
import { whatHelps } from './whatHelps.ts';

const planned = (input: RenewalInput): readonly Renewal[] =>
  planRenewals(makeInstance(input), { solver: null, seconds: 1, now: () => performance.now() }).plan;

describe('other ways for a variety', () => {
  it('costs what the best plan with that way keeps less, by trying everything', () => {
    for (let seed = 200; seed < 215; seed++) {
      const input = made(seed);
      const best = most(input);
      const plan = planned(input);
      for (const v of input.varieties) {
        const ways = otherWays(makeInstance(input), plan, v.id);
        for (const way of ways) {
          // Small enough that the search finds the best there is: with its rows held, nothing keeps more.
          const nobody = way.rows.length === 0 ? [{ variety: v.id, garden: null, season: null }] : [];
          const held = most({ ...input, fixed: [...input.fixed, ...way.rows.slice(0, 1)], barred: [...input.barred, ...nobody] });
          expect(way.total).toBeLessThanOrEqual(best + 1e-9);
          expect([seed, way.total]).toEqual([seed, expect.closeTo(held, 3)]);
        }
      }
    }
  });

  it('says where others would go, and that nobody may', () => {
    const input = small({ seasons: 1, varieties: small().varieties.map((v) => ({ ...v, keep: v.keep.slice(0, 1) })), growersMost: 1 });
    const plan = planned(input);
    expect(plan.map((r) => r.variety)).toContain('a');
    expect(plan.map((r) => r.variety)).not.toContain('b');
    const ways = otherWays(makeInstance(input), plan, 'b');
    expect(ways[0]?.rows[0]?.variety).toBe('b');
    expect(ways[0]?.moved).toEqual([expect.objectContaining({ variety: 'a', after: [] })]);
    expect(ways[0]?.kept[0]).toBe(0);
    const nobody = otherWays(makeInstance(input), plan, 'a').find((w) => w.rows.length === 0);
    expect(nobody?.moved.map((m) => m.variety)).toContain('b');
    expect(otherWays(makeInstance(input), plan, 'nothing of that name')).toEqual([]);
  });

  it('leaves what is fixed alone', () => {
    const fixed = [{ variety: 'a', garden: 'near', season: 1, protected: false }];
    const input = small({ fixed });
    const plan = planned(input);
    for (const way of otherWays(makeInstance(input), plan, 'b')) {
      expect(way.moved.map((m) => m.variety)).not.toContain('a');
    }
    expect(otherWays(makeInstance(input), plan, 'a').every((w) => w.rows.some((r) => r.garden === 'near' && r.season === 1))).toBe(true);
  });
});

it('a plan goes on from one that was found before, as far as it still may', () => {
  const input = small({ varieties: small().varieties.map((v) => ({ ...v, worth: 1, keep: [0.8, 0.8] })) });
  const before: Renewal[] = [{ variety: 'c', garden: 'far', season: 2, protected: false }];
  const instance = makeInstance(input);
  expect(planFrom(instance, choicesOf(instance, before)).some((c) => c.v === 2 && c.g === 1 && c.s === 1)).toBe(true);
  const gone = makeInstance({ ...input, gardens: [garden('near')] });
  expect(choicesOf(gone, before)).toEqual([]);
  expect(planFrom(gone, choicesOf(gone, before))).toEqual(greedyPlan(gone));
});

describe('what would help', () => {
  it('is a cage or a garden far off where two would cross, by as much as a plan with it keeps more', () => {
    const input = small({ seasons: 1, varieties: small().varieties.slice(0, 2), gardens: [garden('near')], growersMost: 1 });
    const plan = planned(input);
    const helps = whatHelps(input, plan);
    expect(helps.map((h) => h.kind)).toEqual(['cage', 'garden']);
    expect(helps[1]?.apart).toEqual([{ group: 'cucurbita-pepo', farM: expect.any(Number) }]);
    const caged = { ...input, gardens: [garden('near', { cages: 1 })] };
    expect(helps[0]?.worth).toBeCloseTo(most(caged) - most(input), 6);
    expect(helps[0]?.gains.reduce((a, b) => a + b, 0)).toBeGreaterThan(0.5);
  });

  it('is more seed where there is too little, and nothing where all is kept as well as it can be', () => {
    const input = small({ seasons: 1, varieties: [{ ...small().varieties[2]!, keep: [0.1] }], gardens: [garden('near')], growersMost: 1 });
    const keep = new Map([['c', [0.9]]]);
    const helps = whatHelps(input, planned(input), [{ kind: 'seeds', of: 'c', many: 20, keep }]);
    expect(helps[0]).toMatchObject({ kind: 'seeds', of: 'c', many: 20 });
    expect(helps[0]?.gains[0]).toBeCloseTo(0.8 * 0.8, 9);
    expect(whatHelps(small({ varieties: [] }), [])).toEqual([]);
  });

  it('keeps every rule in what it tries', () => {
    const input = made(9);
    const plan = planned(input);
    expect(allowed(input, plan)).toBe(true);
    for (const h of whatHelps(input, plan)) expect(h.worth).toBeGreaterThanOrEqual(0.02);
    expect(kept(input, plan)).toBeLessThanOrEqual(most(input) + 1e-9);
  });
});
