// @vitest-environment happy-dom
import type { FrostPage, Garden } from '@esprel/core/api';
import { beforeEach, describe, expect, it } from 'vitest';
import FrostView from '../src/season/FrostView.vue';
import GardenForm from '../src/season/GardenForm.vue';
import { button, eachDesk, errors, labelled, LIBRARY_GARDEN, SETTINGS, settled, type, words } from './desk.ts';

const desk = eachDesk();

const done = { step: { id: 1, summary: 'done' } };
const hill: Garden = {
  ...LIBRARY_GARDEN,
  id: 2,
  name: 'Upper hill',
  shiftDays: 14,
  frost: { ...LIBRARY_GARDEN.frost, last: '05-11' },
  version: 6,
};
const far: Garden = { ...LIBRARY_GARDEN, id: 3, name: 'Far side', hemisphere: 'south', frost: { ...LIBRARY_GARDEN.frost, last: '09-20' } };

describe('a garden', () => {
  const show = (id?: string) => desk.show(GardenForm, id === undefined ? {} : { id }, `/sowing/frost/gardens/${id ?? 'new'}`);
  beforeEach(() => {
    desk.answers['GET /gardens'] = { gardens: [LIBRARY_GARDEN, hill] };
  });

  it('is written with the days it is later, and then its frost is shown', async () => {
    desk.answers['POST /gardens'] = { id: 9, ...done };
    const w = await show();
    await type(labelled(w, 'Name'), 'Orchard');
    await type(labelled(w, 'Days later'), '-6');
    await w.find('form').trigger('submit');
    await settled();
    expect(desk.posted('/gardens')).toMatchObject({ name: 'Orchard', shiftDays: -6, lastFrost: null, firstFrost: null, memberId: null });
    expect(desk.router.currentRoute.value.path).toBe('/sowing/frost/9');
  });

  it('with frosts of its own asks for days and spreads, and names each that is wrong at once', async () => {
    const w = await show();
    await type(labelled(w, 'Name'), 'Orchard');
    await w
      .findAll<HTMLInputElement>('input[name="how"]')
      .find((r) => r.element.value === 'own')!
      .setValue();
    await settled();
    const spreads = w.findAll<HTMLInputElement>('#last-sd, #first-sd');
    await type(spreads[0]!.element, 'ten');
    await type(spreads[1]!.element, 'twelve');
    await w.find('form').trigger('submit');
    await settled();
    expect(errors()).toEqual([expect.stringContaining('"ten" is not a number'), expect.stringContaining('"twelve" is not a number')]);
    expect(desk.posted('/gardens')).toBeUndefined();
    await type(spreads[0]!.element, '9');
    await type(spreads[1]!.element, '11');
    await type(labelled(w, 'Usual last frost'), '27 April');
    await w.find('form').trigger('submit');
    await settled();
    expect(labelled(w, 'Usual last frost').getAttribute('aria-invalid')).toBe('true');
    expect(desk.posted('/gardens')).toBeUndefined();
  });

  it('is changed from what it is, with the version that was seen', async () => {
    desk.answers['PUT /gardens/2'] = { id: 2, ...done };
    const w = await show('2');
    expect(labelled(w, 'Name').value).toBe('Upper hill');
    expect(labelled(w, 'Days later').value).toBe('14');
    await type(labelled(w, 'Days later'), '10');
    await w.find('form').trigger('submit');
    await settled();
    expect(desk.calls.find((c) => c.method === 'PUT')?.body).toMatchObject({ name: 'Upper hill', shiftDays: 10, version: 6 });
  });
});

