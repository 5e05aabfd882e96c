// @vitest-environment happy-dom
import { lotsApi, membersApi, peopleApi, reads, text } from '@esprel/core/api';
import { createPinia, setActivePinia } from 'pinia';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { effectScope, nextTick, ref } from 'vue';
import { useChanges } from './changes.ts';
import { useRead } from './useRead.ts';
import { useForm } from './useForm.ts';

const answer = (status: number, body: unknown): Response => new Response(JSON.stringify(body), { status });
const calls: { url: string; init: RequestInit }[] = [];
let reply: (url: string) => Promise<Response>;
beforeEach(() => {
  setActivePinia(createPinia());
  localStorage.clear();
  calls.length = 0;
  reply = () => Promise.resolve(answer(200, {}));
  vi.stubGlobal('fetch', (url: string, init: RequestInit) => {
    calls.push({ url, init });
    return reply(url);
  });
});
afterEach(() => {
  vi.unstubAllGlobals();
});

const person = () => useForm({ name: 'person', initial: () => ({ name: '' }), of: peopleApi.add, body: (v) => ({ name: v.name }) });
const keyOf = (i: number): string => (calls[i]!.init.headers as Record<string, string>)['Idempotency-Key']!;
const posts = (): typeof calls => calls.filter((c) => c.init.method === 'POST');

describe('a form', () => {
  it('holds what is typed against the schema before anything is sent', async () => {
    const form = useForm({ name: null, initial: () => ({}), of: membersApi.lend, body: () => ({ seeds: -1 }) });
    expect(await form.send()).toBeNull();
    expect(Object.keys(form.errors)).toEqual(expect.arrayContaining(['seeds', 'lotCode', 'memberId']));
    expect(calls).toEqual([]);
  });

  it('puts the server’s errors beside their fields and keeps what was typed', async () => {
    reply = () => Promise.resolve(answer(400, { code: 'bad-input', errors: [{ path: 'name', message: 'is at the desk already' }] }));
    const form = person();
    form.values.name = 'Bram';
    expect(await form.send()).toBeNull();
    expect(form.errors).toEqual({ name: 'is at the desk already' });
    expect(form.values.name).toBe('Bram');
  });

  it('says an error above the form when no field of the page shows it', async () => {
    reply = () => Promise.resolve(answer(400, { code: 'bad-input', errors: [{ path: 'version', message: 'is needed' }] }));
    const form = person();
    form.values.name = 'Bram';
    await form.send();
    await vi.waitFor(() => {
      expect(form.problem?.message).toBe('This record: is needed');
    });
  });

  it('leaves an error that a field shows to that field, and goes there', async () => {
    reply = () => Promise.resolve(answer(400, { code: 'bad-input', errors: [{ path: 'name', message: 'is at the desk already' }] }));
    document.body.innerHTML = '<input id="name" aria-invalid="true" />';
    const form = person();
    form.values.name = 'Bram';
    await form.send();
    await vi.waitFor(() => {
      expect(document.activeElement?.id).toBe('name');
    });
    expect(form.problem).toBeNull();
    document.body.innerHTML = '';
  });

  it('sends again under the same key when no answer came, and under a new one when something changed', async () => {
    reply = () => Promise.reject(new TypeError('offline'));
    const form = person();
    form.values.name = 'Bram';
    await form.send();
    expect(form.problem?.message).toContain('Nothing you typed is lost');
    await form.send();
    form.values.name = 'Sunniva';
    await form.send();
    expect(keyOf(0)).toBe(keyOf(1));
    expect(keyOf(2)).not.toBe(keyOf(0));
  });

  it('remembers what was typed over a closed lid, until it is sent', async () => {
    const scope = effectScope();
    scope.run(() => {
      person().values.name = 'Tob';
    });
    await nextTick();
    scope.stop();
    const again = person();
    expect(again.values.name).toBe('Tob');
    reply = () => Promise.resolve(answer(200, { id: 1, step: { id: 5, summary: 'Tob works at the desk' } }));
    await again.send();
    expect(useChanges().last).toEqual({ id: 5, summary: 'Tob works at the desk' });
    expect(person().values.name).toBe('');
    expect(posts()).toHaveLength(1);
  });
});

