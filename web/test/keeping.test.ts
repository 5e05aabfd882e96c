// @vitest-environment happy-dom
import { beforeEach, describe, expect, it } from 'vitest';
import { useScans } from '../src/base/scans.ts';
import { useTable } from '../src/base/table.ts';
import IdentityForm from '../src/identity/IdentityForm.vue';
import LotSheet from '../src/lots/LotSheet.vue';
import PlaceGain from '../src/places/PlaceGain.vue';
import StocktakeView from '../src/places/StocktakeView.vue';
import VarietyForm from '../src/varieties/VarietyForm.vue';
import VarietyStepForm from '../src/varieties/VarietyStepForm.vue';
import { button, errors, labelled, settled, eachDesk, type, words } from './desk.ts';
import { lotSheet } from './lotSheet.ts';

const desk = eachDesk();
const action = { step: { id: 7, summary: 'Done' } };

describe('the sheet of a lot', () => {
  it('says that it may be mixed up, is missing, and what the envelope says', async () => {
    const mixUp = {
      id: 2,
      withCode: 'TM-002E',
      withVariety: 'Amber',
      kind: 'swapped',
      sinceDay: '2027-03-01',
      reason: 'both lay open',
      clearedOn: null,
    };
    const envelope = {
      id: 1,
      packedFor: 2026,
      depthMm: 6,
      depthMaxMm: 10,
      spacingCm: null,
      spacingMaxCm: null,
      light: null,
      maturityMin: null,
      maturityMax: null,
      habit: null,
      weeksMin: 6,
      weeksMax: 8,
      anchor: 'last-frost',
      warmthC: 20,
      daysMin: 7,
      daysMax: 14,
      warnings: null,
      words: 'Cover.',
    };
    desk.answers['GET /lots/TM-001C'] = lotSheet({ missingSince: '2027-03-10', identity: 'doubtful' }, { mixUps: [mixUp], envelope });
    desk.answers['POST /lots/TM-001C/found'] = { ...action };
    const w = await desk.show(LotSheet, { code: 'TM-001C' });
    expect(words(w)).toContain('May be swapped with TM-002E Amber, since Mon 1 Mar: both lay open.');
    expect(words(w)).toContain(
      'packed for 2026, sow 6 to 8 weeks before the last frost, 6 to 10 mm deep, at 20 °C, up in 7 to 14 days, Cover.',
    );
    button(w, 'It is here').click();
    await settled();
    expect(desk.calls.some((c) => c.path === '/lots/TM-001C/found')).toBe(true);
  });
});

describe('places', () => {
  it('lists what a move gains in years, the most first, and what it cannot', async () => {
    useTable().pullOut('A', 'B', 'C');
    desk.answers['GET /lots/by-code'] = { lots: [] };
    const gain = (code: string, over: object) => ({
      code,
      variety: `V${code}`,
      crop: 'X',
      line: 0.7,
      staysYears: 1,
      movesYears: 1,
      tooLate: false,
      storable: true,
      ...over,
    });
    desk.answers['GET /places/5/gain'] = {
      lots: [
        gain('A', { movesYears: 3.5 }),
        gain('B', { movesYears: null }),
        gain('C', { storable: false, staysYears: null, movesYears: null }),
      ],
    };
    const w = await desk.show(PlaceGain, { id: '5', name: 'Fridge' });
    await settled();
    const rows = w.findAll('tbody tr').map((r) => words(r));
    expect(rows[0]).toContain('keeps beyond 100 years');
    expect(rows.find((r) => r.includes('VA'))).toContain('3 years longer');
    expect(rows.find((r) => r.includes('VC'))).toContain('cannot be stored dry or cold');
  });

  it('a stocktake takes scanned codes, and says what does not belong', async () => {
    const lot = (code: string, over: object = {}) => ({
      lotId: 1,
      code,
      variety: 'V',
      crop: 'X',
      year: 2024,
      balance: 50,
      amountKnown: 'counted',
      missingSince: null,
      scan: null,
      counted: null,
      recordedIn: 'Box 2',
      ...over,
    });
    desk.answers['GET /stocktakes/3'] = {
      stocktake: { id: 3, placeId: 1, place: 'Box 1', startedOn: '2027-03-14', closedOn: null },
      found: [lot('TM-003G', { scan: 'right' })],
      missing: [lot('TM-001C')],
      strangers: [],
      inDoubt: [],
    };
    desk.answers['POST /stocktakes/3/scans'] = { code: 'TM-002E', belongs: false, recordedIn: 'Box 2', ...action };
    const w = await desk.show(StocktakeView, { id: '3' });
    expect(words(w)).toContain('1 envelope scanned, 1 to find');
    useScans().taker?.('TM-002E');
    await settled();
    expect(desk.posted('/stocktakes/3/scans')).toEqual({ lotCode: 'TM-002E', amount: 'not-looked' });
    expect(words(w)).toContain('TM-002E does not belong here: the record has it in Box 2.');
    w.unmount();
    expect(useScans().taker).toBeNull();
  });
});

