// @vitest-environment happy-dom
import type { GrowingPlan, PlanPatch } from '@esprel/core/api';
import { describe, expect, it } from 'vitest';
import GrowingView from '../src/growing/GrowingView.vue';
import LearnedView from '../src/growing/LearnedView.vue';
import LineForm from '../src/growing/LineForm.vue';
import TruthView from '../src/growing/TruthView.vue';
import MixForm from '../src/lots/MixForm.vue';
import { button, choose, eachDesk, errors, labelled, settled, type, words } from './desk.ts';
import { action, lotSheet } from './lotSheet.ts';
import { planPatch } from './planPatch.ts';

const desk = eachDesk();
/** Longer than a look waits for the next key. */
const lookedAt = async (): Promise<void> => {
  await new Promise((resolve) => setTimeout(resolve, 320));
  await settled();
};

describe('how true a lot is', () => {
  const sheet = {
    code: 'TM-001C',
    variety: 'Weir Keeper',
    crop: 'Tomato',
    balance: 64,
    never: null,
    share: { mean: 0.94, low: 0.88, high: 0.98 },
    why: ['Where it was grown about 6 in 100 were crossed.'],
    seen: [],
    sowings: [{ id: 8, sownOn: '2026-04-02', seeds: 20, member: 'Fenna Marl' }],
  };

  it('says how many will surprise, why, and takes down what was seen of a sowing', async () => {
    desk.answers['GET /lots/TM-001C/truth'] = sheet;
    desk.answers['POST /lots/TM-001C/off-types'] = { id: 3, ...action };
    const w = await desk.show(TruthView, { code: 'TM-001C' }, '/lots/TM-001C/truth?sowing=8');
    for (const part of [
      'About 6 in 100 will be something else',
      'Between 2 and 12 in 100',
      'Where it was grown about 6 in 100 were crossed.',
    ]) {
      expect(words(w)).toContain(part);
    }
    await type(labelled(w, 'Plants looked at'), '10');
    await type(labelled(w, 'Not what they should be'), 'three');
    button(w, 'Write down what was seen').click();
    await settled();
    expect(errors().join()).toContain('is not a number');
    await type(labelled(w, 'Not what they should be'), '3');
    button(w, 'Write down what was seen').click();
    await settled();
    expect(desk.posted('/lots/TM-001C/off-types')).toMatchObject({ plants: 10, offTypes: 3, sowingId: 8, seenOn: '2027-03-14' });
  });

  it('says of a hybrid that nothing is to be expected of it, and asks nothing', async () => {
    desk.answers['GET /lots/TM-001C/truth'] = { ...sheet, never: 'hybrid', share: null, why: [] };
    const w = await desk.show(TruthView, { code: 'TM-001C' });
    expect(words(w)).toMatch(/hybrid/i);
    expect(w.find('input').exists()).toBe(false);
  });
});

describe('a line', () => {
  it('needs a name and what it was chosen for, and takes the pollen parent from a scan', async () => {
    desk.answers['GET /lots/TM-001C'] = lotSheet({ code: 'TM-001C', variety: 'Weir Keeper', version: 4 });
    desk.answers['POST /lots/TM-001C/line'] = { varietyId: 9, ...action };
    const w = await desk.show(LineForm, { code: 'TM-001C' });
    button(w, 'Keep it').click();
    await settled();
    expect(errors().join()).toContain('give the line a name');
    expect(errors().join()).toContain('say what it was chosen for');
    await type(labelled(w, 'Name of the line'), 'Weir Keeper, early');
    await type(labelled(w, 'Chosen for'), 'early');
    await type(labelled(w, 'Plants chosen'), '3');
    await type(labelled(w, 'Of so many that stood'), '20');
    button(w, 'Keep it').click();
    await settled();
    expect(desk.posted('/lots/TM-001C/line')).toMatchObject({
      version: 4,
      name: 'Weir Keeper, early',
      chosen: 3,
      ofPlants: 20,
      pollenCode: null,
    });
  });
});

