// @vitest-environment happy-dom
import { describe, expect, it } from 'vitest';
import MemberSheet from '../src/members/MemberSheet.vue';
import UnsownForm from '../src/returns/UnsownForm.vue';
import SowForm from '../src/sowing/SowForm.vue';
import SowingSheet from '../src/sowing/SowingSheet.vue';
import { memberLoanOf, memberSheetOf } from './memberSheetOf.ts';
import { button, labelled, settled, eachDesk, type, words } from './desk.ts';
import { action, lotSheet, tomato } from './lotSheet.ts';
import { adviceCrop } from './cropParts.ts';

import { useChanges } from '../src/base/changes.ts';

const desk = eachDesk();

const advice = {
  plants: 10,
  method: 'cells',
  available: 64,
  there: 64,
  reserve: 0,
  emergence: 0.85,
  learned: { usual: 0.85, sowings: 0, seeds: 0 },
  how: { style: 'several', together: null, why: '' },
  certainty: 0.9,
  clumpSeeds: 1,
  crop: adviceCrop(tomato),
  recommended: 2,
  options: [
    { seedsPerCell: 1, emptyShare: 0.5, cells: 27, seeds: 27, thinned: 0 },
    { seedsPerCell: 2, emptyShare: 0.1, cells: 17, seeds: 34, thinned: 4 },
  ],
};

