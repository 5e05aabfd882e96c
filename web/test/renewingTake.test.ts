// @vitest-environment happy-dom
import { beforeEach, describe, expect, it } from 'vitest';
import GardensPane from '../src/renewals/GardensPane.vue';
import GrowersPane from '../src/renewals/GrowersPane.vue';
import RenewalsView from '../src/renewals/RenewalsView.vue';
import TakePane from '../src/renewals/TakePane.vue';
import { useRenewalPlan } from '../src/renewals/usePlan.ts';
import { button, errors, labelled, settled, type, words } from './desk.ts';
import { eachRenewing, page, row, step, variety } from './renewing.ts';

const desk = eachRenewing();

describe('taking the plan', () => {
  beforeEach(async () => {
    await desk.show(RenewalsView, {}, '/renewals/take');
  });

  it('lays packets ready of the rows that are left in', async () => {
    useRenewalPlan().page = page({
      varieties: [
        variety(),
        variety({ varietyId: 9, variety: 'Drover’s Tall', rows: [row({ varietyId: 9, gardenId: 4, garden: 'Far Bank', covered: false })] }),
      ],
    });
    desk.answers['POST /renewals/take'] = { taken: 1, step };
    const w = await desk.show(TakePane, {}, '/renewals/take');
    expect(words(w)).toContain('Take the plan for 2027');
    w.findAll<HTMLInputElement>('input[type=checkbox]')[1]!.element.click();
    await settled();
    button(w, 'Take 1 row').click();
    await settled();
    expect(desk.posted('/renewals/take')).toEqual({ rows: [{ varietyId: 7, gardenId: 3, season: 2027, covered: true }] });
    expect(desk.router.currentRoute.value.path).toBe('/asks');
  });

  it('names the row that cannot be, and does nothing of it', async () => {
    desk.answers['POST /renewals/take'] = {
      status: 400,
      code: 'bad-input',
      detail: 'x',
      errors: [{ path: 'rows[0].varietyId', message: 'Long White Trailer: CZ-004N is missing' }],
    };
    const w = await desk.show(TakePane, {}, '/renewals/take');
    button(w, 'Take 1 row').click();
    await settled();
    expect(errors()).toEqual(expect.arrayContaining(['Long White Trailer: CZ-004N is missing']));
    expect(words(w)).toContain('Nothing was done');
  });

  it('asks the growers first, and shows who did not answer yet', async () => {
    desk.answers['POST /renewals/asks'] = { asked: 1, step };
    const w = await desk.show(TakePane, {}, '/renewals/take');
    button(w, 'Ask 1 grower first').click();
    await settled();
    expect(desk.posted('/renewals/asks')).toEqual({ rows: [{ varietyId: 7, gardenId: 3, season: 2027, covered: true }] });
    useRenewalPlan().page = page({
      varieties: [variety({ rows: [row({ state: 'asked', rowId: 11, version: 2, askedOn: '2027-03-10' })] })],
    });
    const waiting = await desk.show(GrowersPane, {}, '/renewals/growers');
    expect(words(waiting)).toContain('Long White Trailer at Quarry Foot, Hjalma, 2027');
  });
});

it('gardens say what they have room for, and are changed there', async () => {
  await desk.show(RenewalsView, {}, '/renewals/gardens');
  desk.answers['PUT /renewals/gardens/3'] = { id: 3, step };
  const w = await desk.show(GardensPane, {}, '/renewals/gardens');
  expect(words(w)).toContain('40 plants, 3 varieties (nobody said), has saved seed of easy crops');
  expect(words(w)).toContain('not on the plan of gardens yet');
  button(w, 'Change: Quarry Foot').click();
  await settled();
  await type(labelled(w, 'Plants'), 'some');
  button(w, 'Write it down').click();
  await settled();
  expect(errors().join()).toContain('"some" is not a number');
  await type(labelled(w, 'Plants'), '60');
  await type(labelled(w, 'Varieties'), '4');
  button(w, 'Write it down').click();
  await settled();
  expect(desk.calls.find((c) => c.method === 'PUT')?.body).toEqual({
    roomPlants: 60,
    mostVarieties: 4,
    cages: 0,
    practised: 'some',
    version: 4,
  });
});