describe('mixing lots', () => {
  const lot = (code: string, balance: number) => ({
    code,
    year: 2025,
    balance,
    identity: 'sure',
    state: 'kept',
    source: 'a member',
    median: 0.8,
    verdict: 'lend',
  });
  const look = {
    variety: 'Weir Keeper',
    seeds: 90,
    alive: 0.77,
    trueMean: 0.95,
    kept: 0.93,
    parts: [
      { code: 'TM-001C', seeds: 64, balance: 64, year: 2025, alive: 0.8, trueMean: 0.98, kept: 0.9 },
      { code: 'TM-002F', seeds: 26, balance: 26, year: 2025, alive: 0.7, trueMean: 0.88, kept: 0.88 },
    ],
    words: ['More of the variety is kept than in either.'],
  };

  it('shows before it is done what comes of it, and says at its line what cannot be', async () => {
    desk.answers['GET /lots/TM-001C'] = lotSheet({ code: 'TM-001C', variety: 'Weir Keeper' });
    desk.answers['GET /varieties/1'] = {
      variety: { name: 'Weir Keeper' },
      lots: [lot('TM-002F', 26), lot('TM-001C', 64), lot('TM-003J', 0), { ...lot('TM-004M', 9), state: 'gone' }],
    };
    desk.answers['GET /places'] = { places: [] };
    desk.answers['POST /mixes/look'] = look;
    const w = await desk.show(MixForm, { code: 'TM-001C' });
    // What there is no seed of cannot be mixed; the lot that was opened stands first and goes in.
    expect(w.findAll('li .code').map((c) => c.text())).toEqual(['TM-001C', 'TM-002F']);
    expect(button(w, 'Mix them').hasAttribute('disabled')).toBe(true);
    await w.findAll('input[type="checkbox"]')[1]?.setValue(true);
    await lookedAt();
    expect(words(w.find('.look'))).toContain('mixed, 90 seeds 77 % about 5 in 100 something else 93 %');
    expect(words(w)).toContain('More of the variety is kept than in either.');
    desk.answers['POST /mixes'] = {
      status: 422,
      code: 'bad-input',
      detail: 'parts[1].seeds: only 26 seeds are there',
      errors: [{ path: 'parts[1].seeds', message: 'only 26 seeds are there' }],
    };
    button(w, 'Mix them').click();
    await settled();
    expect(errors().join()).toContain('only 26 seeds are there');
    expect(desk.posted('/mixes')).toMatchObject({
      parts: [
        { lotCode: 'TM-001C', seeds: 64 },
        { lotCode: 'TM-002F', seeds: 26 },
      ],
    });
  });
});

describe('what was learned', () => {
  it('says of a crop what was seen against what was expected, and what to think of it', async () => {
    desk.answers['GET /growing/learned'] = {
      crops: [
        {
          key: 'squash',
          name: 'Squash',
          lots: 3,
          plants: 60,
          offTypes: 7,
          expected: 2.4,
          ratio: 1.72,
          low: 0.9,
          high: 2.6,
          words: 'Crosses more here.',
        },
      ],
    };
    const said = words(await desk.show(LearnedView));
    for (const part of ['Squash3 lots', '60', '2.4', '1.7 x0.9 x to 2.6 x', 'Crosses more here.'])
      expect(said.replaceAll(' ', '')).toContain(part.replaceAll(' ', ''));
  });

  it('says how to begin where nobody wrote anything down', async () => {
    desk.answers['GET /growing/learned'] = { crops: [] };
    expect(words(await desk.show(LearnedView))).toContain('none is worth writing down, too');
  });
});

describe('who grows what', () => {
  const patch = (key: string, over: Partial<PlanPatch> = {}) => planPatch({ key, kind: 'seed', ...over });
  const plan: GrowingPlan = {
    group: 'cucurbita-pepo',
    name: 'Squash',
    crops: [{ key: 'summer-squash', name: 'Summer squash' }],
    season: 2027,
    seasons: [2027, 2028],
    groups: [{ group: 'cucurbita-pepo', name: 'Squash', patches: 2, risky: 1 }],
    isolationM: 500,
    patches: [patch('loan-3'), patch('loan-4', { spot: null, place: null, gardenId: null, grower: 'Brisa Eelmoor' })],
    lines: [],
    gardens: [],
    cautions: [],
  };

  it('says how many would be crossed, who is not on the plan, and goes to another season', async () => {
    desk.answers['GET /growing'] = plan;
    const w = await desk.show(GrowingView, {}, '/growing?group=cucurbita-pepo');
    expect(words(w)).toContain('2 patches; 2 of those for seed would be crossed by more than 1 in 100: open one.');
    expect(words(w)).toContain('Not on the plan, so not reckoned with: Long Trailer Brisa Eelmoor.');
    // Whatever lies under another on the plan is in the list beside it.
    expect(w.findAll('li a').map((a) => a.attributes('href'))).toEqual([
      '/growing/loan-3?group=cucurbita-pepo',
      '/growing/loan-4?group=cucurbita-pepo',
    ]);
    await choose(w, 'Season', '2028');
    expect(desk.router.currentRoute.value.fullPath).toBe('/growing?group=cucurbita-pepo&season=2028');
    expect(desk.calls.map((c) => c.path)).toContain('/growing?group=cucurbita-pepo&season=2028');
  });

  it('says what stands here by itself where nothing flowers', async () => {
    desk.answers['GET /growing'] = { ...plan, patches: [] };
    expect(words(await desk.show(GrowingView, {}, '/growing'))).toContain('Nothing of squash flowers in 2027 as far as anybody said.');
  });
});
