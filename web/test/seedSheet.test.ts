// @vitest-environment happy-dom
import { describe, expect, it } from 'vitest';
import SeedSheet from '../src/germination/SeedSheet.vue';
import { eachDesk } from './desk.ts';

const desk = eachDesk();

describe('the seed sheet', () => {
  const props = {
    seeds: 25,
    marks: [{ position: 2, kind: 'normal', markedOn: '2027-03-10' }],
    warmFrom: '2027-03-05',
    day: '2027-03-14',
    kind: 'normal',
    readonly: false,
    name: 'Bag 1',
  };

  it('tells each seed by its place, what it is and since which day', async () => {
    const w = await desk.show(SeedSheet, props);
    const seeds = w.findAll('[role="checkbox"]');
    expect(seeds).toHaveLength(25);
    expect(seeds[1]!.attributes()).toMatchObject({ 'aria-label': 'Seed 2, sprouted, day 5', 'aria-checked': 'true' });
    expect(seeds[0]!.attributes('aria-label')).toBe('Seed 1, not yet');
    expect(seeds.filter((s) => s.attributes('tabindex') === '0')).toHaveLength(1);
  });

  it('marks by tap and by key, and hands digits on', async () => {
    const w = await desk.show(SeedSheet, props);
    await w.findAll('[role="checkbox"]')[4]!.trigger('click');
    expect(w.emitted('marks')?.at(-1)?.[0]).toContainEqual({ position: 5, kind: 'normal', markedOn: '2027-03-14' });
    await w.trigger('keydown', { key: 'ArrowDown' });
    await w.trigger('keydown', { key: 'h' });
    expect(w.emitted('marks')?.at(-1)?.[0]).toContainEqual({ position: 15, kind: 'hard', markedOn: '2027-03-14' });
    await w.trigger('keydown', { key: '4' });
    expect(w.emitted('digit')).toEqual([['4']]);
  });

  it('changes nothing once the test is closed', async () => {
    const w = await desk.show(SeedSheet, { ...props, readonly: true });
    await w.findAll('[role="checkbox"]')[4]!.trigger('click');
    await w.trigger('keydown', { key: ' ' });
    expect(w.emitted('marks')).toBeUndefined();
  });
});
