// @vitest-environment happy-dom
import type { ListedMember } from '@esprel/core/api';
import { describe, expect, it } from 'vitest';
import JoinForm from '../src/members/JoinForm.vue';
import MembersView from '../src/members/MembersView.vue';
import { ask, laid } from './askOf.ts';
import { button, eachDesk, labelled, settled, type, words } from './desk.ts';

describe('whom to ask', () => {
  const desk = eachDesk();
  it('stands in the list with why', async () => {
    const member: ListedMember = {
      id: 7,
      name: 'Brisa Marl',
      called: null,
      place: 'Chapel Rise',
      loans: 3,
      out: 2,
      promises: 2,
      overdue: 1,
      nextDue: '2027-03-01',
      returns: 1,
      lastHeard: '2026-10-02',
      asks: 0,
      ask: 'overdue',
    };
    desk.answers['GET /members'] = {
      members: [member, { ...member, id: 8, name: 'Orla Weir', overdue: 0, nextDue: null, promises: 0, ask: 'silent' }],
      next: null,
    };
    desk.answers['GET /asks'] = { asks: [ask(), ask({ id: 4, laid })] };
    const w = await desk.show(MembersView, {}, '/members?which=to-ask');
    const said = words(w);
    expect(desk.calls.some((c) => c.path.includes('which=to-ask'))).toBe(true);
    for (const part of ['how did it go?', 'nothing heard since', '2 promises, 13 days late', 'Asked for: 1']) expect(said).toContain(part);
  });
});

describe('two records of one person', () => {
  const desk = eachDesk();
  it('are seen together before they are joined', async () => {
    desk.answers['GET /members'] = {
      members: [
        {
          id: 8,
          name: 'B. Marl',
          called: null,
          place: null,
          loans: 1,
          out: 0,
          promises: 0,
          overdue: 0,
          nextDue: null,
          returns: 0,
          lastHeard: null,
          asks: 0,
          ask: null,
        },
      ],
      next: null,
    };
    desk.answers['GET /members/7/joining/8'] = {
      into: { id: 7, name: 'Brisa Marl', version: 2 },
      other: { id: 8, name: 'B. Marl', version: 5 },
      moves: ['1 loan of B. Marl'],
      differ: [{ what: 'the name', kept: 'Brisa Marl', noted: 'B. Marl' }],
    };
    desk.answers['POST /members/7/join'] = { id: 7, step: { id: 1, summary: 'Joined' } };
    const w = await desk.show(JoinForm, { id: '7' }, '/members/7/join');
    expect(button(w, 'Join them').disabled).toBe(true);
    const field = labelled(w, 'The other record');
    await type(field, 'B. M');
    await expect.poll(() => document.querySelector('[role="option"]'), { timeout: 10_000 }).not.toBeNull();
    document.querySelector<HTMLElement>('[role="option"]')!.click();
    await settled();
    expect(words(w)).toContain('1 loan of B. Marl');
    expect(words(w)).toContain('“B. Marl” goes into the note');
    await w.find('form').trigger('submit');
    await settled();
    expect(desk.posted('/members/7/join')).toEqual({ otherId: 8, version: 2, otherVersion: 5 });
  });
});
