// @vitest-environment happy-dom
import type { ListedLot } from '@esprel/core/api';
import { describe, expect, it } from 'vitest';
import FindField from '../src/app/FindField.vue';
import LastStep from '../src/app/LastStep.vue';
import PlaceTabs from '../src/app/PlaceTabs.vue';
import TableStrip from '../src/app/TableStrip.vue';
import { useChanges } from '../src/base/changes.ts';
import { useSession } from '../src/base/session.ts';
import { useTable } from '../src/base/table.ts';
import RibbonChart from '../src/charts/RibbonChart.vue';
import DayInput from '../src/fields/DayInput.vue';
import FieldChoice from '../src/fields/FieldChoice.vue';
import FieldText from '../src/fields/FieldText.vue';
import FormFrame from '../src/fields/FormFrame.vue';
import LotHistory from '../src/shared/StepHistory.vue';
import LotsRow from '../src/lots/LotsRow.vue';
import VerdictNote from '../src/shared/VerdictNote.vue';
import { verdictLook } from '../src/shared/verdictLook.ts';
import { button, settled, SETTINGS, eachDesk, type } from './desk.ts';

const desk = eachDesk();
const text = (el: { text: () => string }): string => el.text().replace(/\s+/g, ' ');

describe('fields', () => {
  it('tie an error to its input, so that it is read out, and keep what was typed', async () => {
    const w = await desk.show(FieldText, { id: 'seeds', label: 'Seeds', modelValue: 'a handful', error: 'is not a number', unit: 'seeds' });
    const input = w.find('input').element;
    expect(input.value).toBe('a handful');
    expect(input.getAttribute('aria-invalid')).toBe('true');
    const described = document.getElementById(input.getAttribute('aria-describedby') ?? '');
    expect(described?.textContent).toBe('is not a number');
    expect(described?.getAttribute('role')).toBe('alert');
    await w.setProps({ error: undefined, hint: 'counted' });
    expect(document.getElementById(input.getAttribute('aria-describedby') ?? '')?.textContent).toBe('counted');
    expect(input.getAttribute('aria-invalid')).toBe('false');
  });

  it('choose one of a few words by radio buttons with one name', async () => {
    const w = await desk.show(FieldChoice, {
      id: 'how',
      label: 'How',
      modelValue: 'a',
      options: [
        { value: 'a', label: 'Gift' },
        { value: 'b', label: 'Bought' },
      ],
    });
    expect(w.find('legend').text()).toBe('How');
    const radios = w.findAll('input');
    expect(radios.map((r) => [r.attributes('type'), r.attributes('name'), r.element.checked])).toEqual([
      ['radio', 'how', true],
      ['radio', 'how', false],
    ]);
    await radios[1]!.setValue();
    expect(w.emitted('update:modelValue')).toEqual([['b']]);
  });

  it('read a date when it is left, show it the library’s way, and leave alone what is no date', async () => {
    const w = await desk.show(DayInput, { id: 'on', modelValue: '2027-03-14' });
    const input = w.find('input').element;
    expect(input.value).toBe('Sun 14 Mar');
    await type(input, '3 apr');
    await w.find('input').trigger('blur');
    expect(w.emitted('update:modelValue')?.at(-1)).toEqual(['2027-04-03']);
    await type(input, 'next week');
    await w.find('input').trigger('blur');
    expect(w.emitted('update:modelValue')?.at(-1)).toEqual(['next week']);
    useSession().session = { ...useSession().session!, settings: { ...SETTINGS, dateOrder: 'month-day' } };
    await w.setProps({ modelValue: '2025-12-01' });
    expect(input.value).toBe('Dec 1 2025');
  });

  it('a form sends on Enter, is left by Escape, but not while a list is open', async () => {
    const w = await desk.show(FormFrame, { title: 'Lend', action: 'Lend', sending: false, problem: null });
    await w.find('form').trigger('submit');
    await w.find('form').trigger('keydown', { key: 'Escape' });
    expect([w.emitted('submit')?.length, w.emitted('leave')?.length]).toEqual([1, 1]);
    const list = document.createElement('input');
    list.setAttribute('aria-expanded', 'true');
    w.find('.fields').element.append(list);
    list.dispatchEvent(new KeyboardEvent('keydown', { key: 'Escape', bubbles: true }));
    expect(w.emitted('leave')?.length).toBe(1);
    await w.setProps({ sending: true });
    expect(button(w, 'Writing it down').disabled).toBe(true);
  });
});

