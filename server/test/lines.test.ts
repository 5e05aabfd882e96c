import { beforeEach, describe, expect, it } from 'vitest';
import { openTestLibrary, type TestLibrary } from './library.ts';

let library: TestLibrary;
beforeEach(async () => {
  library = await openTestLibrary();
});
const takeIn = (over: Record<string, unknown> = {}): Promise<string> =>
  library.takeIn({
    cropKey: 'tomato',
    varietyName: 'Old Red',
    breeding: 'landrace',
    floor: 0,
    seeds: 200,
    acquisition: 'saved',
    identity: 'sure',
    ...over,
  });
const line = async (code: string, over: Record<string, unknown> = {}) =>
  library.post(`/api/lots/${code}/line`, {
    version: (await library.lotSheet(code)).lot.version,
    name: 'Old Red, early',
    chosenFor: 'early, and deep red',
    ...over,
  });

describe('a selection that is kept', () => {
  it('is a line under its variety, with the plants that were chosen and whose pollen it was; undone it is as before', async () => {
    const [mother, pollen] = [await takeIn(), await takeIn({ varietyName: 'Yellow Pear' })];
    const { body } = await line(mother, { chosen: 3, ofPlants: 40, pollenCode: pollen });
    expect(body.step.summary).toContain('a line of Old Red: Old Red, early, 3 of 40 chosen, pollen from');
    const sheet = await library.lotSheet(mother);
    expect(sheet.lot).toMatchObject({ variety: 'Old Red, early', identity: 'sure' });
    const register = (await library.get(`/api/varieties/${String(body.varietyId)}`)).body;
    expect(register).toMatchObject({
      lineOf: { name: 'Old Red' },
      variety: { breeding: 'landrace', note: 'Chosen for: early, and deep red' },
    });
    const of = (await library.get(`/api/varieties/${String(register.lineOf.id)}`)).body;
    expect(of.lines).toEqual([{ id: body.varietyId, name: 'Old Red, early', lots: 1 }]);
    const net = (await library.get(`/api/lots/${mother}/descent`)).body.lots;
    expect(net.map((l: { code: string }) => l.code).sort()).toEqual([mother, pollen].sort());
    await library.done(`/api/history/${String(body.step.id)}/undo`, {});
    expect((await library.lotSheet(mother)).lot).toMatchObject({ variety: 'Old Red', generation: 0 });
    expect((await library.get(`/api/varieties/${String(body.varietyId)}`)).status).toBe(404);
  });

  it.each<[string, Record<string, unknown>, string]>([
    ['a name that is taken', { name: 'Old Red' }, 'name'],
    ['no name', { name: ' ' }, 'name'],
    ['nothing that it was chosen for', { chosenFor: '' }, 'chosenFor'],
    ['more mothers than plants', { chosen: 5, ofPlants: 4 }, 'chosen'],
    ['plants without how many of them', { ofPlants: 4 }, 'chosen'],
    ['pollen of another crop', { pollenCode: 'dill' }, 'pollenCode'],
    ['its own pollen', { pollenCode: 'own' }, 'pollenCode'],
    ['pollen of nothing', { pollenCode: 'ZZ-999Z' }, 'pollenCode'],
  ])('refuses %s, and writes nothing', async (_what, over, path) => {
    const code = await takeIn();
    const dill = await takeIn({ cropKey: 'dill', varietyName: 'Fern' });
    const pollenCode = over.pollenCode === 'dill' ? dill : over.pollenCode === 'own' ? code : over.pollenCode;
    const answer = await line(code, { ...over, ...(pollenCode === undefined ? {} : { pollenCode }) });
    expect([answer.status, answer.body.errors?.[0].path]).toEqual([400, path]);
    expect((await library.lotSheet(code)).lot.variety).toBe('Old Red');
  });

  it('never descends from itself: pollen of what was grown from it is refused', async () => {
    const mother = await takeIn();
    const { id: memberId } = await library.done('/api/members', { name: 'Orla' });
    const loan = { lotCode: mother, memberId, seeds: 10, purpose: 'save-seed', promise: 'some', dueOn: '2028-03-01', lentOn: '2027-03-14' };
    const { id: loanId } = await library.done('/api/loans', loan);
    library.today = '2027-10-20';
    const { lotCode: child } = await library.broughtHome(loanId);
    const answer = await line(mother, { pollenCode: child });
    expect(answer.body.errors[0]).toMatchObject({ path: 'pollenCode', message: expect.stringContaining('cannot descend from itself') });
  });
});
