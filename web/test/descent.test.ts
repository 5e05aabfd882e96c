// @vitest-environment happy-dom
import { describe, expect, it } from 'vitest';
import DescentView from '../src/lots/DescentView.vue';
import { button, eachDesk, settled } from './desk.ts';

const desk = eachDesk();
const lot = (id: number, parentId: number | null, over: object): object => ({
  id,
  code: `L${String(id)}`,
  parentIds: parentId === null ? [] : [parentId],
  mixed: false,
  kept: parentId === null ? 1 : 0.62,
  keptUnsure: false,
  trueMean: 0.94,
  generation: parentId === null ? 0 : 1,
  year: 2025,
  state: 'kept',
  balance: 5,
  identity: 'sure',
  median: 0.5,
  verdict: 'lend',
  grownBy: null,
  plants: null,
  isolated: null,
  openLoans: 1,
  loans: 1,
  ...over,
});

describe('the descent of a lot', () => {
  it('says how many, and marks what is used up or in doubt', async () => {
    desk.answers['GET /lots/L1/descent'] = {
      lots: [lot(1, null, {}), lot(2, 1, { balance: 0, identity: 'doubtful', grownBy: 'Fenna', plants: 1, isolated: 'yes' })],
    };
    const w = await desk.show(DescentView, { code: 'L1' });
    expect(w.text()).toContain('2 lots in 2 generations; 2 promises still open.');
    const child = w.find('.node.gone.doubt');
    expect(child.text().replace(/\s+/g, ' ')).toContain('used up');
    expect(child.text().replace(/\s+/g, ' ')).toContain('Fenna, 1 parent, kept apart');
    expect(child.html()).toContain('62 % of the variety’s diversity is left; about 6 in 100 will be something else');
  });

  it('opens a net of many lots as the line of its lot, and shows all of them on demand, smaller', async () => {
    // Three come of each, in four generations.
    const lots = Array.from({ length: 40 }, (_, i) =>
      lot(i + 1, i === 0 ? null : Math.ceil(i / 3), { generation: i === 0 ? 0 : i < 4 ? 1 : i < 13 ? 2 : 3 }),
    );
    desk.answers['GET /lots/L5/descent'] = { lots };
    const w = await desk.show(DescentView, { code: 'L5' });
    expect(w.findAll('.node .line > .code').map((n) => n.text())).toEqual(['L1', 'L2', 'L5', 'L14', 'L15', 'L16']);
    button(w, 'All that is related').click();
    await settled();
    expect(w.findAll('.node')).toHaveLength(40);
    button(w, 'Smaller').click();
    await settled();
    expect(w.find('.tree').attributes('style')).toContain('scale(0.6)');
    button(w, 'Only its own line').click();
    await settled();
    expect(w.findAll('.node')).toHaveLength(6);
  });
});
