// @vitest-environment happy-dom
import type { RenewalSheet } from '@esprel/core/api';
import { describe, expect, it } from 'vitest';
import RenewalsView from '../src/renewals/RenewalsView.vue';
import VarietyPane from '../src/renewals/VarietyPane.vue';
import { button, choose, errors, labelled, settled, type, words } from './desk.ts';
import { eachRenewing, row, sheet, step } from './renewing.ts';

const desk = eachRenewing();

describe('a variety', () => {
  const show = async (s: RenewalSheet = sheet()) => {
    desk.answers['GET /renewals/plan/varieties/7'] = s;
    await desk.show(RenewalsView, {}, '/renewals/variety/7');
    return desk.show(VarietyPane, { id: '7' }, '/renewals/variety/7');
  };

  it('says why then and there, and what each other way costs', async () => {
    const said = words(await show());
    for (const part of [
      '95 % likely still here after the plan; 40 % without it',
      '2027. 44 in 100 alive now',
      'Open it would be 6 in 100.',
      'For practised hands.',
      'Far Bank, Vesper Pennywell −0.4 kept',
      'then Marl Pit Summer waits until 2028',
      'Nobody −0.9 kept',
      'Worth: 2 times said: the valley’s own (by the figures 1 times)',
    ])
      expect(said).toContain(part);
  });

  it('is held where it is, elsewhere, or by nobody', async () => {
    const w = await show();
    const sent = (): unknown => desk.calls.filter((c) => c.method === 'POST').at(-1)?.body;
    button(w, 'Hold it here').click();
    await settled();
    expect(sent()).toMatchObject({ gardenId: 3, season: 2027, covered: true, what: 'hold' });
    button(w, 'Hold instead: Far Bank').click();
    await settled();
    expect(sent()).toEqual({
      varietyId: 7,
      gardenId: 4,
      season: 2027,
      covered: false,
      what: 'hold',
      version: 0,
      from: { gardenId: 3, season: 2027 },
    });
    button(w, 'Leave it so').click();
    await settled();
    expect(sent()).toEqual({ varietyId: 7, gardenId: null, season: null, what: 'bar', version: 0 });
    await choose(w, 'Another garden', 'Far Bank');
    button(w, 'Hold it there').click();
    await settled();
    expect(sent()).toMatchObject({ gardenId: 4, season: 2027, from: { gardenId: 3 } });
    button(w, 'Not here').click();
    await settled();
    expect(sent()).toEqual({ varietyId: 7, gardenId: 3, season: 2027, what: 'bar', version: 0 });
    desk.answers['POST /renewals/asks'] = { asked: 1, step };
    button(w, 'Ask Hjalma').click();
    await settled();
    expect(sent()).toEqual({ rows: [{ varietyId: 7, gardenId: 3, season: 2027, covered: true }] });
  });

  it('takes a figure that somebody knows better, with why', async () => {
    desk.answers['PUT /renewals/figures'] = { id: 3, step };
    const w = await show();
    button(w, 'Say otherwise: Good for one try').click();
    await settled();
    await type(labelled(w, 'Good for one try'), 'lots');
    button(w, 'Say so').click();
    await settled();
    expect(errors().join()).toContain('"lots" is not a number');
    await type(labelled(w, 'Good for one try'), '30');
    await type(labelled(w, 'Why'), 'mice were at it');
    button(w, 'Say so').click();
    await settled();
    expect(desk.calls.find((c) => c.method === 'PUT')?.body).toEqual({
      varietyId: 7,
      gardenId: null,
      figure: 'keep',
      value: 0.3,
      why: 'mice were at it',
      version: 0,
    });
    button(w, 'Say otherwise: Worth').click();
    await settled();
    button(w, 'The library’s figure again').click();
    await settled();
    expect(desk.calls.filter((c) => c.method === 'PUT').at(-1)?.body).toMatchObject({
      figure: 'worth',
      value: null,
      why: null,
      version: 9,
    });
  });

  it('takes what the grower says, and lifts a bar', async () => {
    desk.answers['POST /renewals/rows/11/answer'] = { id: 11, step };
    const asked = row({ state: 'asked', rowId: 11, version: 2, askedOn: '2027-03-10' });
    const w = await show(
      sheet({ bars: [{ rowId: 12, gardenId: 4, season: 2028, words: 'Not at Far Bank in 2028', version: 1 }] }, { rows: [asked] }),
    );
    expect(words(w)).toMatch(/Asked .*10.*\. Hjalma says:/);
    button(w, 'Yes').click();
    await settled();
    expect(desk.posted('/renewals/rows/11/answer')).toEqual({ answer: 'yes', version: 2 });
    await choose(w, 'Another one instead', 'Marl Pit Summer');
    button(w, 'That one').click();
    await settled();
    expect(desk.calls.filter((c) => c.path.endsWith('/answer')).at(-1)?.body).toEqual({ answer: 'another', version: 2, otherVarietyId: 8 });
    button(w, 'Allow it again: Not at Far Bank in 2028').click();
    await settled();
    expect(desk.posted('/renewals/rows')).toEqual({ varietyId: 7, gardenId: 4, season: 2028, what: 'loosen', version: 1 });
  });
});
