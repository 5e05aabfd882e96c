// @vitest-environment happy-dom
import { describe, expect, it } from 'vitest';
import { useScans } from '../src/base/scans.ts';
import MemberSheet from '../src/members/MemberSheet.vue';
import { ask, laid } from './askOf.ts';
import { memberSheetOf } from './memberSheetOf.ts';
import { button, eachDesk, settled, words } from './desk.ts';

describe('a member whose card was scanned', () => {
  const sheet = memberSheetOf(
    { called: 'Brisa' },
    { cards: [{ id: 2, madeAt: '2027-01-05T10:00:00Z', usedAt: null }], asks: [ask({ laid })] },
  );
  const desk = eachDesk((d) => {
    d.answers['GET /members/7'] = sheet;
    d.answers['GET /members/7/shares'] = { promises: { kept: 0, of: 0, share: 0.5, words: 'nothing promised yet' }, soundness: null };
  });

  it('is handed what lies ready by scanning it; anything else goes onto the table to be lent', async () => {
    desk.answers['POST /asks/3/hand-over'] = { loanId: 9, memberId: 7, step: { id: 1, summary: 'Handed' } };
    const w = await desk.show(MemberSheet, { id: '7' }, '/members/7?card=1');
    expect(words(w)).toContain('Scan packets now');
    useScans().taker?.('TM-001V');
    await settled();
    expect(desk.posted('/asks/3/hand-over')).toEqual({ version: 4 });
    useScans().taker?.('KA-002K');
    await settled();
    expect(desk.router.currentRoute.value.fullPath).toBe('/table/lend?member=7');
    expect(JSON.parse(localStorage.getItem('esprel.table') ?? '')).toEqual(['KA-002K']);
  });

  it('that was only opened lets a scanned envelope open its lot', async () => {
    await desk.show(MemberSheet, { id: '7' }, '/members/7');
    useScans().taker?.('TM-001V');
    await settled();
    expect([desk.posted('/asks/3/hand-over'), desk.router.currentRoute.value.path]).toEqual([undefined, '/lots/TM-001V']);
  });

  it('has a lost card withdrawn in one tap, and a new one shown once', async () => {
    desk.answers['POST /members/7/cards/2/withdraw'] = { cards: [] };
    desk.answers['POST /members/cards'] = {
      cards: [{ memberId: 7, name: 'Brisa Marl', code: '0123456789ABCDEFGHJKMNPQRS' }],
      pdf: btoa('%PDF-1.7'),
    };
    const w = await desk.show(MemberSheet, { id: '7' }, '/members/7');
    button(w, 'Lost: withdraw the card').click();
    await settled();
    expect(desk.posted('/members/7/cards/2/withdraw')).toEqual({});
    button(w, 'Make a card').click();
    await settled();
    expect(words(w)).toContain('0123 4567 89AB CDEF GHJK MNPQ RS');
    button(w, 'Done').click();
    await settled();
    expect(words(w)).not.toContain('0123 4567');
  });
});
