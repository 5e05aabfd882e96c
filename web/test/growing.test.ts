// @vitest-environment happy-dom
import type { PatchSheet as Sheet } from '@esprel/core/api';
import { describe, expect, it } from 'vitest';
import PatchForm from '../src/growing/PatchForm.vue';
import PatchSheet from '../src/growing/PatchSheet.vue';
import { planPatch } from './planPatch.ts';
import { button, eachDesk, errors, settled, words } from './desk.ts';

const desk = eachDesk();

const sheet = (over: Partial<Sheet> = {}, patch: Partial<Sheet['patch']> = {}): Sheet => ({
  patch: planPatch(patch),
  version: 0,
  season: 2027,
  group: 'cucurbita-pepo',
  groupName: 'Squash',
  mostCrossed: 0.01,
  isolationM: 500,
  sources: [
    { key: 'seen-5', place: 'Lockhouse', variety: null, kind: 'table', plants: 4, share: 0.031, distanceM: 509, days: 36 },
    { key: 'loan-9', place: 'Walled yard', variety: 'Marl Pit', kind: 'seed', plants: 3, share: 0.0004, distanceM: 1040, days: 20 },
  ],
  ways: [
    { words: 'Tie the flowers, pollinate by hand', share: 0.0008, change: { apart: 'tied' } },
    { words: 'Grow it at Kiln Hill instead', share: 0.009, change: { gardenId: 11 } },
    { words: 'Begin three weeks later', share: 0.034, change: { shiftDays: 21 } },
    { words: 'Without Lockhouse: ask', share: 0.03, change: { without: 'seen-5' } },
  ],
  plantsMin: 10,
  plantsGood: 20,
  own: { garden: null, spot: null, plants: null, flowerFrom: null, flowerTo: null, shiftDays: 7, kind: null, whose: null, note: null },
  gone: null,
  sownOn: null,
  outOn: '2027-05-20',
  ripeOn: '2027-09-12',
  loanId: 3,
  cautions: ['Bitter fruit is poisonous'],
  history: [],
  ...over,
});
const show = async (s: Sheet) => {
  desk.answers['GET /growing/patches/loan-3'] = s;
  return desk.show(PatchSheet, { patchKey: 'loan-3' });
};

describe('a patch that is opened', () => {
  it('says how much would be crossed, from where, that there are too few plants, and what can hurt', async () => {
    const said = words(await show(sheet()));
    for (const part of [
      'About 6 in 100 would be crossed',
      'Between 4.1 and 8.8 in 100. Of 200 seeds, about 12 would become something else',
      '4 plants for the table, 509 m, 5 weeks together',
      'One more gives hardly anything.',
      '8 plants: 10 at the least, 20 do well.',
      'Bitter fruit is poisonous.',
    ])
      expect(said).toContain(part);
  });

  it('does what would lower it from there, each as its own step on what was seen', async () => {
    const w = await show(sheet());
    const sent: unknown[] = [];
    desk.answers['PATCH /growing/patches/loan-3'] = (body: unknown) => {
      sent.push(body);
      return { key: 'loan-3', step: { id: 5, summary: 'done' } };
    };
    for (const words of ['Tie the flowers', 'Grow it at Kiln Hill', 'Begin three weeks later']) {
      w.findAll('button')
        .find((b) => b.attributes('aria-label')?.includes(words))!
        .element.click();
      await settled();
    }
    expect(sent).toEqual([
      { version: 0, apart: 'tied' },
      { version: 0, garden: '11' },
      { version: 0, shiftDays: 28 },
    ]);
    // Somebody else's plants are looked at, not done away with.
    w.findAll('button')
      .find((b) => b.attributes('aria-label')?.includes('Without Lockhouse'))!
      .element.click();
    await settled();
    expect(desk.router.currentRoute.value.path).toBe('/growing/seen-5');
  });

  it('gives no figure where there is none to give, and says what to do instead', async () => {
    const none = { share: 0, low: 0, high: 0, band: 'safe' as const, instead: 'not-on-plan' as const };
    const w = await show(sheet({ sources: [], ways: [] }, { spot: null, place: null, crossing: none }));
    expect(words(w)).toContain('Where it grows is not on the plan');
    expect(words(w)).not.toContain('would be crossed');
    expect(button(w, 'Say where it is')).toBeTruthy();
  });
});

describe('a patch that somebody saw', () => {
  const plan = {
    group: 'cucurbita-pepo',
    name: 'Squash',
    crops: [{ key: 'summer-squash', name: 'Summer squash' }],
    season: 2027,
    seasons: [2027],
    groups: [],
    isolationM: 500,
    patches: [],
    lines: [],
    gardens: [],
    cautions: [],
  };

  it('is put where the plan was tapped, and errors stand beside their fields', async () => {
    desk.answers['GET /growing'] = plan;
    desk.answers['GET /gardens'] = { gardens: [] };
    desk.answers['GET /varieties'] = { varieties: [], next: null };
    desk.answers['POST /growing/patches'] = {
      status: 400,
      code: 'bad-input',
      detail: 'plants: say about how many plants flower there',
      errors: [{ path: 'plants', message: 'say about how many plants flower there' }],
    };
    const w = await desk.show(PatchForm, {}, '/growing/new?group=cucurbita-pepo&season=2027&east=-437&north=410');
    await w.find('form').trigger('submit');
    await settled();
    expect(desk.posted('/growing/patches')).toMatchObject({
      eastM: -450,
      northM: 400,
      season: 2027,
      cropKey: 'summer-squash',
      kind: 'neighbour',
    });
    expect(errors()).toContain('say about how many plants flower there');
  });
});
