// @vitest-environment happy-dom
import { describe, expect, it } from 'vitest';
import { useTable } from '../src/base/table.ts';
import SettingsForm from '../src/library/SettingsForm.vue';
import LotEnvelopeForm from '../src/lots/LotEnvelopeForm.vue';
import PutAwayForm from '../src/lots/PutAwayForm.vue';
import { button, eachDesk, labelled, SETTINGS, settled, type as typeInto, words } from './desk.ts';
import { lotSheet } from './lotSheet.ts';

const desk = eachDesk();
const NO_ENVELOPE = {
  packedFor: null,
  depthMm: null,
  depthMaxMm: null,
  spacingCm: null,
  spacingMaxCm: null,
  light: null,
  weeksMin: null,
  weeksMax: null,
  anchor: null,
  warmthC: null,
  daysMin: null,
  daysMax: null,
  maturityMin: null,
  maturityMax: null,
  habit: null,
  warnings: null,
  words: null,
};
const stale = (current: object, yours: object) => ({ status: 409, code: 'stale', detail: 'Somebody changed this.', current, yours });
const sent = (path: string) =>
  desk.calls.filter((c) => c.path === path && c.method !== 'GET').map((c) => c.body as Record<string, unknown>);

/** A server whose settings are `now`, at version 7; it takes what is sent from there. */
function settingsAt(now: object): void {
  desk.answers['PUT /settings'] = (body: Record<string, unknown>) => {
    const { version, ...settings } = body;
    if (version !== 7) return stale({ ...now, version: 7 }, settings);
    return { settings, version: 8, step: { id: 1, summary: 'Changed the settings' } };
  };
}

describe('settings that were saved at another desk meanwhile', () => {
  it('are kept where only the other changed them', async () => {
    settingsAt({ ...SETTINGS, lastFrost: '05-20' });
    const form = await desk.show(SettingsForm);
    await typeInto(labelled(form, 'Name of the library'), 'Mill Hall Seeds');
    await form.find('form').trigger('submit');
    await settled();
    expect(sent('/settings').at(-1)).toMatchObject({ version: 7, libraryName: 'Mill Hall Seeds', lastFrost: '05-20' });
    expect(words(form)).not.toContain('There now');
  });

  it('are shown where both changed the same, and nothing is sent until one side is chosen', async () => {
    settingsAt({ ...SETTINGS, libraryName: 'Weir Library', roomC: 19 });
    const form = await desk.show(SettingsForm);
    await typeInto(labelled(form, 'Name of the library'), 'Mill Hall Seeds');
    await form.find('form').trigger('submit');
    await settled();
    expect(words(form)).toContain('There now: Library name Weir Library.');
    expect(sent('/settings')).toHaveLength(1);
    button(form, 'Keep mine').click();
    await settled();
    expect(sent('/settings').at(-1)).toMatchObject({ version: 7, libraryName: 'Mill Hall Seeds', roomC: 19 });
  });
});

describe('putting away', () => {
  const lot = { code: 'TM-001V', variety: 'Tollgate Red', balance: 100, placeId: 3 };
  it('sends nothing of what nobody touched, and counts against the record that was seen', async () => {
    const shown = { lots: [lot, { ...lot, code: 'TM-002X' }] };
    desk.answers['GET /lots/by-code'] = () => shown;
    desk.answers['GET /places'] = { places: [{ id: 3, name: 'Jars' }] };
    desk.answers['POST /table/put-away'] = {
      status: 400,
      code: 'bad-input',
      errors: [{ path: 'lots[0].left', message: 'the record moved' }],
    };
    useTable().pullOut('TM-001V');
    useTable().pullOut('TM-002X');
    const form = await desk.show(PutAwayForm);
    await typeInto(form.find<HTMLInputElement>('[aria-label="Seeds left of TM-001V"]').element, '30');
    shown.lots[0] = { ...lot, balance: 150 };
    await form.find('form').trigger('submit');
    await settled();
    expect(sent('/table/put-away')[0]).toEqual({ lots: [{ lotCode: 'TM-001V', left: 30, seen: 100 }, { lotCode: 'TM-002X' }] });
    // What it is now stands beside the count; counting anew counts against that.
    expect(words(form)).toContain('150 in the record now, 100 before');
    await typeInto(form.find<HTMLInputElement>('[aria-label="Seeds left of TM-001V"]').element, '80');
    await form.find('form').trigger('submit');
    await settled();
    expect(sent('/table/put-away')[1]).toMatchObject({ lots: [{ left: 80, seen: 150 }, {}] });
  });
});

describe('what an envelope says', () => {
  it('is put together with what another desk wrote down meanwhile, and asked about where both wrote the same line', async () => {
    const text = { ...NO_ENVELOPE, depthMm: 5, words: 'Sow under glass.', version: 4 };
    desk.answers['GET /lots/TM-001V'] = lotSheet({}, { envelope: text });
    desk.answers['PUT /lots/TM-001V/envelope'] = (body: Record<string, unknown>) =>
      body.version === 6
        ? { code: 'TM-001V', step: { id: 1, summary: 'Wrote it down' } }
        : stale({ ...text, words: 'Sow in a frame.', habit: 'bush', version: 6 }, body);
    const form = await desk.show(LotEnvelopeForm, { code: 'TM-001V' });
    await typeInto(labelled(form, 'Warnings'), 'dyed seed');
    await typeInto(labelled(form, 'Anything else it says'), 'Sow outdoors.');
    await form.find('form').trigger('submit');
    await settled();
    expect(words(form)).toContain('There now: Anything else it says “Sow in a frame.”.');
    button(form, 'Keep theirs').click();
    await settled();
    expect(sent('/lots/TM-001V/envelope').at(-1)).toMatchObject({
      version: 6,
      words: 'Sow in a frame.',
      habit: 'bush',
      warnings: 'dyed seed',
      depthMm: 5,
    });
  });
});