describe('sowing and bringing back', () => {
  it('fills in the advised number and sends what was really sown', async () => {
    desk.answers['GET /lots/TM-001C'] = lotSheet();
    desk.answers['GET /lots/TM-001C/sowing-advice'] = advice;
    desk.answers['GET /bench'] = { places: [], trayKinds: [], learned: { methods: [], benches: [] } };
    desk.answers['POST /sowings'] = { id: 2, ...action };
    const w = await desk.show(SowForm, { code: 'TM-001C' });
    expect([labelled(w, 'Seeds in each').value, labelled(w, 'Cells').value, labelled(w, 'Seeds sown in all').value]).toEqual([
      '2',
      '17',
      '34',
    ]);
    await type(labelled(w, 'Seeds sown in all'), '30');
    await w.find('form').trigger('submit');
    await settled();
    expect(desk.posted('/sowings')).toMatchObject({
      lotCode: 'TM-001C',
      loanId: null,
      method: 'cells',
      cells: 17,
      seedsPerCell: 2,
      seeds: 30,
    });
  });

  it('of a plan is there once the plan is read, so that it writes nothing over what was typed', async () => {
    desk.answers['GET /lots/TM-001C'] = lotSheet();
    desk.answers['GET /bench'] = { places: [], trayKinds: [], learned: { methods: [], benches: [] } };
    let arrive = (): void => undefined;
    desk.answers['GET /planned/7'] = () =>
      new Promise((resolve) => {
        arrive = () => {
          resolve({ planned: { method: 'cells', plants: 6, seedsPerCell: 5, cells: 17, seeds: 85, balance: 90, benchId: null } });
        };
      });
    const w = await desk.show(SowForm, { code: 'TM-001C' }, '/lots/TM-001C/sow?plan=7');
    expect(w.find('form').exists()).toBe(false);
    arrive();
    await settled();
    expect(labelled(w, 'Seeds sown in all').value).toBe('85');
    await type(labelled(w, 'Seeds sown in all'), '6');
    useChanges().revision += 1;
    await settled();
    arrive();
    await settled();
    expect(labelled(w, 'Seeds sown in all').value).toBe('6');
  });

  it('is filled by advice only where nothing was typed before it came', async () => {
    desk.answers['GET /lots/TM-001C'] = lotSheet();
    desk.answers['GET /bench'] = { places: [], trayKinds: [], learned: { methods: [], benches: [] } };
    const w = await desk.show(SowForm, { code: 'TM-001C' });
    await type(labelled(w, 'Seeds sown in all'), '6');
    desk.answers['GET /lots/TM-001C/sowing-advice'] = advice;
    useChanges().revision += 1;
    await settled();
    expect([labelled(w, 'Seeds in each').value, labelled(w, 'Seeds sown in all').value]).toEqual(['', '6']);
  });

  it('takes seed that came back unsown into its own lot, by weight', async () => {
    desk.answers['GET /members/3'] = memberSheetOf({ id: 3, name: 'Ebba Thorne' }, { loans: [memberLoanOf()] });
    desk.answers['POST /loans/5/unsown'] = { lotCode: 'TM-001V', step: { id: 9, summary: 'Ebba Thorne brought 350 seeds back unsown' } };
    const w = await desk.show(UnsownForm, { id: '3', loan: '5' });
    expect(labelled(w, 'Seeds that came back').value).toBe('400');
    expect(w.text()).toContain('It goes into its lot again');
    await type(labelled(w, 'Seeds that came back'), '1 g');
    await w.find('form').trigger('submit');
    await settled();
    expect(desk.posted('/loans/5/unsown')).toEqual({ receivedOn: '2027-03-14', seeds: 350 });
  });

  it('says of every fate whether it counts for the lot', async () => {
    desk.answers['GET /sowings/2'] = {
      sowing: {
        id: 2,
        version: 1,
        lotCode: 'TM-001C',
        variety: 'V',
        crop: 'Tomato',
        cropKey: 'tomato',
        loanId: null,
        memberId: null,
        member: null,
        method: 'cells',
        cells: 10,
        seedsPerCell: 2,
        seeds: 20,
        sownOn: '2027-03-01',
        whereSown: null,
        emergence: 0.85,
        fate: null,
        fateOn: null,
        note: null,
        trayId: null,
        tray: null,
        letter: null,
        depthMm: 6,
        coveredWith: 'sifted mix',
        warmthC: null,
      },
      plants: { standing: 6, kept: 0, spare: 6, gone: { lost: 0, 'planted-out': 0, given: 0, sold: 0 }, counts: [] },
      care: [{ number: 1, kind: 'cover-off', gapDays: 1, notBefore: null, doneOn: null, due: '2027-03-11', movedDays: 0 }],
      nextCare: { number: 1, kind: 'cover-off', gapDays: 1, notBefore: null, doneOn: null, due: '2027-03-11', movedDays: 0 },
      timing: null,
      lost: [],
      counts: [
        { id: 2, countedOn: '2027-03-07', emerged: 0 },
        { id: 1, countedOn: '2027-03-10', emerged: 6 },
      ],
      next: { due: '2027-03-17', last: false },
      crop: tomato,
      estimate: { median: 0.6, low: 0.5, high: 0.7, verdict: 'lend', reason: '' },
      history: [],
    };
    desk.answers['POST /sowings/2/fate'] = action;
    const w = await desk.show(SowingSheet, { id: '2' });
    expect(w.text()).toContain('6 of 20 up');
    expect(w.text()).toContain('Really done: 6 mm deep, covered with sifted mix.');
    expect(w.text()).toContain('Take the cover off 3 days late');
    expect(words(w)).toContain('The first was up between day 6 and day 9.');
    expect(w.text()).toContain('About 10 are expected in the end');
    const fates = w.findAll('label.fate').map((l) => l.text());
    expect(fates.filter((f) => f.includes('counts for the lot'))).toHaveLength(2);
    expect(fates.find((f) => f.includes('eaten'))).toContain('does not count');
    await w.findAll('input[name="fate"]')[4]!.setValue();
    button(w, 'Save what became of it').click();
    await settled();
    expect(desk.posted('/sowings/2/fate')).toMatchObject({ version: 1, fate: 'dried-out', fateOn: '2027-03-14' });
  });

  const member = memberSheetOf(
    { id: 5, name: 'Fenna', place: 'Kiln Hill' },
    {
      loans: [
        memberLoanOf({
          id: 8,
          seeds: 20,
          purpose: 'save-seed',
          promise: 'amount',
          promisedSeeds: 60,
          dueOn: '2027-03-01',
          lentOn: '2026-03-01',
          lotCode: 'TM-001C',
        }),
        memberLoanOf({ id: 10, seeds: 30, promise: 'some', settledOn: '2027-01-02', lotCode: 'KA-004R', variety: 'Copper', crop: 'Kale' }),
        memberLoanOf({ id: 9, seeds: 12, lotCode: 'PE-002K', variety: 'Osierbeck', crop: 'Pea' }),
      ],
      sowings: [
        { id: 2, loanId: 8, seeds: 12, sownOn: '2026-04-01', fate: 'came-up', lotCode: 'TM-001C', variety: 'V', emerged: 9, growing: true },
        {
          id: 1,
          loanId: 9,
          seeds: 4,
          sownOn: '2025-04-01',
          fate: 'eaten',
          lotCode: 'PE-002K',
          variety: 'Osierbeck',
          emerged: 0,
          growing: false,
        },
      ],
      brought: [
        {
          code: 'TM-009V',
          variety: 'V',
          crop: 'Tomato',
          year: 2025,
          receivedOn: '2025-10-02',
          seeds: 200,
          gardens: 6,
          alive: 0.91,
          waits: false,
        },
      ],
    },
  );

  it('shows what a member promised, how late it is, and what can be done', async () => {
    desk.answers['GET /members/5'] = member;
    desk.answers['POST /loans/8/settle'] = action;
    const w = await desk.show(MemberSheet, { id: '5' });
    expect(w.find('.owed').text().replace(/\s+/g, ' ')).toContain('Promised 60 seeds by Mon 1 Mar, 13 days late');
    expect(w.find('.owed').text()).toContain('12 sown');
    // The rest of a life: each thing in the one place where it is now.
    const part = (name: string): string => w.find(`section[aria-label="${name}"]`).text().replace(/\s+/g, ' ');
    expect(part('In hand')).toContain('8 seeds, lent 1 Nov 2026');
    expect(part('Growing')).toContain('9 of 12 up');
    expect(part('Came back')).toContain('91 in 100 alive, in 6 gardens');
    expect(part('What was')).toContain('eaten');
    expect(part('What was')).not.toContain('9 of 12');
    // A promise was let go, and its seed is in hand all the same: it may come back unsown.
    expect(part('What was')).toContain('promise let go');
    expect(part('What was')).toContain('Back unsown');
    button(w, 'It came back').click();
    await settled();
    expect(desk.router.currentRoute.value.fullPath).toBe('/members/5/coming-home?loan=8');
    button(w, 'Let the promise go').click();
    await settled();
    expect(desk.calls.some((c) => c.path === '/loans/8/settle')).toBe(true);
  });

  it('says when there is no such loan', async () => {
    desk.answers['GET /members/5'] = member;
    const w = await desk.show(UnsownForm, { id: '5', loan: '99' });
    expect(w.text()).toContain('There is no such loan of Fenna');
  });
});
