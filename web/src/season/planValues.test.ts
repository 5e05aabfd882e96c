import { InputError } from '@esprel/core';
import type { PlannedSheetData, UsualPlan } from '@esprel/core/api';
import { describe, expect, it } from 'vitest';
import { noPlan, ofPlanned, ofUsual, planBody } from './planValues.ts';

const usual: UsualPlan = {
  variety: 'Tollgate Red',
  crop: 'Tomato',
  gardenId: null,
  purpose: 'beds',
  reserve: 0,
  lotCode: 'TM-001C',
  way: 'start',
  method: 'heated-cells',
  trayKindId: 3,
  benchId: 1,
  plants: 10,
  seedsPerCell: 2,
  cells: 11,
  sowOn: '2027-03-16',
  plantOutOn: '2027-05-18',
};
const planned = {
  version: 4,
  plants: 7,
  purpose: 'order',
  memberId: 9,
  member: 'Sunniva',
  way: 'start',
  method: 'cells',
  trayKindId: 3,
  benchId: 1,
  growBenchId: 2,
  gardenId: null,
  personId: 5,
  seedsPerCell: 2,
  cells: 8,
  reserve: 12,
  sowOn: '2027-03-16',
  plantOutOn: null,
  note: 'under the lid',
} as PlannedSheetData['planned'];

describe('the fields of a plan', () => {
  it('hold the usual plan of a lot, and send it as it is', () => {
    expect(planBody({ ...noPlan(), ...ofUsual(usual) })).toEqual({
      plants: 10,
      seedsPerCell: 2,
      cells: 11,
      reserve: 0,
      purpose: 'beds',
      memberId: null,
      way: 'start',
      method: 'heated-cells',
      trayKindId: 3,
      benchId: 1,
      growBenchId: null,
      gardenId: null,
      personId: null,
      sowOn: '2027-03-16',
      plantOutOn: '2027-05-18',
      note: null,
    });
  });

  it('of a plan that is changed lose nothing of it', () => {
    const { version, member, ...rest } = planned;
    const values = ofPlanned(planned);
    expect([values.version, values.member]).toEqual([version, { id: 9, name: member }]);
    expect(planBody(values)).toEqual(rest);
  });

  it('send no tray, place or day of planting out for the open ground, and no member but for an order', () => {
    const values = { ...ofPlanned(planned), plantOutOn: '2027-05-18', purpose: 'sale' as const, method: 'open-ground' as const };
    expect(planBody(values)).toMatchObject({ trayKindId: null, benchId: null, growBenchId: null, plantOutOn: null, memberId: null });
    // A name that was typed and not chosen is nobody yet.
    expect(planBody({ ...values, purpose: 'order', member: 'Sunn' })).toMatchObject({ memberId: null });
  });

  it('name every number that is none, at once', () => {
    const wrong = (): object => planBody({ ...noPlan(), ...ofUsual(usual), plants: 'ten', cells: 'a dozen', reserve: '' });
    expect(wrong).toThrow(InputError);
    try {
      wrong();
    } catch (error) {
      expect((error as InputError).errors.map((e) => e.path)).toEqual(['plants', 'cells']);
    }
  });
});
