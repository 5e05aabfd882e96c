// @vitest-environment happy-dom
import { describe, expect, it } from 'vitest';
import { useChanges } from '../src/base/changes.ts';
import { useSession } from '../src/base/session.ts';
import AsksView from '../src/members/AsksView.vue';
import { ask } from './askOf.ts';
import { eachDesk, settled, words } from './desk.ts';

describe('a list that was seen', () => {
  const desk = eachDesk();

  it('is there at once when its place is visited again, and says what is new once it is known', async () => {
    desk.answers['GET /asks'] = { asks: [ask({ variety: 'Tollgate Red' })] };
    (await desk.show(AsksView)).unmount();
    let answer: (v: unknown) => void = () => undefined;
    desk.answers['GET /asks'] = () => new Promise((resolve) => (answer = resolve));
    const again = await desk.show(AsksView);
    expect(words(again)).toContain('Tollgate Red');
    answer({ asks: [ask({ variety: 'Weir Keeper' })] });
    await settled();
    expect([words(again).includes('Tollgate Red'), words(again).includes('Weir Keeper')]).toEqual([false, true]);
  });

  it('is not shown once anything changed at this desk, or somebody else sits there', async () => {
    for (const happens of [() => (useChanges().revision += 1), () => (useSession().personId = 77)]) {
      desk.answers['GET /asks'] = { asks: [ask({ variety: 'Tollgate Red' })] };
      (await desk.show(AsksView)).unmount();
      happens();
      desk.answers['GET /asks'] = () => new Promise(() => undefined);
      const again = await desk.show(AsksView);
      expect(words(again)).not.toContain('Tollgate Red');
      again.unmount();
    }
  });
});
