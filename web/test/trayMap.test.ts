// @vitest-environment happy-dom
import { mount } from '@vue/test-utils';
import { describe, expect, it } from 'vitest';
import { nextTick } from 'vue';
import TrayMap from '../src/sowing/TrayMap.vue';

function tray(over: object = {}) {
  return mount(TrayMap, {
    attachTo: document.body,
    props: {
      rows: 2,
      columns: 3,
      gaps: [1],
      map: ['A*', '', 'A', '', 'B', ''],
      seeds: { A: 2, B: 1 },
      cells: [],
      changed: [],
      busy: 'Map',
      paints: true,
      ...over,
    },
  });
}

describe('the cells of a tray', () => {
  it('say in words what lies in them', () => {
    const cells = tray().findAll('[data-cell]');
    expect(cells.map((c) => c.attributes('aria-label'))).toEqual([
      'row 1, cell 1: marker of A',
      'row 1, cell 3: A, 2 seeds',
      'row 2, cell 1: empty',
      'row 2, cell 2: B, 1 seed',
      'row 2, cell 3: empty',
    ]);
  });

  it('are walked by arrows over cells the tray lacks, and keep their place when the server answers', async () => {
    const map = tray();
    await map.find('[data-cell="0"]').trigger('focus');
    await map.find('[role="grid"]').trigger('keydown', { key: 'ArrowRight' });
    expect(document.activeElement?.getAttribute('data-cell')).toBe('2');
    await map.setProps({ gaps: [1], map: ['A*', '', 'B', '', 'B', ''] });
    await map.find('[role="grid"]').trigger('keydown', { key: 'b' });
    expect(map.emitted('key')).toEqual([[2, 'b']]);
    // At the rim an arrow stays where it is.
    await map.find('[role="grid"]').trigger('keydown', { key: 'ArrowRight' });
    expect(document.activeElement?.getAttribute('data-cell')).toBe('2');
  });

  it('that are sown say what is up and what was lost', async () => {
    const cells = [{ cell: 2, letter: 'A', seeds: 2, up: 1, upOn: '2027-03-20', fate: 'eaten', fateOn: '2027-03-21' }];
    const map = tray({ cells, paints: false });
    await nextTick();
    expect(map.find('[data-cell="2"]').attributes('aria-label')).toBe('row 1, cell 3: A, 1 of 2 up, eaten');
    expect(map.findAll('.sprout')).toHaveLength(1);
  });
});
