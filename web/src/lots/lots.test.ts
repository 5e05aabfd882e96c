import { InputError } from '@esprel/core';
import { CROP_REFERENCE } from '@esprel/core/crops/reference';
import { describe, expect, it } from 'vitest';
import { workGroups } from '../today/workGroups.ts';
import { lotItems, neighbour } from './lotItems.ts';
import type { ListedLot } from '../answers/lots.ts';
import { carriedOver, emptyIntake, intakeBody, seedsOf } from './useIntake.ts';

const tomato = CROP_REFERENCE.find((c) => c.key === 'tomato')!;
const listed = (code: string, cropKey: string): ListedLot => ({ code, cropKey, crop: cropKey, scientific: 'S' }) as ListedLot;

describe('the list', () => {
  const lots = [listed('A', 'kale'), listed('B', 'kale'), listed('C', 'onion')];
  it('has a heading wherever the crop changes', () => {
    expect(lotItems(lots, true, { 'all@kale': 9 }).map((i) => (i.kind === 'crop' ? `${i.name} ${String(i.n)}` : i.lot.code))).toEqual([
      'kale 9',
      'A',
      'B',
      'onion null',
      'C',
    ]);
    expect(lotItems(lots, false, null)).toHaveLength(3);
  });
  it('is walked past the headings, and ends at its ends', () => {
    const items = lotItems(lots, true, null);
    expect(neighbour(items, 'B', 1)).toBe('C');
    expect(neighbour(items, 'C', 1)).toBe('C');
    expect(neighbour(items, 'A', -1)).toBe('A');
    expect(neighbour(items, null, 1)).toBe('A');
    expect(neighbour([], 'A', 1)).toBeNull();
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
