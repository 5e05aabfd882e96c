// @vitest-environment happy-dom
import { describe, expect, it } from 'vitest';
import DeskPicker from '../src/app/DeskPicker.vue';
import YearBand from '../src/app/YearBand.vue';
import SettingsForm from '../src/library/SettingsForm.vue';
import TodayView from '../src/today/TodayView.vue';
import { button, errors, labelled, settled, SETTINGS, eachDesk, type } from './desk.ts';
import { action } from './lotSheet.ts';

const desk = eachDesk();

describe('around the desk', () => {
  it('shows five things of a kind and the rest when asked', async () => {
    const items = Array.from({ length: 9 }, (_, i) => ({
      kind: 'count',
      due: i === 0 ? '2027-03-12' : '2027-03-14',
      title: `Count ${String(i)}`,
      detail: '',
      at: `/tests/${String(i)}`,
      lotCode: '',
      minutes: 3,
    }));
    desk.answers['GET /today'] = { headline: 'Nine things today, about half an hour', items, soon: [], losing: [] };
    const w = await desk.show(TodayView);
    expect(w.findAll('.left li')).toHaveLength(5);
    expect(w.find('.late').text()).toBe('2 days late');
    button(w, 'and 4 more').click();
    await settled();
    expect(w.findAll('.left li')).toHaveLength(9);
    expect(w.text()).toContain('Nothing is about to be lost');
  });

  it('an empty day says what to do instead', async () => {
    desk.answers['GET /today'] = { headline: 'Nothing is due today', items: [], soon: [], losing: [] };
    const w = await desk.show(TodayView);
    expect(w.text()).toContain('Take in an envelope');
  });

  it('writes down who is at the desk and sends the name along', async () => {
    desk.answers['POST /people'] = { id: 2, ...action };
    const w = await desk.show(DeskPicker);
    button(w, 'at the desk').click();
    await settled();
    expect(button(w, 'Ottilie').getAttribute('aria-pressed')).toBe('false');
    button(w, 'Ottilie').click();
    await settled();
    expect(localStorage.getItem('esprel.person')).toBe('1');
    button(w, 'at the desk').click();
    await settled();
    await type(labelled(w, 'Somebody new'), 'Bram');
    document.querySelector('form')?.dispatchEvent(new Event('submit', { bubbles: true, cancelable: true }));
    await settled();
    expect(desk.posted('/people')).toEqual({ name: 'Bram' });
    expect(localStorage.getItem('esprel.person')).toBe('2');
  });

  it('goes to a week by the band, and back to today', async () => {
    desk.answers['GET /band'] = { from: '2027-01-01', to: '2028-04-01', risk: [], marks: [], lastFrost: '2027-04-27' };
    const w = await desk.show(YearBand);
    const slider = w.find('input');
    expect(slider.attributes('aria-valuetext')).toBe('week of Mon 8 Mar');
    await slider.setValue('11');
    await settled();
    expect(desk.router.currentRoute.value.fullPath).toBe('/today?week=2027-03-15');
    await slider.setValue('10');
    await settled();
    expect(desk.router.currentRoute.value.fullPath).toBe('/today');
  });

  it('sends settings with numbers as numbers, and keeps what is no number', async () => {
    desk.answers['PUT /settings'] = { settings: SETTINGS, ...action };
    const w = await desk.show(SettingsForm);
    await type(labelled(w, 'Lending line'), 'high');
    await w.find('form').trigger('submit');
    await settled();
    expect(errors().join()).toContain('"high" is not a number');
    await type(labelled(w, 'Lending line'), '65');
    await w.find('form').trigger('submit');
    await settled();
    expect(desk.calls.find((c) => c.method === 'PUT')?.body).toMatchObject({
      lendingThreshold: 0.65,
      lastFrostSdDays: 10,
      hemisphere: 'north',
    });
  });
});