describe('the frost', () => {
  const page = (over: Partial<FrostPage> = {}): FrostPage => ({
    garden: LIBRARY_GARDEN,
    year: 2027,
    lastFrost: '2027-04-27',
    fitted: [
      { day: '04-27', risk: 0.5 },
      { day: '05-10', risk: 0.1 },
    ],
    record: null,
    soil: [],
    ...over,
  });
  const record = {
    yearsUsed: 30,
    typical: '04-21',
    risk10: '05-04',
    sdDays: 9.6,
    curve: [],
    years: [],
  };
  beforeEach(() => {
    desk.answers['GET /gardens/library/frost'] = page();
    desk.answers['GET /gardens'] = { gardens: [LIBRARY_GARDEN, hill, far] };
  });
  async function choose(w: Awaited<ReturnType<(typeof desk)['show']>>, name: string, content: string): Promise<void> {
    const input = w.find<HTMLInputElement>('input[type="file"]').element;
    Object.defineProperty(input, 'files', { value: [new File([content], name)], configurable: true });
    input.dispatchEvent(new Event('change', { bubbles: true }));
    await settled();
  }

  it('says in a sentence what the curve says, and how each garden differs', async () => {
    const w = await desk.show(FrostView, {}, '/sowing/frost');
    expect(words(w.find('figcaption'))).toMatch(/half the springs .* by .*27 Apr.*From .*10 May on, at most one spring in ten/);
    expect(words(w)).toContain('A file of daily minima makes it a count instead of a guess.');
    const gardens = w.findAll('.garden').map(words);
    expect(gardens[1]).toContain('14 days later');
    expect(gardens[2]).toContain('southern half');
  });

  it('shows what a file would make of it before anything changes, and takes it only when told', async () => {
    desk.answers['POST /gardens/library/frost-record/look'] = {
      record,
      from: '1996-01-01',
      to: '2026-12-31',
      days: 11_000,
      doubts: [],
    };
    desk.answers['POST /gardens/library/frost-record'] = done;
    const w = await desk.show(FrostView, {}, '/sowing/frost');
    await choose(w, 'minima.csv', 'day,min C\n1996-01-01,-3\n');
    expect(words(w.find('.notice'))).toMatch(/11000 days, 30 springs complete enough. Usual last frost 21 Apr.*spread 9.6 days/);
    expect(desk.posted('/gardens/library/frost-record')).toBeUndefined();
    button(w, 'Use it').click();
    await settled();
    expect(desk.posted('/gardens/library/frost-record')).toMatchObject({ fileName: 'minima.csv', belowC: 0, accept: false });
    expect(w.find('.notice').exists()).toBe(false);
  });

  it('says what speaks against a file, which is then used knowingly or not at all', async () => {
    desk.answers['POST /gardens/library/frost-record/look'] = {
      record,
      from: '1996-01-01',
      to: '2026-12-31',
      days: 7000,
      doubts: ['Ten years are missing.'],
    };
    desk.answers['POST /gardens/library/frost-record'] = done;
    const w = await desk.show(FrostView, {}, '/sowing/frost');
    await choose(w, 'gap.csv', 'x');
    expect(words(w.find('.notice'))).toContain('Ten years are missing.');
    button(w, 'Leave it').click();
    await settled();
    expect(desk.posted('/gardens/library/frost-record')).toBeUndefined();
    await choose(w, 'gap.csv', 'x');
    button(w, 'Use it in spite of that').click();
    await settled();
    expect(desk.posted('/gardens/library/frost-record')).toMatchObject({ accept: true });
  });

  it('a file that cannot be read is named with the reason, and the way to another stays open', async () => {
    desk.answers['POST /gardens/library/frost-record/look'] = {
      status: 422,
      code: 'invalid',
      detail: 'Some fields are wrong.',
      errors: [{ path: 'file', message: 'has no column of days' }],
    };
    const w = await desk.show(FrostView, {}, '/sowing/frost');
    await choose(w, 'shopping.csv', 'milk,bread');
    expect(errors()).toEqual(['shopping.csv has no column of days']);
    expect(w.find('.notice').exists()).toBe(false);
    expect(w.find<HTMLInputElement>('input[type="file"]').element.disabled).toBe(false);
  });

  it('soil typed in the library’s unit is kept in °C, and the typed value stays when the server says no', async () => {
    const session = (desk.answers['GET /session'] as { settings: object }) ?? {};
    desk.answers['GET /session'] = { ...session, settings: { ...SETTINGS, temperatureUnit: 'F' } };
    desk.answers['POST /soil-readings'] = {
      status: 422,
      code: 'invalid',
      detail: 'Some fields are wrong.',
      errors: [{ path: 'temperatureC', message: 'is no soil anybody sows in' }],
    };
    const w = await desk.show(FrostView, {}, '/sowing/frost');
    await type(labelled(w, 'Soil'), '59');
    await w.find('form[aria-label="Read the soil"]').trigger('submit');
    await settled();
    expect(desk.posted('/soil-readings')).toMatchObject({ temperatureC: 15, readOn: '2027-03-14', gardenId: null });
    expect(errors()).toContain('is no soil anybody sows in');
    expect(labelled(w, 'Soil').value).toBe('59');
  });
});