describe('the frame', () => {
  it('says how much is due at the tabs, in words too, and where one is', async () => {
    const w = await desk.show(PlaceTabs, { place: 'tests', bandFolded: false });
    expect(text(w.find('a[href="/today"]'))).toBe('Today 3 due');
    expect(w.find('a[href="/today"] .count').classes()).toContain('late');
    expect(w.find('[aria-current="page"]').text()).toContain('Tests');
  });

  it('offers to take the last step back, and to do it again', async () => {
    desk.answers['POST /history/9/undo'] = { undone: 9, step: { id: 10, summary: 'Took back: Lent 5 seeds' } };
    desk.answers['POST /history/10/undo'] = { undone: 10, step: { id: 11, summary: 'Did again: Lent 5 seeds' } };
    const w = await desk.show(LastStep);
    expect(w.find('[role="status"]').exists()).toBe(false);
    const changes = useChanges();
    changes.last = { id: 9, summary: 'Lent 5 seeds' };
    await settled();
    button(w, 'Take it back').click();
    await settled();
    expect(w.text()).toContain('Took back: Lent 5 seeds');
    button(w, 'Do it again').click();
    await settled();
    expect(changes.revision).toBe(2);
    expect(w.text()).toContain('Did again');
  });

  it('says why a step cannot be taken back', async () => {
    desk.answers['POST /history/9/undo'] = { status: 409, code: 'blocked', detail: 'A later step stands on this one.' };
    const w = await desk.show(LastStep);
    useChanges().last = { id: 9, summary: 'Took in' };
    await useChanges().undo();
    await settled();
    expect(w.text()).toContain('A later step stands on this one.');
    // It does not look like something that was done.
    expect(w.find('[role="status"]').classes()).toContain('refused');
  });

  it('keeps envelopes on the table, without doubles, until they are put back', async () => {
    desk.answers['GET /lots/by-code'] = {
      lots: [{ id: 1, code: 'TM-001C', variety: 'Tollgate Red', crop: 'Tomato', balance: 5, verdict: 'lend', state: 'kept', year: 2025 }],
    };
    const w = await desk.show(TableStrip);
    expect(w.text()).toContain('Envelopes you pull out lie here');
    const table = useTable();
    table.pullOut('TM-001C', 'TM-001C');
    await settled();
    expect(table.count).toBe(1);
    expect(w.find('a.card').attributes('href')).toBe('/lots/TM-001C');
    expect(JSON.parse(localStorage.getItem('esprel.table') ?? '[]')).toEqual(['TM-001C']);
    button(w, 'Take TM-001C off the table').click();
    await settled();
    expect(table.count).toBe(0);
  });

  it('opens a valid code at once, and shows what a misread one may have been', async () => {
    desk.answers['GET /find?q=tm001c'] = { exact: '/lots/TM-001C', message: null, found: [] };
    desk.answers['GET /find?q=tm002c'] = {
      exact: null,
      message: 'Character 6 is likely wrong',
      found: [{ kind: 'lot', title: 'Tollgate Red', detail: 'Tomato', at: '/lots/TM-001C', code: 'TM-001C' }],
    };
    const w = await desk.show(FindField);
    const input = w.find('input');
    await input.setValue('tm002c');
    await input.trigger('keydown', { key: 'Enter' });
    await settled();
    expect(w.find('[role="status"]').text()).toContain('likely wrong');
    expect(desk.router.currentRoute.value.path).toBe('/');
    await input.setValue('tm001c');
    await input.trigger('keydown', { key: 'Enter' });
    await settled();
    expect(desk.router.currentRoute.value.path).toBe('/lots/TM-001C');
  });
});

