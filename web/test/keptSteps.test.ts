// @vitest-environment happy-dom
import { stocktakesApi } from '@esprel/core/api';
import { describe, expect, it, vi } from 'vitest';
import { useKeptSteps } from '../src/base/keptSteps.ts';
import { eachDesk } from './desk.ts';

const desk = eachDesk();
const count = (replicate: number, key: string, version = 3) => ({
  key,
  method: 'POST' as const,
  path: '/tests/7/counts',
  body: { version, replicate, countedOn: '2027-03-14', marks: [] },
  words: `Kiln Lane: bag ${String(replicate)} counted`,
  about: `count 7 ${String(replicate)}`,
  follows: 'test 7',
  at: '/tests/7',
  draft: `esprel.count.7.${String(replicate)}`,
});
const sent = (): unknown[] => desk.calls.filter((c) => c.path === '/tests/7/counts').map((c) => (c.body as { version: number }).version);
const away = (): void => {
  vi.stubGlobal('fetch', () => Promise.reject(new TypeError('away')));
};
const scanned = (code: string) => ({ words: `${code} is here`, about: `scan 4 ${code}`, follows: null, at: '/stocktakes/4', draft: null });
const scan = (code: string) =>
  useKeptSteps().sendOrKeep(stocktakesApi.scan, { id: 4 }, { lotCode: code, amount: 'not-looked' }, scanned(code));

describe('what waits for the library', () => {
  it('is sent in order, each on the version that the one before left', async () => {
    let version = 3;
    desk.answers['POST /tests/7/counts'] = () => ({ test: { version: ++version }, step: { id: 1, summary: 'Counted' } });
    const kept = useKeptSteps();
    kept.add(count(1, 'a'));
    kept.add(count(2, 'b'));
    localStorage.setItem('esprel.count.7.1', '{}');
    await kept.flush();
    expect(sent()).toEqual([3, 4]);
    expect(kept.waiting).toEqual([]);
    expect(localStorage.getItem('esprel.count.7.1')).toBeNull();
    expect(localStorage.getItem('esprel.kept')).toBeNull();
  });

  it('stays while the server is away, and a later count of a bag takes the place of the earlier', async () => {
    away();
    const kept = useKeptSteps();
    kept.add(count(1, 'a'));
    kept.add(count(1, 'b'));
    await kept.flush();
    expect(kept.waiting.map((w) => w.key)).toEqual(['b']);
    expect(JSON.parse(localStorage.getItem('esprel.kept') ?? '[]')).toHaveLength(1);
    expect(kept.isWaiting('count 7 1')).toBe(true);
    expect(kept.refused).toEqual([]);
  });

  it('stays while nobody is signed in, and is sent once somebody is', async () => {
    desk.answers['POST /tests/7/counts'] = { status: 401, code: 'sign-in-needed', detail: 'Sign in first.' };
    const kept = useKeptSteps();
    kept.add(count(1, 'a'));
    await kept.flush();
    expect([kept.waiting.length, kept.refused.length]).toEqual([1, 0]);
    desk.answers['POST /tests/7/counts'] = { test: { version: 4 }, step: { id: 1, summary: 'Counted' } };
    await kept.flush();
    expect(kept.waiting).toEqual([]);
  });

  it('that is refused is said and its draft kept, and does not hold up the others', async () => {
    desk.answers['POST /tests/7/counts'] = (body: unknown) =>
      (body as { replicate: number }).replicate === 1
        ? { status: 409, code: 'stale', detail: 'Somebody changed this in the meantime.' }
        : { test: { version: 9 }, step: { id: 1, summary: 'Counted' } };
    localStorage.setItem('esprel.count.7.1', '{}');
    const kept = useKeptSteps();
    kept.add(count(1, 'a'));
    kept.add(count(2, 'b'));
    await kept.flush();
    expect(kept.waiting).toEqual([]);
    expect(kept.refused).toMatchObject([{ about: 'count 7 1', refused: 'Somebody changed this in the meantime.' }]);
    expect(localStorage.getItem('esprel.count.7.1')).toBe('{}');
  });

  it('is kept where the library does not answer, and what follows goes behind it, so that nothing overtakes', async () => {
    const fetching = globalThis.fetch;
    away();
    expect(await scan('TM-001V')).toBeNull();
    vi.stubGlobal('fetch', fetching);
    let n = 0;
    desk.answers['POST /stocktakes/4/scans'] = () => ({ code: 'x', belongs: true, recordedIn: null, step: { id: ++n, summary: '' } });
    expect(await scan('TM-002X')).toBeNull();
    const kept = useKeptSteps();
    expect(kept.waiting.map((w) => w.words)).toEqual(['TM-001V is here', 'TM-002X is here']);
    await kept.flush();
    expect(desk.calls.filter((c) => c.path === '/stocktakes/4/scans').map((c) => (c.body as { lotCode: string }).lotCode)).toEqual([
      'TM-001V',
      'TM-002X',
    ]);
    expect(await scan('TM-003H')).toMatchObject({ belongs: true });
  });

  it('is said to be lost where the browser has no room, before anything is gone', async () => {
    away();
    vi.stubGlobal('localStorage', {
      getItem: () => null,
      removeItem: () => undefined,
      setItem: () => {
        throw new DOMException('full', 'QuotaExceededError');
      },
    });
    await expect(scan('TM-001V')).rejects.toThrow('has no room to keep it. Write it on paper.');
    expect(useKeptSteps().waiting).toEqual([]);
  });
});
