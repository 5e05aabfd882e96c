import { beforeEach, describe, expect, it } from 'vitest';
import { joinLibrary } from '../src/db/open.ts';
import { envelope, openTestLibrary, plan, type TestLibrary } from './library.ts';

let library: TestLibrary;
let code: string;
beforeEach(async () => {
  library = await openTestLibrary();
  code = (await library.done('/api/lots', envelope())).code;
});

interface Asked {
  readonly status: number;
  readonly tag: string;
  readonly text: string;
}
/** Asks as a browser does that has the answer with this tag already. */
async function ask(path: string, tag?: string): Promise<Asked> {
  const response = await fetch(`${library.base}/api${path}`, { headers: tag === undefined ? {} : { 'If-None-Match': tag } });
  return { status: response.status, tag: response.headers.get('etag') ?? '', text: await response.text() };
}
const planFor = (sowOn: string) => library.done('/api/planned', plan(code, { sowOn, plantOutOn: null }));

describe('answers that are kept', () => {
  it.each([
    ['/season', true],
    ['/season/list', true],
    ['/calendar.ics', true],
    // A plan is nothing that was sown: asked again, they say the same.
    ['/sowing/worked', false],
    ['/sowings?state=open', false],
  ])('%s is not sent again until something changes', async (path, says) => {
    await planFor('2027-03-20');
    const first = await ask(path);
    expect(first.status).toBe(200);
    const again = await ask(path, first.tag);
    expect([again.status, again.text]).toEqual([304, '']);
    // Somebody without it gets the same.
    expect((await ask(path)).text).toBe(first.text);
    await planFor('2027-03-27');
    const changed = await ask(path, first.tag);
    expect(changed.status).toBe(200);
    expect(changed.text !== first.text).toBe(says);
  });

  it('are made again for a change of another connection, a step taken back, and a new day', async () => {
    const first = await ask('/season');
    const other = joinLibrary(library.file);
    other.prepare('UPDATE lots SET note = ? WHERE code = ?').run('seen elsewhere', code);
    other.close();
    const second = await ask('/season', first.tag);
    expect(second.status).toBe(200);
    const planned = await planFor('2027-03-20');
    const third = await ask('/season', second.tag);
    expect(third.text).toContain('2027-03-20');
    await library.done(`/api/history/${String(planned.step.id)}/undo`, {});
    expect((await ask('/season', third.tag)).text).not.toContain('2027-03-20');
    const before = await ask('/season');
    library.today = '2027-03-15';
    const next = await ask('/season', before.tag);
    expect([next.status, next.text.includes('"today":"2027-03-15"')]).toEqual([200, true]);
  });

  it('are one for each address, and none for what was refused', async () => {
    await planFor('2027-03-20');
    const [now, later] = [await ask('/season'), await ask('/season?year=2028')];
    expect(later.text).toContain('"year":2028');
    expect((await ask('/season')).text).toBe(now.text);
    const wrong = await ask('/season?year=12');
    expect([wrong.status, wrong.tag]).toEqual([400, '']);
  });
});
