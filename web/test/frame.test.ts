// @vitest-environment happy-dom
import { placesApi } from '@esprel/core/api';
import { describe, expect, it, vi } from 'vitest';
import App from '../src/app/App.vue';
import { useChanges } from '../src/base/changes.ts';
import { useSession } from '../src/base/session.ts';
import { useKeptSteps } from '../src/base/keptSteps.ts';
import { button, eachDesk, errors, settled, words } from './desk.ts';

const desk = eachDesk((d) => {
  d.answers['GET /band'] = { from: '2027-01-01', to: '2028-03-31', risk: [], marks: [], lastFrost: '2027-04-27' };
});
const session = (over: object): void => {
  Object.assign(desk.answers['GET /session'] as object, over);
};

describe('the frame', () => {
  it('says the day, that it is a demo’s, and how far the frost is', async () => {
    const w = await desk.show(App, {}, '/today');
    expect(words(w.find('.date'))).toMatch(/Sunday 14 March 2027 demo date ?six weeks to the usual last frost/);
    expect(w.find('a.skip').attributes('href')).toBe('#surface');
    expect(errors()).toEqual([]);
  });

  it('says while lots are still being judged, lets it be paused, and goes on', async () => {
    session({ stale: 900, judging: { paused: true, restarts: 1 } });
    const w = await desk.show(App, {}, '/today');
    expect(words(w.find('.judging'))).toBe('900 lots wait to be judged (begun again 1 time) go on');
    desk.answers['POST /judging'] = () => {
      session({ stale: 0, judging: { paused: false, restarts: 1 } });
      return {};
    };
    button(w, 'go on').click();
    await settled();
    expect(desk.posted('/judging')).toEqual({ paused: false });
    expect(w.find('.judging').exists()).toBe(false);
    // What was shown of the lots is read again now that they are judged.
    expect(useSession().caughtUp).toBe(1);
  });

  it('says when the server is away, and no more when it is back', async () => {
    const w = await desk.show(App, {}, '/today');
    const answer = desk.answers['GET /session'];
    desk.answers['GET /session'] = () => Promise.reject(new TypeError('offline'));
    await useSession().load();
    await settled();
    expect(errors().join()).toContain('they are kept here and sent by themselves. Everything else has to wait.');
    desk.answers['GET /session'] = answer;
    await useSession().load();
    await settled();
    expect(errors()).toEqual([]);
    expect(w.find('.notices').text()).toBe('');
  });

  it('shows no page before the library’s day is known, and asks a server that is away until it answers', async () => {
    const answer = desk.answers['GET /session'];
    desk.answers['GET /session'] = () => Promise.reject(new TypeError('offline'));
    useSession().session = null;
    vi.useFakeTimers();
    const showing = desk.show(App, {}, '/today');
    await vi.advanceTimersByTimeAsync(100);
    const w = await showing;
    expect(w.find('#surface [role="status"]').text()).toContain('Opening');
    expect(errors().join()).toContain('The library does not answer.');
    desk.answers['GET /session'] = answer;
    await vi.advanceTimersByTimeAsync(4_000);
    vi.useRealTimers();
    await settled();
    expect(w.find('#surface [role="status"]').exists()).toBe(false);
    expect(errors()).toEqual([]);
  });

  it('tells of what waits for the library, and of what was refused', async () => {
    const waiting = {
      key: 'k1',
      method: 'POST',
      path: '/tests/4/counts',
      body: {},
      words: 'Kiln Lane: bag 1 counted',
      about: 'count 4 1',
      at: '/tests/4',
    };
    const w = await desk.show(App, {}, '/today');
    const kept = useKeptSteps();
    kept.waiting = [waiting, { ...waiting, key: 'k2', words: 'TM-003H is here', at: '/stocktakes/2' }] as never;
    kept.refused = [{ ...waiting, key: 'k3', refused: 'The test is closed.' }] as never;
    await settled();
    expect(words(w.find('.notices'))).toContain('2 steps kept here for the library: Kiln Lane: bag 1 counted; TM-003H is here.');
    expect(words(w.find('.notices'))).toContain('The library did not take “Kiln Lane: bag 1 counted”: The test is closed. See it');
    expect(w.find('.notices a').attributes('href')).toBe('/tests/4');
  });

  it('a change that fails is said where the last step stands, and put away by hand', async () => {
    const w = await desk.show(App, {}, '/today');
    desk.answers['DELETE /places/7'] = { status: 409, code: 'in-use', detail: 'Three lots lie in it.' };
    expect(await useChanges().make(placesApi.remove, { id: 7 }, { version: 1 })).toBeNull();
    await settled();
    expect(words(w.find('.step'))).toContain('Three lots lie in it.');
    button(w, 'Put this line away').click();
    await settled();
    expect(w.find('.step').exists()).toBe(false);
  });
});
