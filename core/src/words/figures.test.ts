import { describe, expect, it } from 'vitest';
import { amountInSeeds, readAmount, readNumber, readRange, usualPacket } from './figures.ts';

describe('numbers as people write them', () => {
  it.each([
    ['1/4', 0.25],
    ['1 1/2', 1.5],
    ['1½', 1.5],
    ['⅛', 0.125],
    ['2-3/8', 2.375],
    ['0,5', 0.5],
    ['1.250', 1.25],
    ['1/0', null],
    ['half', null],
    ['9'.repeat(400), null],
  ])('%s', (text, expected) => {
    expect(readNumber(text)).toBe(expected);
  });

  it.each([
    ['6', 6, 6, false],
    ['6 to 8', 6, 8, false],
    ['6-8', 6, 8, false],
    ['70–75', 70, 75, false],
    ['1/4 to 1/2', 0.25, 0.5, false],
    ['¼–½', 0.25, 0.5, false],
    ['about 100', 100, 100, true],
    ['100?', 100, 100, true],
    ['~ 6 to 8', 6, 8, true],
    ['-4 to -2', -4, -2, false],
  ])('range %s', (text, min, max, rough) => {
    expect(readRange('days', text)).toEqual({ min, max, rough });
  });
  it('names the field of a range that is none, and of one that ends before it starts', () => {
    expect(() => readRange('days', 'soon')).toThrow(/days/);
    expect(() => readRange('days', '8 to 6')).toThrow(/write 6 to 8/);
    expect(readRange('days', ' ')).toBeNull();
  });
});

describe('amounts of seed', () => {
  const seeds = (n: number, rough = false) => ({ seeds: n, grams: null, packets: null, rough });
  const grams = (n: number, rough = false) => ({ seeds: null, grams: n, packets: null, rough });
  it.each([
    ['120', seeds(120)],
    ['1,200 seeds', seeds(1200)],
    ['ca. 200', seeds(200, true)],
    ['50?', seeds(50, true)],
    ['about 100', seeds(100, true)],
    ['150 to 200', seeds(175, true)],
    ['12 clusters', seeds(12)],
    ['12 g', grams(12)],
    ['25g', grams(25)],
    ['1.250 g', grams(1.25)],
    ['0,5 oz', grams(14.1747615625)],
    ['1/8 oz', grams(28.349523125 / 8)],
    ['1 1/2 g', grams(1.5)],
    ['a pinch', grams(0.1, true)],
    ['Dust', grams(0.01, true)],
    ['half a packet', { seeds: null, grams: null, packets: 0.5, rough: true }],
    ['2 packets', { seeds: null, grams: null, packets: 2, rough: true }],
  ])('%s', (text, expected) => {
    expect(readAmount('seeds', text, 'seeds')).toEqual(expected);
  });
  it.each(['a handful', '-3', '0', '2.5', '12 kg', '3 to 1'])('refuses %s', (text) => {
    expect(() => readAmount('seeds', text, 'seeds')).toThrow(/seeds/);
  });
  it.each(['', '?', ' - ', 'unknown', 'n/a'])('%s says nothing', (text) => {
    expect(readAmount('seeds', text, 'seeds')).toBeNull();
  });

  it('what is not exact stays not exact, and a weight has the doubt of the crop’s usual weight', () => {
    const of = (text: string) => amountInSeeds('seeds', readAmount('seeds', text, 'seeds')!, 300);
    expect(of('40')).toEqual({ seeds: 40, known: 'counted', low: 40, high: 40 });
    expect(of('about 40').known).toBe('estimated');
    expect(of('2 g')).toEqual({ seeds: 600, known: 'weighed', low: 461, high: 780 });
    expect(of('about 2 g').known).toBe('estimated');
    expect(of('half a packet')).toMatchObject({ seeds: 50, known: 'estimated' });
    expect(of('dust')).toMatchObject({ seeds: 3, known: 'estimated' });
    expect(() => of('0.001 g')).toThrow(/less than one seed/);
    expect(usualPacket(2)).toBeLessThan(usualPacket(20_000));
  });
});
