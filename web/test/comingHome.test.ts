// @vitest-environment happy-dom
import type { HomePage, LoanOut } from '@esprel/core/api';
import { beforeEach, describe, expect, it } from 'vitest';
import { useTable } from '../src/base/table.ts';
import ComingHomeView from '../src/returns/ComingHomeView.vue';
import { button, eachDesk, errors, labelled, settled, type, words } from './desk.ts';

const loan = (over: Partial<LoanOut> = {}): LoanOut => ({
  id: 31,
  lotCode: 'RB-003C',
  variety: 'Weir Scarlet',
  varietyId: 4,
  crop: 'Runner bean',
  cropKey: 'runner-bean',
  seeds: 12,
  purpose: 'save-seed',
  promise: 'amount',
  promisedSeeds: 60,
  dueOn: '2027-11-20',
  lentOn: '2026-03-14',
  said: 'From the phone: picked 12 September (9 plants).',
  plants: 9,
  seedsBack: null,
  isolated: 'yes',
  grownBeside: null,
  harvestYear: 2026,
  dried: true,
  weight: { seedsPerGram: 1, weighed: false },
  ...over,
});
const home = (...loans: LoanOut[]): HomePage => ({ member: { id: 7, name: 'Orla Weir', called: 'Orla' }, today: '2027-03-14', loans });
const desk = eachDesk((d) => {
  d.answers['POST /members/7/coming-home/look'] = {
    envelopes: [
      {
        refused: false,
        promise: 'kept',
        words: ['The promise is kept, thank you.'],
        steps: [{ kind: 'freeze', dueOn: '2027-03-21', words: 'A week in the freezer.' }],
      },
    ],
  };
  d.answers['POST /members/7/coming-home'] = { lots: ['RB-009X'], step: { id: 3, summary: 'brought home' } };
});
beforeEach(() => {
  desk.answers['GET /members/7/coming-home'] = home(loan());
});
const later = () => new Promise((done) => setTimeout(done, 330));

describe('everything that one person brings', () => {
  it('begins with the one promise there is, filled from the phone, and says what follows before it is taken', async () => {
    const w = await desk.show(ComingHomeView, { id: '7' });
    expect(words(w)).toContain('Weir Scarlet, from RB-003C');
    expect(words(w)).toContain('Promised: 60 seeds by');
    expect(words(w)).toContain('From the phone: picked 12 September (9 plants).');
    expect(labelled(w, 'From plants').value).toBe('9');
    await type(labelled(w, 'How much'), '80');
    await later();
    await settled();
    expect(words(w)).toContain('The promise is kept, thank you.');
    expect(words(w)).toContain('A week in the freezer.');
    await w.find('form').trigger('submit');
    await settled();
    const [envelope] = (desk.posted('/members/7/coming-home') as { envelopes: object[] }).envelopes;
    expect(envelope).toMatchObject({
      loanIds: [31],
      isIt: 'right',
      seeds: 80,
      plants: 9,
      isolated: 'yes',
      form: 'cleaned',
      harvestYear: 2026,
      promise: null,
    });
    expect(words(w)).toContain('Write on the envelope: RB-009X');
    expect(useTable().codes).toContain('RB-009X');
  });

  it('has each error beside its field, in the envelope that it is about, and keeps what was typed', async () => {
    const w = await desk.show(ComingHomeView, { id: '7' });
    await type(labelled(w, 'How much'), 'a lot');
    await w.find('form').trigger('submit');
    await settled();
    expect(errors().join()).toContain('"a lot" is not an amount');
    expect(labelled(w, 'How much').value).toBe('a lot');
    expect(desk.posted('/members/7/coming-home')).toBeUndefined();
  });

  it('asks nothing more of mould, and takes an envelope away again', async () => {
    const w = await desk.show(ComingHomeView, { id: '7' });
    const mould = [...w.element.ownerDocument.querySelectorAll('label')].find((l) => l.textContent?.includes('mould'))!;
    mould.querySelector('input')!.click();
    await settled();
    expect(words(w)).not.toContain('How much');
    button(w, 'Not this one').click();
    await settled();
    expect(words(w)).toContain('What did Orla bring?');
    expect(button(w, 'Take them in').disabled).toBe(true);
    // What lay out can be chosen again, and a gift beside it.
    button(w, 'Brought: Weir Scarlet').click();
    button(w, 'A gift').click();
    await settled();
    expect(w.findAll('section.envelope').length).toBe(2);
  });
});
