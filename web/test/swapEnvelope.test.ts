import type { InputError } from '@esprel/core';
import { describe, expect, it } from 'vitest';
import { cautionsOfLine, cropOfLine, DeskCrops, emptyEnvelope, envelopeSaid } from '../src/swapDesk/envelope.ts';
import { copyOf } from './swapDesk.ts';

const crops = new DeskCrops(copyOf().crops, []);
const none = new Map<string, string>();
const tomato = crops.byKey.get('tomato')!;
const line = (over: object = {}) => ({ ...emptyEnvelope(), name: 'Tollgate Red', seeds: 'about 20', year: '2026', ...over });
const wrongIn = (what: () => unknown): string[] => {
  try {
    what();
    return [];
  } catch (error) {
    return (error as InputError).errors.map((e) => e.path);
  }
};

describe('the crop of an envelope', () => {
  it('is what was typed, what the variety is known as, or what its name says', () => {
    expect(cropOfLine(line({ crop: 'tomatoes' }), crops, none)?.key).toBe('tomato');
    expect(cropOfLine(line(), crops, new Map([['tollgate red', 'lettuce']]))?.key).toBe('lettuce');
    expect(cropOfLine(line({ name: 'speckled butter lettuce' }), crops, none)?.key).toBe('lettuce');
    expect(cropOfLine(line(), crops, none)).toBeNull();
    expect(cropOfLine(line({ crop: 'zzzz' }), crops, none)).toBeNull();
  });
});

describe('an envelope as it is said', () => {
  it('takes half of what is known in words', () => {
    expect(envelopeSaid(line({ packets: '3', saved: true }), tomato, false)).toMatchObject({
      name: 'Tollgate Red',
      cropKey: 'tomato',
      yearKind: 'harvest',
      year: 2026,
      packets: 3,
      seedsEach: 20,
      amountKnown: 'estimated',
      saved: true,
    });
    expect(envelopeSaid(line({ seeds: '2 g', year: 'packed 2025' }), tomato, false)).toMatchObject({
      seedsEach: 700,
      amountKnown: 'weighed',
      yearKind: 'packing',
      year: 2025,
    });
    expect(envelopeSaid(line({ year: '?', treated: true }), tomato, false)).toMatchObject({
      yearKind: 'unknown',
      year: null,
      form: 'treated',
    });
  });

  it('may have no name, and then no crop either', () => {
    expect(envelopeSaid(line({ name: '', seeds: '12' }), null, true)).toMatchObject({ name: null, cropKey: null, seedsEach: 12 });
    expect(wrongIn(() => envelopeSaid(line({ name: '', seeds: '2 g' }), null, true))).toEqual(['seeds']);
    expect(wrongIn(() => envelopeSaid(line({ name: '', crop: 'zzzz' }), null, true))).toEqual(['crop']);
  });

  it('names every field that says nothing', () => {
    expect(wrongIn(() => envelopeSaid(line({ name: ' ', seeds: '', packets: '0', year: '26' }), null, false))).toEqual([
      'name',
      'crop',
      'year',
      'packets',
      'seeds',
    ]);
  });
});

describe('what is said at the desk of what comes in', () => {
  it('is what hurts, what is wet, and what the library does not lend', () => {
    expect(cautionsOfLine(line(), tomato, [])).toEqual(['Parts of the plant are poisonous; keep from children and animals']);
    const ruled = [{ id: 1, cropKey: null, name: 'Tollgate', rule: 'do-not-lend' as const, why: 'sold by its breeder' }];
    expect(cautionsOfLine(line({ wet: true, treated: true }), tomato, ruled).map((c) => c.split(/[:;]/)[0])).toEqual([
      'Wet',
      expect.stringContaining('Treated'),
      'Parts of the plant are poisonous',
      'On the library’s list',
    ]);
  });
});