describe('a change without a form', () => {
  it('that is sent twice before the next page is there is one step; what is typed anew, or cleared, is another', async () => {
    reply = () => Promise.resolve(answer(200, { step: { id: 1, summary: 'Done' } }));
    const form = person();
    form.values.name = 'Bram';
    await nextTick();
    await form.send();
    await form.send();
    form.values.name = 'Brama';
    await nextTick();
    form.values.name = 'Bram';
    await nextTick();
    await form.send();
    form.reset();
    form.values.name = 'Bram';
    await form.send();
    const keys = posts().map((c) => (c.init.headers as Record<string, string>)['Idempotency-Key']);
    expect(keys).toHaveLength(4);
    expect(keys[1]).toBe(keys[0]);
    expect(new Set(keys).size).toBe(3);
  });

  it('waits its turn while a long file is written, under the same key, and is done once', async () => {
    let n = 0;
    reply = (url) =>
      Promise.resolve(
        url.endsWith('/found') && ++n < 2
          ? answer(503, { code: 'busy', detail: 'A file is being written.' })
          : answer(200, { step: { id: 9, summary: 'found' } }),
      );
    expect(await useChanges().make(lotsApi.found, { code: 'TM-001V' }, { version: 1 })).toMatchObject({ step: { id: 9 } });
    const sent = posts().filter((c) => c.url.endsWith('/found'));
    expect(sent).toHaveLength(2);
    expect(new Set(sent.map((c) => (c.init.headers as Record<string, string>)['Idempotency-Key'])).size).toBe(1);
  });

  it('says what went wrong where the last step stands, and throws nothing', async () => {
    reply = () => Promise.resolve(answer(409, { code: 'blocked', detail: 'A later step stands on this one.' }));
    expect(await useChanges().make(lotsApi.found, { code: 'TM-001V' }, { version: 1 })).toBeNull();
    expect(useChanges().undoProblem).toBe('A later step stands on this one.');
  });
});

describe('what is read from the server', () => {
  it('drops a late answer to an earlier address', async () => {
    const resolvers: Record<string, (r: Response) => void> = {};
    reply = (url) => new Promise((resolve) => (resolvers[url] = resolve));
    const code = ref('A');
    const scope = effectScope();
    const fetched = scope.run(() => useRead(reads<{ code: string }>()('/lots/:code', 'desk'), () => ({ code: code.value })))!;
    code.value = 'B';
    await nextTick();
    resolvers['/api/lots/B']!(answer(200, { code: 'B' }));
    await vi.waitFor(() => expect(fetched.data.value).toEqual({ code: 'B' }));
    resolvers['/api/lots/A']!(answer(200, { code: 'A' }));
    await nextTick();
    await nextTick();
    expect(fetched.data.value).toEqual({ code: 'B' });
    scope.stop();
  });

  it('never shows one thing at the address of another, but keeps a list while its query changes', async () => {
    const resolvers: Record<string, (r: Response) => void> = {};
    reply = (url) => new Promise((resolve) => (resolvers[url] = resolve));
    const asked = ref({ code: 'A', q: 'a' });
    const scope = effectScope();
    const fetched = scope.run(() => useRead(reads<{ n: number }>()('/lots/:code', 'desk', { q: text() }), () => asked.value))!;
    resolvers['/api/lots/A?q=a']!(answer(200, { n: 1 }));
    await vi.waitFor(() => expect(fetched.data.value).toEqual({ n: 1 }));
    asked.value = { code: 'A', q: 'ab' };
    await nextTick();
    expect(fetched.data.value).toEqual({ n: 1 });
    asked.value = { code: 'B', q: 'ab' };
    await nextTick();
    expect(fetched.data.value).toBeNull();
    scope.stop();
  });

  it('keeps what it showed when the server goes away, and says when a thing is gone', async () => {
    const scope = effectScope();
    reply = () => Promise.resolve(answer(200, { n: 1 }));
    const fetched = scope.run(() => useRead(reads<{ n: number }>()('/today', 'desk'), () => ({})))!;
    await vi.waitFor(() => expect(fetched.data.value).toEqual({ n: 1 }));
    reply = () => Promise.reject(new TypeError('offline'));
    await fetched.reload();
    expect(fetched.data.value).toEqual({ n: 1 });
    reply = () => Promise.resolve(answer(404, { code: 'not-found', detail: 'There is no such lot.' }));
    await fetched.reload();
    expect(fetched.data.value).toBeNull();
    expect(fetched.problem.value?.status).toBe(404);
    scope.stop();
  });
});
