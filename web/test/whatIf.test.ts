// @vitest-environment happy-dom
import { describe, expect, it } from 'vitest';
import WhatIfView from '../src/renewals/WhatIfView.vue';
import { button, errors, settled, words } from './desk.ts';
import { eachRenewing } from './renewing.ts';

const desk = eachRenewing();

describe('what if', () => {
  const years = Array.from({ length: 11 }, (_, i) => 2027 + i);
  const run = (end: number) => years.map((_, i) => ({ varieties: Math.round(30 - ((30 - end) * i) / 10), lots: 40, diversity: 0.9 }));

  it('works out both in turn, some runs at a time, and says them in numbers too', async () => {
    desk.answers['GET /crops'] = { crops: [] };
    desk.answers['POST /renewals/what-if'] = (body: { what: string; runs: number }) => ({
      years,
      of: { varieties: 30, lots: 40 },
      runs: Array.from({ length: body.runs }, () => run(body.what === 'as-planned' ? 27 : 12)),
    });
    const w = await desk.show(WhatIfView, {}, '/renewals/what-if');
    await expect.poll(() => desk.calls.filter((c) => c.path === '/renewals/what-if').length).toBe(20);
    const asked = desk.calls.filter((c) => c.path === '/renewals/what-if').map((c) => c.body as { what: string; from: number });
    expect(asked.slice(0, 3).map((a) => [a.what, a.from])).toEqual([
      ['as-planned', 0],
      ['nothing', 0],
      ['as-planned', 10],
    ]);
    await expect.poll(() => words(w)).toContain('the middle of 100 runs');
    const rows = w.findAll('tbody tr').map((r) => words(r));
    expect(rows[0]).toContain('27');
    expect(rows[1]).toContain('Nobody renews anything');
    expect(rows[1]).toContain('12');
    expect(w.findAll('path.line')).toHaveLength(2);
    expect(words(w)).toContain('It follows 30 varieties in 40 lots');
  });

  it('says what goes wrong, and can be begun again', async () => {
    desk.answers['GET /crops'] = { crops: [] };
    desk.answers['POST /renewals/what-if'] = { status: 503, code: 'busy', detail: 'Too much is being worked out just now.' };
    const w = await desk.show(WhatIfView, {}, '/renewals/what-if');
    await expect.poll(() => errors().join()).toContain('Too much is being worked out just now.');
    const before = desk.calls.length;
    button(w, 'Work it out').click();
    await settled();
    expect(desk.calls.length).toBeGreaterThan(before);
  });
});
