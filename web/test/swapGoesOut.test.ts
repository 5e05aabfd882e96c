// @vitest-environment happy-dom
import { enableAutoUnmount, mount, type VueWrapper } from '@vue/test-utils';
import { afterEach, describe, expect, it } from 'vitest';
import { kit } from '../src/app/kit.ts';
import GoesOut from '../src/swapDesk/GoesOut.vue';
import { button, settled, words } from './desk.ts';
import { eachSwapDesk, lotOf, readyDesk, swapLibrary } from './swapDesk.ts';

eachSwapDesk();
enableAutoUnmount(afterEach);

async function atDesk(): Promise<VueWrapper> {
  await readyDesk();
  return mount(GoesOut, { attachTo: document.body, global: { plugins: [kit] } });
}
async function scan(w: VueWrapper, code: string): Promise<void> {
  await (w.vm as unknown as { take: (scan: { kind: 'code'; code: string }) => Promise<void> }).take({ kind: 'code', code });
  await settled();
}
const gone = (): string[] => swapLibrary.sent.filter((s) => s.what === 'out').map((s) => String(s.body.lotCode));

describe('packets that are scanned', () => {
  it('go along at once; each that is asked about waits for its own answer, whatever is scanned after it', async () => {
    swapLibrary.lots = [
      lotOf(),
      lotOf({ code: 'TM-004K', variety: 'Weir Red', notLent: 'it waits in quarantine' }),
      lotOf({ code: 'TM-005R', variety: 'Marl', packets: [{ id: 8, seedsEach: 15, left: 0 }] }),
    ];
    const w = await atDesk();
    for (const code of ['TM-004K', 'TM-005R', 'TM-003H']) await scan(w, code);
    expect(words(w)).toContain('Weir Red: It is not given to anybody: it waits in quarantine.');
    expect(words(w)).toContain('Marl: By the list the last packet is gone.');
    expect(gone()).toEqual(['TM-003H']);
    // The first stays here, the second goes all the same, with as many seeds as its packets hold.
    button(w, 'It stays here').click();
    await settled();
    expect(words(w)).not.toContain('it waits in quarantine');
    await w.find('.p-message form').trigger('submit');
    await settled();
    expect(gone()).toEqual(['TM-003H', 'TM-005R']);
    expect(swapLibrary.sent.at(-1)?.body).toMatchObject({ seedsEach: 15, packetFillId: null });
    expect(words(w)).not.toContain('By the list');
  });

  it('of a code that this desk does not know are asked about too', async () => {
    const w = await atDesk();
    await scan(w, 'LT-009C');
    expect(words(w)).toContain('No lot of this code is known at this desk');
    expect(gone()).toEqual([]);
  });
});
