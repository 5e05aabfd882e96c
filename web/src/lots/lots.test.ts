import { InputError } from '@esprel/core';
import { CROP_REFERENCE } from '@esprel/core/crops/reference';
import { describe, expect, it } from 'vitest';
import { workGroups } from '../today/workGroups.ts';
import { LotLines } from './lotLines.ts';
import { carriedOver, emptyIntake, intakeBody, seedsOf } from './useIntake.ts';

const tomato = CROP_REFERENCE.find((c) => c.key === 'tomato')!;
const count = (key: string, n: number) => ({ key, name: key, scientific: 'S', n });

describe('the lines of the list', () => {
  it('have a heading over the lots of each crop', () => {
    const lines = new LotLines(3, [count('kale', 2), count('onion', 1)]);
    const words = Array.from({ length: lines.length }, (_, i) => lines.at(i)).map((l) => ('crop' in l ? l.crop.name : l.lot));
    expect(words).toEqual(['kale', 0, 1, 'onion', 2]);
  });
  it('are the lots alone where they are sorted otherwise, and none where there is no lot', () => {
    const lines = new LotLines(3, []);
    expect([lines.length, lines.at(2), lines.lineOf(2)]).toEqual([3, { lot: 2 }, 2]);
    expect(new LotLines(0, []).length).toBe(0);
  });
  it('lead from every lot to its line and back, among fifty thousand', () => {
    const crops = Array.from({ length: 200 }, (_, i) => count(String(i), 1 + ((i * 37) % 499)));
    const lots = crops.reduce((n, c) => n + c.n, 0);
    const lines = new LotLines(lots, crops);
    expect(lines.length).toBe(lots + 200);
    for (let lot = 0; lot < lots; lot += 13) expect(lines.at(lines.lineOf(lot))).toEqual({ lot });
    expect(lines.at(lines.length - 1)).toEqual({ lot: lots - 1 });
  });
});

const UNITS = { massUnit: 'g', temperatureUnit: 'C', hemisphere: 'north' } as const;

describe('taking in', () => {
  const values = () => ({
    ...emptyIntake('2027-03-14'),
    variety: ' Flat dark ones ',
    crop: tomato,
    source: 'Bertil',
    year: '2025',
    amount: '2',
    amountKnown: 'weighed' as const,
    stated: '85',
  });

  it('reads a weight as seeds through the crop', () => {
    expect(seedsOf(values(), 'g')).toBe(2 * tomato.seedsPerGram);
    expect(seedsOf(values(), 'oz')).toBe(Math.round(2 * 28.349523125 * tomato.seedsPerGram));
    expect(() => seedsOf({ ...values(), crop: null }, 'g')).toThrow(InputError);
  });
  it('sends what was typed as what the server takes', () => {
    expect(intakeBody(values(), UNITS)).toMatchObject({
      varietyId: null,
      varietyName: 'Flat dark ones',
      cropKey: 'tomato',
      source: 'Bertil',
      year: 2025,
      statedGermination: 0.85,
      placeId: null,
    });
  });
  it('takes fractions, words and doubt as they are written, and keeps what is not exact as not exact', () => {
    const typed = (amount: string) => intakeBody({ ...values(), amountKnown: 'counted', amount }, UNITS);
    expect(typed('about 40')).toMatchObject({ seeds: 40, amountKnown: 'estimated' });
    expect(typed('1/8 oz')).toMatchObject({ seeds: Math.round((28.349523125 / 8) * tomato.seedsPerGram), amountKnown: 'weighed' });
    expect(typed('a pinch')).toMatchObject({ amountKnown: 'estimated' });
    expect(typed('40')).toMatchObject({ seeds: 40, amountKnown: 'counted' });
  });
  it('asks about a harvest of a year that has had none yet, and believes whoever says that it is right', () => {
    const early = { ...values(), receivedOn: '2027-03-14', year: '2027' };
    expect(() => intakeBody(early, UNITS)).toThrow(/year: nothing of 2027 is ripe yet/);
    expect(intakeBody({ ...early, yearSure: true }, UNITS)).toMatchObject({ year: 2027 });
    expect(intakeBody({ ...early, yearKind: 'packing' }, UNITS)).toMatchObject({ year: 2027, yearKind: 'packing' });
    expect(intakeBody(early, { ...UNITS, hemisphere: 'south' })).toMatchObject({ year: 2027 });
  });
  it('leaves the year out when nobody knows it', () => {
    expect(intakeBody({ ...values(), yearKind: 'unknown' }, UNITS)).toMatchObject({ year: null, yearKind: 'unknown' });
  });
  it('keeps source, year and place for the next envelope, and nothing that names this one', () => {
    const kept = carriedOver({ ...values(), placeId: 3 });
    expect(kept).toMatchObject({ source: 'Bertil', year: '2025', placeId: 3 });
    expect(kept).not.toHaveProperty('variety');
    expect(kept).not.toHaveProperty('amount');
    // The form of one envelope says nothing of the next.
    expect(kept).not.toHaveProperty('form');
  });
});

describe('today', () => {
  it('groups work by where it is done and leaves nothing out', () => {
    const kinds = ['promise', 'count', 'fate', 'quarantine', 'look', 'warm', 'tell', 'reprint'] as const;
    const items = kinds.map((kind) => ({ kind, due: '2027-03-14', title: kind, detail: '', at: '', lotCode: '', minutes: 1 }));
    const groups = workGroups(items);
    expect(groups.map((g) => g.name)).toEqual(['At the tests', 'At the trays', 'In quarantine', 'With members', 'At the labels']);
    expect(groups.flatMap((g) => g.items)).toHaveLength(kinds.length);
  });
  it('puts what cannot wait before all else, and only there', () => {
    const item = { due: '2027-03-14', title: '', detail: '', at: '', lotCode: '', minutes: 1 };
    const groups = workGroups([
      { ...item, kind: 'count' },
      { ...item, kind: 'sow', urgent: true },
      { ...item, kind: 'sow' },
    ]);
    expect(groups.map((g) => [g.name, g.items.length])).toEqual([
      ['At once', 1],
      ['At the tests', 1],
      ['To sow', 1],
    ]);
  });
});
