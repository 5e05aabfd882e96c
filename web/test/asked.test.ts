// @vitest-environment happy-dom
import type { LendableLot } from '@esprel/core/api';
import { describe, expect, it } from 'vitest';
import AskSheet from '../src/members/AskSheet.vue';
import AsksView from '../src/members/AsksView.vue';
import { ask, laid } from './askOf.ts';
import { button, eachDesk, errors, labelled, settled, type, words } from './desk.ts';

const lot = (over: Partial<LendableLot> = {}): LendableLot => ({
  code: 'TM-001V',
  variety: 'Tollgate Red',
  crop: 'Tomato',
  unit: 'seed',
  balance: 60,
  floor: 20,
  lendable: 40,
  renewable: 45,
  packets: [],
  usualSeeds: 30,
  usualDue: '2027-10-01',
  doubtful: false,
  cautions: [],
  problem: null,
  ...over,
});

describe('what is asked for', () => {
  const desk = eachDesk((d) => {
    d.answers['GET /asks'] = { asks: [ask()] };
    d.answers['GET /loans/lots'] = { lots: [lot(), lot({ code: 'TM-002W' })] };
  });

  it('is sorted by what is to be done, and says of what waits why', async () => {
    desk.answers['GET /asks'] = {
      asks: [
        ask(),
        ask({ id: 4, variety: 'Kale One', laid: { ...laid, overdue: true } }),
        ask({ id: 5, variety: 'Onion One', kind: 'offer' }),
        ask({ id: 6, variety: 'Pea One', kind: 'wait', serving: [], noneBecause: 'What is here is the floor.' }),
      ],
    };
    const w = await desk.show(AsksView, {}, '/asks');
    expect(w.findAll('section section').map((s) => s.find('h2').text())).toEqual([
      'To be laid ready',
      'Lies ready',
      'Would grow it',
      'Waits: nothing may be lent',
    ]);
    expect(words(w)).toContain('nobody fetched it');
    expect(words(w)).toContain('What is here is the floor.');
  });

  it('is laid ready from the best lot, as much as is usual, and its label comes out with it', async () => {
    desk.answers['POST /asks/3/lay'] = { id: 3, lotCode: 'TM-001V', step: { id: 1, summary: 'Laid' } };
    desk.answers['POST /labels/print'] = { id: 1, title: 'Tollgate Red', labels: 1, pages: 1, cameOut: 1, state: 'printed' };
    const w = await desk.show(AskSheet, { id: '3' }, '/asks/3');
    expect(words(w)).toContain('Had 2 packets this season; 6 packets are a fair share.');
    expect(labelled(w, 'Seeds').value).toBe('24');
    await w.find('form').trigger('submit');
    await settled();
    expect(desk.posted('/asks/3/lay')).toEqual({
      version: 4,
      lotCode: 'TM-001V',
      seeds: 24,
      purpose: 'garden',
      packetFillId: null,
      packets: null,
      promise: 'nothing',
      promisedSeeds: null,
      dueOn: null,
      packetNote: null,
    });
    expect(desk.calls.some((c) => c.path === '/labels/print?kind=packet&codes=TM-001V&ask=3')).toBe(true);
    expect(desk.router.currentRoute.value.fullPath).toBe('/asks/3/slip?label=out');
  });

  it('lies ready all the same where the printer is jammed, and what is wrong stands beside its field', async () => {
    desk.answers['POST /asks/3/lay'] = { status: 400, code: 'bad-input', errors: [{ path: 'seeds', message: 'at most 16 may be lent' }] };
    const w = await desk.show(AskSheet, { id: '3' }, '/asks/3');
    await type(labelled(w, 'Seeds'), 'some');
    await w.find('form').trigger('submit');
    await settled();
    expect([errors().length, desk.posted('/asks/3/lay')]).toEqual([1, undefined]);
    await type(labelled(w, 'Seeds'), '40');
    await w.find('form').trigger('submit');
    await settled();
    expect(errors()).toEqual(['at most 16 may be lent']);
    desk.answers['POST /asks/3/lay'] = { id: 3, lotCode: 'TM-001V', step: { id: 1, summary: 'Laid' } };
    desk.answers['POST /labels/print'] = { status: 503, code: 'device', detail: 'The label printer is jammed.' };
    await w.find('form').trigger('submit');
    await settled();
    expect(desk.router.currentRoute.value.query.label).toBe('The label printer is jammed.');
  });

  it('is answered in words that whoever asked will read', async () => {
    desk.answers['POST /asks/3/decline'] = { id: 3, step: { id: 1, summary: 'Answered' } };
    const w = await desk.show(AskSheet, { id: '3' }, '/asks/3');
    button(w, 'Another answer').click();
    await settled();
    const form = w.findAll('form').at(-1)!;
    await form.trigger('submit');
    await settled();
    expect(errors()[0]).toContain('say why');
    await type(labelled(w, 'Why not'), 'We keep the last of it.');
    await form.trigger('submit');
    await settled();
    expect(desk.posted('/asks/3/decline')).toEqual({ version: 4, why: 'We keep the last of it.' });
  });
});