describe('what is drawn of a lot', () => {
  const lot = (over: Partial<ListedLot> = {}): ListedLot => ({
    id: 1,
    code: 'TM-001C',
    variety: 'Tollgate Red',
    varietyId: 1,
    crop: 'Tomato',
    cropKey: 'tomato',
    scientific: 'S',
    acquisition: 'saved',
    form: 'cleaned',
    year: 2024,
    yearKind: 'harvest',
    balance: 180,
    floor: 10,
    amountKnown: 'estimated',
    identity: 'sure',
    state: 'kept',
    median: 0.57,
    trueMean: null,
    low: 0.48,
    high: 0.65,
    verdict: 'sow-thicker',
    beside: null,
    picture: null,
    ...over,
  });

  it('says in a row what is said in colour, and what is not known', async () => {
    const w = await desk.show(LotsRow, { lot: lot(), today: '2027-03-14', open: false, marked: true, onTable: false });
    expect(text(w)).toContain('57 % 48–65');
    expect(text(w)).toContain('~180 seeds');
    expect(w.find('.verdict').text()).toBe('Lend, sow thicker');
    await w.setProps({ lot: lot({ trueMean: 0.94 }) });
    expect(w.html()).toContain('about 6 in 100 will be something else');
    await w.setProps({ lot: lot({ identity: 'doubtful', year: null, state: 'quarantine', median: null }) });
    expect(w.find('abbr').attributes('aria-label')).toContain('in doubt');
    expect(text(w)).toContain('no year');
    expect(w.find('.verdict').text()).toBe('In quarantine');
    expect(w.find('.alive').text()).toBe('');
    await w.find('button').trigger('click');
    expect(w.emitted('pull')).toEqual([['TM-001C']]);
  });

  it('gives every verdict a word and a shape of its own', () => {
    const looks = ['lend', 'sow-thicker', 'test-first', 'renew', 'rescue', 'let-go', 'quarantine'].map(verdictLook);
    expect(new Set(looks.map((l) => l.shape)).size).toBe(7);
    expect(new Set(looks.map((l) => l.words)).size).toBe(7);
    expect(verdictLook(null).words).toBe('not judged yet');
  });

  it('shows the verdict that stands beside, but nothing to lend in quarantine', async () => {
    const verdict = { verdict: 'renew', beside: 'lend', reason: 'Only 22 left.' };
    const w = await desk.show(VerdictNote, { verdict });
    for (const words of ['Renew now', 'Lend meanwhile', 'Only 22 left.']) expect(text(w)).toContain(words);
    await w.setProps({ verdict, quarantine: true });
    expect(text(w)).not.toContain('meanwhile');
  });

  it('tells the ribbon in words and in numbers as well', async () => {
    const points = [0.9, 0.8, 0.7, 0.6, 0.5].map((median, i) => ({
      date: `${String(2024 + i)}-01-01`,
      median,
      low: median - 0.1,
      high: median + 0.05,
    }));
    const now = { median: 0.68, low: 0.58, high: 0.74 };
    const w = await desk.show(RibbonChart, {
      points,
      dots: [],
      threshold: 0.7,
      today: '2027-03-14',
      now,
      belowOn: null,
      belowLabel: 'above 40 % for twelve years and more',
    });
    expect(w.find('figcaption').text()).toBe(
      'Today 68 % alive, between 58 % and 74 % with 90 % confidence; lending line 70 %. above 40 % for twelve years and more',
    );
    expect(w.findAll('details tbody tr').length).toBe(2);
    expect(w.html()).not.toContain('NaN');
  });

  it('strikes out what was taken back, and offers the rest', async () => {
    const step = (id: number, undoneBy: number | null) => ({
      id,
      at: '',
      day: '2027-03-14',
      person: 'Ottilie',
      kind: 'x',
      summary: `Step ${String(id)}`,
      undoes: null,
      undoneBy,
    });
    desk.answers['POST /history/2/undo'] = { undone: 2, step: { id: 4, summary: 'Took back: Step 2' } };
    const w = await desk.show(LotHistory, { steps: [step(2, null), step(1, 3)] });
    expect(w.findAll('.undone')).toHaveLength(1);
    expect(w.findAll('button')).toHaveLength(1);
    await w.find('button').trigger('click');
    await settled();
    expect(desk.calls.filter((c) => c.method === 'POST').map((c) => c.path)).toEqual(['/history/2/undo']);
  });
});
