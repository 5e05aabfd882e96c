// @vitest-environment happy-dom
import type { LendableLot, LoanSlip } from '@esprel/core/api';
import { describe, expect, it } from 'vitest';
import { useScans } from '../src/base/scans.ts';
import { latestDue, lineOf, seedsOf, usualRow } from '../src/members/lentRows.ts';
import LendManyForm from '../src/members/LendManyForm.vue';
import SlipView from '../src/members/SlipView.vue';
import { button, choose, eachDesk, errors, settled, type, words } from './desk.ts';
import { memberSheetOf } from './memberSheetOf.ts';

const lot = (over: Partial<LendableLot> = {}): LendableLot => ({
  code: 'TM-001V',
  variety: 'Lantern',
  crop: 'Tomato',
  unit: 'seed',
  balance: 80,
  floor: 20,
  lendable: 60,
  renewable: 70,
  packets: [],
  usualSeeds: 24,
  usualDue: '2027-10-01',
  doubtful: false,
  cautions: [],
  problem: null,
  ...over,
});
const fill = { id: 3, seedsEach: 15, packets: 4, packetsLeft: 4, filledOn: '2027-03-01', version: 1 };
const input = (label: string): HTMLInputElement => document.querySelector<HTMLInputElement>(`input[aria-label="${label}"]`)!;

describe('a line of what is lent', () => {
  it('begins with a packet where some are filled, else with what is usual', () => {
    const filled = lot({ packets: [fill] });
    expect(seedsOf(filled, usualRow(filled))).toBe(15);
    expect(seedsOf(filled, { ...usualRow(filled), packets: '2' })).toBe(30);
    expect(seedsOf(filled, { ...usualRow(filled), fillId: null, seeds: '7' })).toBe(7);
    expect(seedsOf(lot(), usualRow(lot()))).toBe(24);
    expect(usualRow(lot({ usualSeeds: null })).seeds).toBe('');
  });

  it('goes with the promise of all, or has one of its own', () => {
    const all = { promise: 'some', dueOn: '2027-10-01' } as const;
    expect(lineOf(lot(), usualRow(lot()), 0, all)).toMatchObject({ promise: 'some', dueOn: '2027-10-01', promisedSeeds: null });
    const own = { ...usualRow(lot()), own: 'amount', promisedSeeds: '40', dueOn: '2027-12-01' } as const;
    expect(lineOf(lot(), own, 0, all)).toMatchObject({ promise: 'amount', dueOn: '2027-12-01', promisedSeeds: 40 });
    expect(lineOf(lot(), { ...own, own: 'nothing' }, 0, all)).toMatchObject({ promise: 'nothing', dueOn: null, promisedSeeds: null });
    expect(() => lineOf(lot(), { ...usualRow(lot()), seeds: 'a few' }, 2, all)).toThrow(/lots\[2\]\.seeds|not a number/);
  });

  it('is promised by the day on which the slowest can be back', () => {
    expect(latestDue([lot(), lot({ usualDue: '2028-09-01' }), lot({ usualDue: '2027-08-01' })])).toBe('2028-09-01');
    expect(latestDue([])).toBe('');
  });
});

describe('lending what is on the table', () => {
  const desk = eachDesk((d) => {
    localStorage.setItem('esprel.table', '["TM-001V","KA-002K"]');
    d.answers['GET /lots/by-code'] = { lots: [] };
    d.answers['GET /loans/lots'] = {
      lots: [lot(), lot({ code: 'KA-002K', variety: 'Copper', packets: [fill], problem: null })],
    };
    d.answers['GET /members/7'] = memberSheetOf({ name: 'Dorit Ames' });
  });

  it('sends all of it in one request, and opens the slip', async () => {
    desk.answers['POST /loans/many'] = { memberId: 7, ids: [11, 12], step: { id: 1, summary: 'Lent' } };
    const w = await desk.show(LendManyForm, {}, '/table/lend?member=7');
    await w.find('input[value=save-seed]').setValue();
    await settled();
    await type(input('Seeds of TM-001V'), '30');
    await choose(w, 'Promised back of KA-002K', 'Nothing');
    await w.find('form').trigger('submit');
    await settled();
    const common = { packetNote: null, promisedSeeds: null };
    expect(desk.posted('/loans/many')).toEqual({
      memberId: 7,
      purpose: 'save-seed',
      lentOn: '2027-03-14',
      lots: [
        { lotCode: 'TM-001V', seeds: 30, packetFillId: null, packets: null, promise: 'some', dueOn: '2027-10-01', ...common },
        { lotCode: 'KA-002K', seeds: 15, packetFillId: 3, packets: 1, promise: 'nothing', dueOn: null, ...common },
      ],
    });
    expect(desk.router.currentRoute.value.fullPath).toBe('/members/7/slip?loans=11,12');
    expect(JSON.parse(localStorage.getItem('esprel.table') ?? '')).toEqual([]);
  });

  it('leaves what cannot be lent on the table and says why; a refused line is named and nothing is lost', async () => {
    desk.answers['GET /loans/lots'] = { lots: [lot(), lot({ code: 'KA-002K', problem: 'KA-002K waits in quarantine; release it first' })] };
    desk.answers['POST /loans/many'] = {
      status: 400,
      code: 'bad-input',
      errors: [{ path: 'lots[0].seeds', message: 'at most 60 may be lent; 20 of the 80 always stay' }],
    };
    const w = await desk.show(LendManyForm, {}, '/table/lend?member=7');
    expect(words(w)).toContain('stays on the table: KA-002K waits in quarantine');
    await type(input('Seeds of TM-001V'), '70');
    await w.find('form').trigger('submit');
    await settled();
    expect(errors()).toEqual(['at most 60 may be lent; 20 of the 80 always stay']);
    expect(input('Seeds of TM-001V').value).toBe('70');
    expect(JSON.parse(localStorage.getItem('esprel.table') ?? '')).toHaveLength(2);
  });

  it('takes a scanned envelope along', async () => {
    await desk.show(LendManyForm, {}, '/table/lend');
    useScans().taker?.('PE-003P');
    await settled();
    expect(JSON.parse(localStorage.getItem('esprel.table') ?? '')).toEqual(['TM-001V', 'KA-002K', 'PE-003P']);
  });
});

describe('the slip', () => {
  const desk = eachDesk();
  it('says what was lent, the cautions first, and whose seasons it goes by', async () => {
    const slip: LoanSlip = {
      member: 'Dorit Ames',
      lentOn: '2027-03-14',
      garden: 'Behind the mill',
      lots: [
        {
          loanId: 11,
          code: 'TM-001V',
          variety: 'Lantern',
          cautions: ['Treated seed: gloves on.'],
          lines: ['Tomato, harvest 2025', 'Promised: some seed'],
        },
      ],
    };
    desk.answers['GET /members/7/slip'] = slip;
    const w = await desk.show(SlipView, { id: '7' }, '/members/7/slip?loans=11');
    expect(words(w)).toMatch(/Behind the mill.*Lantern TM-001V\s*Treated seed: gloves on\.\s*Tomato, harvest 2025\s*Promised: some seed/);
    button(w, 'Labels for the packets').click();
    await settled();
    expect(desk.router.currentRoute.value.fullPath).toBe('/labels?kind=packet&codes=TM-001V');
  });
});
