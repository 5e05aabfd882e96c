import type { LineLook } from '@esprel/core/api';
import { describe, expect, it } from 'vitest';
import { emptyLine, guessWords, lineBody, nextLine, type RunValues, yearNotRipe } from './runLine.ts';

const tomato: LineLook = {
  crop: { key: 'tomato', name: 'Tomato', scientific: 'Solanum lycopersicum', seedsPerGram: 300, by: 'word' },
  choices: [],
  known: null,
  near: [],
  cautions: [],
};
const line = (over: Partial<RunValues> = {}): RunValues => ({
  ...emptyLine('2027-03-14'),
  source: 'Swap',
  variety: 'flat red ones',
  amount: '40',
  ...over,
});

describe('a line of the run', () => {
  it('takes half-knowledge as people write it', () => {
    expect(lineBody(line({ amount: 'about 40', year: '?' }), tomato, 'north')).toMatchObject({
      varietyName: 'flat red ones',
      cropKey: 'tomato',
      seeds: 40,
      amountKnown: 'estimated',
      yearKind: 'unknown',
      year: null,
    });
    expect(lineBody(line({ amount: '2 g', year: 'packed 2026' }), tomato, 'north')).toMatchObject({
      seeds: 600,
      amountKnown: 'weighed',
      yearKind: 'packing',
      year: 2026,
    });
  });
  it('goes under the variety that is known, or that was said to be the same', () => {
    const known = { ...tomato, known: { id: 7, name: 'Flat Red', cropKey: 'tomato', crop: 'Tomato', lots: 2 } };
    expect(lineBody(line(), known, 'north')).toMatchObject({ varietyId: 7, varietyName: null, cropKey: null });
    expect(lineBody(line({ sameAs: 9 }), tomato, 'north')).toMatchObject({ varietyId: 9, varietyName: null });
  });
  it('asks about a harvest of a year that has had none yet, and believes whoever says that it is right', () => {
    const early = line({ year: '2027' });
    expect(() => lineBody(early, tomato, 'north')).toThrow(/year: nothing of 2027 is ripe yet/);
    expect(lineBody({ ...early, yearSure: true }, tomato, 'north')).toMatchObject({ year: 2027, yearKind: 'harvest' });
    expect(lineBody({ ...early, year: 'packed 2027' }, tomato, 'north')).toMatchObject({ year: 2027, yearKind: 'packing' });
    expect(lineBody(early, tomato, 'south')).toMatchObject({ year: 2027 });
    expect([yearNotRipe(early, 'north'), yearNotRipe(line({ year: '2026' }), 'north'), yearNotRipe(line({ year: '24' }), 'north')]).toEqual(
      ['2027', null, null],
    );
  });
  it('names every field that cannot be read', () => {
    const read =
      (over: Partial<RunValues>, look: LineLook | null = tomato) =>
      () =>
        lineBody(line(over), look, 'north');
    expect(read({ amount: 'many', year: '24' })).toThrow(/year.*seeds|seeds.*year/);
    expect(read({ amount: '' })).toThrow(/about 40/);
    expect(read({ amount: '2 g' }, null)).toThrow(/choose the crop/);
    expect(read({ amount: '0.001 g' })).toThrow(/less than one seed/);
  });
  it('carries on where it came from, when, where to and the year, and nothing that names the envelope', () => {
    const next = nextLine(line({ placeId: 3, year: '2025', note: 'torn' }));
    expect(next).toEqual({ source: 'Swap', acquisition: 'donated', receivedOn: '2027-03-14', placeId: 3, year: '2025', yearSure: false });
  });
  it('says how it came by the crop', () => {
    expect(guessWords(tomato)).toBe('Tomato, going by the name');
    expect(guessWords(null)).toBe('');
  });
});
