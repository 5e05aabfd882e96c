// @vitest-environment happy-dom
import { describe, expect, it } from 'vitest';
import SeedsPerCell from '../src/shared/SeedsPerCell.vue';
import { eachDesk } from './desk.ts';

const desk = eachDesk();
const text = (el: { text: () => string }): string => el.text().replace(/\s+/g, ' ');

describe('how many in a cell', () => {
  const options = [
    { seedsPerCell: 1, emptyShare: 0.51, cells: 27, seeds: 27, thinned: 0 },
    { seedsPerCell: 2, emptyShare: 0.27, cells: 17, seeds: 34, thinned: 4 },
    { seedsPerCell: 3, emptyShare: 0.08, cells: 13, seeds: 39, thinned: 8 },
    { seedsPerCell: 4, emptyShare: 0.04, cells: null, seeds: null, thinned: null },
  ];
  const advice = {
    plants: 10,
    method: 'cells',
    available: 36,
    crop: { key: 'tomato', transplant: 'easy', seedsPerGram: 350, clumpSeeds: 1 },
    there: 40,
    reserve: 4,
    emergence: 0.85,
    learned: { usual: 0.85, sowings: 7, seeds: 160 },
    how: { style: 'several', together: null, why: 'put in a few and thin' },
    certainty: 0.9,
    clumpSeeds: 1,
    options,
    recommended: 2,
  };

  it('says in one sentence what to do, and what it costs', async () => {
    const w = await desk.show(SeedsPerCell, { advice, chosen: 2 });
    expect(text(w.find('p'))).toBe(
      'Put 2 in each cell: 17 cells give 10 plants nine times in ten, from 34 of 36 seeds. 27 in 100 cells will stay empty.',
    );
    expect(w.find('tr.chosen').text()).toContain('advised');
    expect(w.findAll('td.over').map((td) => text(td))).toEqual(['39 more than there are']);
    await w.findAll('button')[0]!.trigger('click');
    expect(w.emitted('choose')).toEqual([[1]]);
  });

  it('calls pots pots, and what is in the ground stations', async () => {
    const pots = await desk.show(SeedsPerCell, { advice: { ...advice, method: 'pot' }, chosen: 2 });
    expect(text(pots.find('p'))).toMatch(/^Put 2 in each pot: 17 pots give 10 plants .* 27 in 100 pots will stay empty\.$/);
    const ground = await desk.show(SeedsPerCell, { advice: { ...advice, method: 'open-ground' }, chosen: 2 });
    expect(text(ground.find('thead'))).toMatch(/^at each station .* stations /);
    expect(text(ground.find('p'))).toMatch(/^Put 2 at each station: 17 stations give/);
    expect(ground.text()).not.toMatch(/\bcells?\b/);
  });

  it('says what is left to do when nothing is enough', async () => {
    const w = await desk.show(SeedsPerCell, { advice: { ...advice, recommended: null, available: 4 }, chosen: null });
    expect(text(w.find('p'))).toContain('Sow all of it in one pot and prick out what comes: about 2.');
  });

  it('says where the emergence comes from, what is kept back, and what it costs once a price is typed', async () => {
    const w = await desk.show(SeedsPerCell, { advice, chosen: 2 });
    expect(w.text()).toContain('learned from 7 sowings with 160 seeds');
    expect(w.text()).toContain('4 of the 40 seeds are kept for a second sowing');
    expect(w.findAll('th').some((th) => th.text() === 'costs')).toBe(false);
    const [seed, cell] = w.findAll('.money input');
    await seed!.setValue('0,5');
    await cell!.setValue('0.2');
    expect(w.findAll('th').some((th) => th.text() === 'costs')).toBe(true);
    // 17 cells and 34 seeds.
    expect(w.find('tr.chosen').text()).toContain('20.40');
    localStorage.removeItem('esprel.cost.seed');
    localStorage.removeItem('esprel.cost.cell');
  });

  it('puts what is grown in clumps into clumps, and never thins it', async () => {
    const how = { style: 'clump', together: 3, why: 'grown in clumps of 3, and never thinned' };
    const w = await desk.show(SeedsPerCell, { advice: { ...advice, clumpSeeds: 3, available: 60, how }, chosen: 3 });
    expect(text(w.find('p'))).toContain(
      'Put 3 in each cell: 13 clumps give 10 plants nine times in ten, from 39 of 60 seeds. It is grown in clumps of 3',
    );
  });
});
