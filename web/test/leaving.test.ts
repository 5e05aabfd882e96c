// @vitest-environment happy-dom
import { describe, expect, it } from 'vitest';
import LeaveForm from '../src/members/LeaveForm.vue';
import { button, settled, eachDesk, words } from './desk.ts';

const desk = eachDesk();

describe('a member who leaves', () => {
  it('is told what goes and what stays, and is forgotten only when asked for', async () => {
    desk.answers['GET /members/5/leaving'] = {
      name: 'Fenna Reed',
      version: 4,
      gone: ['the name: Fenna Reed', 'their name in 12 texts of the record and its history'],
      promises: 1,
      stay: 2,
    };
    desk.answers['POST /members/5/leave'] = { left: '2027-03-14' };
    const w = await desk.show(LeaveForm, { id: '5' }, '/members/5/leave');
    const said = words(w);
    for (const part of [
      'This cannot be taken back.',
      'Copies of the library',
      'the name: Fenna Reed',
      '1 open promise',
      '2 texts with this name',
    ])
      expect(said).toContain(part);
    button(w, 'Keep them').click();
    await settled();
    expect([desk.posted('/members/5/leave'), desk.router.currentRoute.value.path]).toEqual([undefined, '/members/5']);
    await w.find('form').trigger('submit');
    await settled();
    expect(desk.posted('/members/5/leave')).toEqual({ version: 4 });
    expect(desk.router.currentRoute.value.path).toBe('/members');
  });
});
