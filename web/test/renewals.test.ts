// @vitest-environment happy-dom
import { describe, expect, it } from 'vitest';
import RenewalsView from '../src/renewals/RenewalsView.vue';
import { button, errors, settled, words } from './desk.ts';
import { eachRenewing, page } from './renewing.ts';

const desk = eachRenewing();

describe('the plan', () => {
  it('says how much is kept against doing nothing, who renews what when, what nobody can take and what would help', async () => {
    const w = await desk.show(RenewalsView, {}, '/renewals');
    const said = words(w);
    for (const part of [
      '1 of 2 kept, where doing nothing keeps 1. Within 0.3 % of the best there can be. That is what was found in the time.',
      'Quarry Foot, Hjalma · tied',
      'Marl Pit Summer summer squash and courgette',
      'There is no garden.',
      'One more cage at Kiln Hill For Marl Pit Summer',
      '+0.6 kept',
    ])
      expect(said).toContain(part);
    const cells = w.findAll('.cell');
    expect(cells.map((c) => c.text())).toEqual(['Quarry Foot, Hjalma\u00a0· tied', '', '']);
  });

  it('looks again while better ones are found, until somebody stops it', async () => {
    desk.answers['GET /renewals/plan'] = page({ search: 'searching', gap: 0.2 });
    desk.answers['POST /renewals/plan/stop'] = { search: 'stopped' };
    const w = await desk.show(RenewalsView, {}, '/renewals');
    expect(words(w)).toContain('Within 20.0 % of the best there can be. Still looking for better.');
    expect(desk.calls.some((c) => c.path.endsWith('/helps'))).toBe(false);
    const before = desk.calls.filter((c) => c.path === '/renewals/plan').length;
    await expect.poll(() => desk.calls.filter((c) => c.path === '/renewals/plan').length).toBeGreaterThan(before);
    desk.answers['GET /renewals/plan'] = page({ search: 'stopped' });
    button(w, 'Stop here').click();
    await expect.poll(() => words(w)).toContain('The search was stopped; what it found stands.');
    desk.answers['POST /renewals/plan/go-on'] = { search: 'searching' };
    button(w, 'Look further').click();
    await settled();
    expect(desk.posted('/renewals/plan/go-on')).toEqual({});
  });

  it('moves a row by the arrows, holds and bars it by a letter, each from the version that was seen', async () => {
    const w = await desk.show(RenewalsView, {}, '/renewals');
    const chip = w.find('.chip');
    const sent = (): unknown => desk.calls.filter((c) => c.method === 'POST').at(-1)?.body;
    await chip.trigger('keydown', { key: 'ArrowRight' });
    await settled();
    const at = { varietyId: 7, gardenId: 3 };
    expect(sent()).toEqual({ ...at, season: 2028, covered: true, what: 'hold', version: 0, from: { gardenId: 3, season: 2027 } });
    await chip.trigger('keydown', { key: 'h' });
    await settled();
    expect(sent()).toEqual({ ...at, season: 2027, covered: true, what: 'hold', version: 0 });
    await chip.trigger('keydown', { key: 'B' });
    await settled();
    expect(sent()).toEqual({ ...at, season: 2027, what: 'bar', version: 0 });
    await chip.trigger('keydown', { key: 'g' });
    await settled();
    expect(sent()).toMatchObject({ gardenId: 4, season: 2027, what: 'hold', from: { gardenId: 3, season: 2027 } });
    const before = desk.calls.length;
    await chip.trigger('keydown', { key: 'ArrowLeft' });
    expect(desk.calls.length).toBe(before);
  });

  it('says what cannot all be held, and lets go of the last', async () => {
    const letGo = { varietyId: 7, gardenId: 3, season: 2027, version: 2 };
    desk.answers['GET /renewals/plan'] = page({ conflicts: [{ words: 'They would cross: this; that.', rows: [], letGo }] });
    const w = await desk.show(RenewalsView, {}, '/renewals');
    expect(errors()[0]).toContain('They would cross: this; that.');
    button(w, 'Let go of it').click();
    await settled();
    expect(desk.posted('/renewals/rows')).toEqual({ ...letGo, what: 'loosen' });
  });

  it('says what is missing for any plan', async () => {
    desk.answers['GET /renewals/plan'] = page({ varieties: [], gardens: [], of: 0, nothing: 'There is nothing to renew yet.', toTake: 0 });
    const w = await desk.show(RenewalsView, {}, '/renewals');
    expect(words(w)).toContain('There is nothing to renew yet.');
    expect(button(w, 'Take this plan').disabled).toBe(true);
  });
});
