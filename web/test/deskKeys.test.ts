// @vitest-environment happy-dom
import { formatLotCode } from '@esprel/core';
import { beforeEach, describe, expect, it } from 'vitest';
import { defineComponent, h } from 'vue';
import { useTable } from '../src/base/table.ts';
import { useScans } from '../src/base/scans.ts';
import { useDeskKeys } from '../src/app/useDeskKeys.ts';
import { eachDesk, settled } from './desk.ts';

const desk = eachDesk();
const found: (string | undefined)[] = [];
let helped = 0;
const code = formatLotCode('TM', 2);
beforeEach(async () => {
  found.length = 0;
  const host = defineComponent(() => {
    useDeskKeys({ find: (text) => found.push(text), help: () => (helped += 1) });
    return () => [h('input', { id: 'name' }), h('a', { id: 'line', href: '#', 'data-code': code })];
  });
  await desk.show(host, {}, '/members');
});

const name = (): HTMLInputElement => document.getElementById('name') as HTMLInputElement;
/** Keys as a scanner or a hand sends them, so many milliseconds apart by the clock of their events. */
let clock = 0;

async function keys(text: string, gap = 2): Promise<void> {
  for (const key of [...text, 'Enter']) {
    const target = document.activeElement ?? document.body;
    const event = new KeyboardEvent('keydown', { key, bubbles: true, cancelable: true });
    Object.defineProperty(event, 'timeStamp', { value: (clock += gap) });
    target.dispatchEvent(event);
    if (key !== 'Enter' && target instanceof HTMLInputElement) target.value += key;
  }
  clock += 1000;
  await settled();
}

describe('the keys of the desk', () => {
  it('a scanned code opens its lot and is taken out of the field it fell into, which is left', async () => {
    name().focus();
    name().value = 'Al';
    await keys(code);
    expect(desk.router.currentRoute.value.path).toBe(`/lots/${code}`);
    expect(name().value).toBe('Al');
    expect(document.activeElement).not.toBe(name());
  });

  it('a page that takes codes itself gets them, and keeps the cursor in its field for the next', async () => {
    const taken: string[] = [];
    useScans().take((c) => taken.push(c));
    name().focus();
    await keys(code);
    await keys(code);
    expect(taken).toEqual([code, code]);
    expect(name().value).toBe('');
    expect(document.activeElement).toBe(name());
    expect(desk.router.currentRoute.value.path).toBe('/members');
  });

  it('a code typed by hand into a field stays there', async () => {
    name().focus();
    await keys(code, 50);
    expect(name().value).toBe(code);
    expect(desk.router.currentRoute.value.path).toBe('/members');
  });

  it('a misread code is looked for, so that the likely one is offered', async () => {
    const last = code.at(-1) === 'A' ? 'B' : 'A';
    await keys(`${code.slice(0, -1)}${last}`);
    expect(found).toEqual([`${code.slice(0, -1)}${last}`]);
  });

  it('a letter is not lost to the next one where the page was too busy to act in between', async () => {
    document.getElementById('line')?.focus();
    await keys('t5', 90);
    await new Promise((resolve) => setTimeout(resolve, 80));
    expect(useTable().codes).toEqual([code]);
    expect(desk.router.currentRoute.value.path).toBe('/members');
  });

  it('one letter is a shortcut outside of fields only', async () => {
    document.body.dispatchEvent(new KeyboardEvent('keydown', { key: 'n', bubbles: true }));
    await new Promise((resolve) => setTimeout(resolve, 80));
    expect(desk.router.currentRoute.value.path).toBe('/lots/take-in');
    name().focus();
    name().dispatchEvent(new KeyboardEvent('keydown', { key: 'r', bubbles: true }));
    await new Promise((resolve) => setTimeout(resolve, 80));
    expect(desk.router.currentRoute.value.path).toBe('/lots/take-in');
  });
});
