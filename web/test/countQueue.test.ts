// @vitest-environment happy-dom
import { describe, expect, it, vi } from 'vitest';
import { useCountQueue } from '../src/germination/countQueue.ts';
import { eachDesk } from './desk.ts';

const desk = eachDesk();
const count = (replicate: number, key: string, version = 3) => ({
  testId: 7,
  replicate,
  key,
  body: { version, replicate, countedOn: '2027-03-14', marks: [] },
});
const sent = (): unknown[] => desk.calls.filter((c) => c.path === '/tests/7/counts').map((c) => (c.body as { version: number }).version);

describe('counts that wait for the server', () => {
  it('are sent in order, each on the version that the one before left', async () => {
    let version = 3;
    desk.answers['POST /tests/7/counts'] = () => ({ test: { version: ++version }, step: { id: 1, summary: 'Counted' } });
    const queue = useCountQueue();
    queue.add(count(1, 'a'));
    queue.add(count(2, 'b'));
    localStorage.setItem('esprel.count.7.1', '{}');
    await queue.flush();
    expect(sent()).toEqual([3, 4]);
    expect(queue.waiting).toEqual([]);
    expect(localStorage.getItem('esprel.count.7.1')).toBeNull();
    expect(localStorage.getItem('esprel.counts.waiting')).toBeNull();
  });

  it('stay while the server is away, and a later count of a bag takes the place of the earlier', async () => {
    vi.stubGlobal('fetch', () => Promise.reject(new TypeError('away')));
    const queue = useCountQueue();
    queue.add(count(1, 'a'));
    queue.add(count(1, 'b'));
    await queue.flush();
    expect(queue.waiting.map((w) => w.key)).toEqual(['b']);
    expect(JSON.parse(localStorage.getItem('esprel.counts.waiting') ?? '[]')).toHaveLength(1);
    expect(queue.isWaiting(7, 1)).toBe(true);
    expect(queue.refused).toEqual([]);
  });

  it('stay while nobody is signed in, and are sent once somebody is', async () => {
    desk.answers['POST /tests/7/counts'] = { status: 401, code: 'sign-in-needed', detail: 'Sign in first.' };
    const queue = useCountQueue();
    queue.add(count(1, 'a'));
    await queue.flush();
    expect([queue.waiting.length, queue.refused.length]).toEqual([1, 0]);
    desk.answers['POST /tests/7/counts'] = { test: { version: 4 }, step: { id: 1, summary: 'Counted' } };
    await queue.flush();
    expect(queue.waiting).toEqual([]);
  });

  it('that are refused are said and kept at their bag, and do not hold up the others', async () => {
    desk.answers['POST /tests/7/counts'] = (body: unknown) =>
      (body as { replicate: number }).replicate === 1
        ? { status: 409, code: 'stale', detail: 'Somebody changed this in the meantime.' }
        : { test: { version: 9 }, step: { id: 1, summary: 'Counted' } };
    localStorage.setItem('esprel.count.7.1', '{}');
    const queue = useCountQueue();
    queue.add(count(1, 'a'));
    queue.add(count(2, 'b'));
    await queue.flush();
    expect(queue.waiting).toEqual([]);
    expect(queue.refused).toMatchObject([{ replicate: 1, refused: 'Somebody changed this in the meantime.' }]);
    expect(localStorage.getItem('esprel.count.7.1')).toBe('{}');
  });
});