describe('putting the register right', () => {
  const reach = {
    lots: [
      { code: 'TM-001C', variety: 'V', balance: 20, reprint: true },
      { code: 'TM-002E', variety: 'V', balance: 0, reprint: false },
    ],
    loans: [{ lotCode: 'TM-002E', memberId: 1, member: 'Ottilie Vane', lentOn: '2027-03-01', seeds: 10 }],
  };
  const sheet = {
    variety: {
      id: 4,
      name: 'Tollgate Red',
      cropKey: 'tomato',
      crop: 'Tomato',
      breeding: 'unknown',
      habit: 'bush',
      heightCm: null,
      spacingCm: 30,
      harvestDaysMin: null,
      harvestDaysMax: null,
      hardiness: null,
      note: null,
      version: 3,
      lots: 2,
      synonyms: ['Gatekeeper'],
      chosenEnvelopeId: null,
      chosenReason: null,
    },
    joinedInto: null,
    crop: { name: 'Tomato' },
    lots: [
      { code: 'TM-001C', year: 2024, source: 'S' },
      { code: 'TM-002E', year: 2025, source: 'S' },
    ],
    envelopes: [],
    near: [],
    crossesWith: [],
    reach,
    history: [],
  };
  beforeEach(() => {
    desk.answers['GET /varieties/4'] = sheet;
  });

  it('a new name shows what follows before it is saved', async () => {
    desk.answers['PATCH /varieties/4'] = { id: 4, ...action };
    const w = await desk.show(VarietyForm, { id: '4' });
    expect(words(w)).not.toContain('What follows');
    await type(labelled(w, 'Name'), 'Tollgate Crimson');
    expect(words(w)).toContain('What follows: 2 lots, 1 label to print again, 1 loan whose member should be told');
    await w.find('form').trigger('submit');
    await settled();
    expect(desk.calls.find((c) => c.method === 'PATCH')?.body).toMatchObject({
      version: 3,
      name: 'Tollgate Crimson',
      synonyms: ['Gatekeeper'],
      spacingCm: 30,
    });
  });

  it('a record that somebody changed shows both sides', async () => {
    desk.answers['PATCH /varieties/4'] = {
      status: 409,
      code: 'stale',
      detail: 'Somebody changed this in the meantime.',
      current: { name: 'Theirs', version: 5 },
      yours: {},
    };
    const w = await desk.show(VarietyForm, { id: '4' });
    await type(labelled(w, 'Name'), 'Mine');
    await w.find('form').trigger('submit');
    await settled();
    expect(words(w)).toContain('It is now called “Theirs”; yours is “Mine”');
    desk.answers['PATCH /varieties/4'] = { id: 4, ...action };
    button(w, 'Keep mine').click();
    await settled();
    expect(desk.calls.filter((c) => c.method === 'PATCH').map((c) => (c.body as { version: number }).version)).toEqual([3, 5]);
  });

  it('splitting reaches only the lots that go over', async () => {
    desk.answers['POST /varieties/4/split'] = { id: 9, ...action };
    const w = await desk.show(VarietyStepForm, { id: '4', step: 'split' });
    expect(words(w)).toContain('What follows: 0 lots');
    await w.findAll<HTMLInputElement>('input[type=checkbox]')[1]!.setValue(true);
    expect(words(w)).toContain('What follows: 1 lot, 0 labels to print again, 1 loan');
    await type(labelled(w, 'Name of the new variety'), 'Tollgate Dwarf');
    await type(labelled(w, 'Why'), 'half the height');
    await w.find('form').trigger('submit');
    await settled();
    expect(desk.posted('/varieties/4/split')).toEqual({
      version: 3,
      name: 'Tollgate Dwarf',
      lotCodes: ['TM-002E'],
      reason: 'half the height',
    });
  });

  it('what a lot turned out to be is asked for by name, and sent with its reason', async () => {
    desk.answers['GET /lots/TM-001C/identity'] = {
      lot: { code: 'TM-001C', version: 6, identity: 'doubtful', varietyId: 4, variety: 'Tollgate Red' },
      events: [
        {
          id: 1,
          kind: 'judged',
          onDay: '2027-03-01',
          fromIdentity: 'sure',
          toIdentity: 'doubtful',
          reason: 'two labels',
          fromVariety: 'A',
          toVariety: 'A',
        },
      ],
      sowings: [],
      reach,
    };
    desk.answers['POST /lots/TM-001C/identity/answer'] = { ...action };
    const w = await desk.show(IdentityForm, { code: 'TM-001C' });
    expect(words(w)).toContain('sure to doubtful; two labels');
    await w.find<HTMLInputElement>('input[value="as-named"]').setValue(true);
    await w.find('form').trigger('submit');
    await settled();
    expect(errors()).toEqual(['say why, in a few words']);
    await type(labelled(w, 'How do you know'), 'red fruit');
    await w.find('form').trigger('submit');
    await settled();
    expect(desk.posted('/lots/TM-001C/identity/answer')).toEqual({ version: 6, answer: 'as-named', varietyId: null, reason: 'red fruit' });
  });
});
