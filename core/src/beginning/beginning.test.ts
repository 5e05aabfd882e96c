import { describe, expect, it } from 'vitest';
import { type BeginFacts, beginSteps, nextBeginStep } from './beginning.ts';

const EMPTY: BeginFacts = {
  libraryName: null,
  hemisphere: 'north',
  frost: 'assumed',
  lastFrost: '5 May',
  people: 0,
  coordinator: false,
  places: 0,
  lots: 0,
  tests: 0,
  members: 0,
  publicAddress: false,
  said: {},
};
const stateOf = (facts: Partial<BeginFacts>, step: string): string | undefined =>
  beginSteps({ ...EMPTY, ...facts }).find((s) => s.step === step)?.state;

describe('the first hour', () => {
  it('starts with everything to do, within an hour', () => {
    const steps = beginSteps(EMPTY);
    expect(steps.every((s) => s.state === 'open')).toBe(true);
    expect(nextBeginStep(steps)).toBe('place');
    expect(steps.reduce((sum, s) => sum + s.minutes, 0)).toBeLessThanOrEqual(60);
  });

  it('sees by itself what was done, and what was only begun', () => {
    expect(stateOf({ lots: 3 }, 'seed')).toBe('begun');
    expect(stateOf({ lots: 10 }, 'seed')).toBe('done');
    expect(stateOf({ people: 2 }, 'people')).toBe('begun');
    expect(stateOf({ people: 2, coordinator: true }, 'people')).toBe('done');
    expect(stateOf({ members: 4 }, 'members')).toBe('begun');
  });

  it('goes by what people say of a step, and never calls undone what is there', () => {
    expect(stateOf({ said: { members: 'not-for-us' } }, 'members')).toBe('not-for-us');
    expect(stateOf({ said: { frost: 'done' } }, 'frost')).toBe('done');
    expect(stateOf({ said: { seed: 'not-for-us' }, lots: 12 }, 'seed')).toBe('done');
    const all = beginSteps({
      ...EMPTY,
      said: Object.fromEntries(beginSteps(EMPTY).map((s) => [s.step, 'not-for-us'])) as BeginFacts['said'],
    });
    expect(nextBeginStep(all)).toBeNull();
  });
});
