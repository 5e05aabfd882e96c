import { InputError } from '@esprel/core';
import { describe, expect, it } from 'vitest';
import { bandLayout } from './bandLayout.ts';
import { aliveWords, amount, dueWords, longDay, shortDay, temperature, toCelsius } from '../base/format.ts';
import { ScanBuffer } from '../base/scanBuffer.ts';
import { gather, numberOf, shareOf } from '../base/useForm.ts';

describe('dates and numbers as people read them', () => {
  it('follow the library’s order and leave out the year of today', () => {
    expect(shortDay('2027-03-14', 'day-month', '2027-05-01')).toBe('Sun 14 Mar');
    expect(shortDay('2027-03-14', 'month-day', '2027-05-01')).toBe('Sun Mar 14');
    expect(shortDay('2024-02-29', 'day-month', '2027-05-01')).toBe('29 Feb 2024');
    expect(longDay('2027-03-14')).toBe('Sunday 14 March 2027');
    expect(longDay('1969-12-31')).toBe('Wednesday 31 December 1969');
  });
  it('say how late a thing is', () => {
    expect(['2027-03-12', '2027-03-13', '2027-03-14', '2027-03-15', '2027-03-20'].map((d) => dueWords(d, '2027-03-14'))).toEqual([
      '2 days late',
      '1 day late',
      'today',
      'tomorrow',
      'in 6 days',
    ]);
  });
  it('give shares as whole percents and warmth in the unit that is set', () => {
    expect(aliveWords({ median: 0.824, low: 0.737, high: 0.88 })).toBe('82 % alive (74 to 88)');
    expect(temperature(25, 'F')).toBe('77 °F');
    expect(toCelsius(77, 'F')).toBe(25);
    expect(amount(12_345, 'estimated')).toBe('~12 345');
  });
});

describe('numbers typed into fields', () => {
  it('are read with a decimal comma and with spaces', () => {
    expect(numberOf('x', '1,5')).toBe(1.5);
    expect(numberOf('x', ' 1 200 ')).toBe(1200);
    expect(numberOf('x', '')).toBeNull();
    expect(shareOf('x', '85 %')).toBe(0.85);
  });
  it.each(['twelve', '1.200.000', '12x', '--3', '1e3', 'NaN', '1,200', '0x1f'])('refuses %s', (text) => {
    expect(() => numberOf('seeds', text)).toThrow(InputError);
  });
  it('name every wrong field at once', () => {
    try {
      gather({ a: () => numberOf('seeds', 'x'), b: () => 1, c: () => shareOf('stated', '120') });
      expect.unreachable();
    } catch (error) {
      expect((error as InputError).errors.map((e) => e.path)).toEqual(['seeds', 'stated']);
    }
  });
});

describe('the scanner', () => {
  const type = (text: string, gap: number): ReturnType<ScanBuffer['push']>[] => {
    const scan = new ScanBuffer();
    let at = 1000;
    return [...text, 'Enter'].map((key) => scan.push({ key: key === '⏎' ? 'Enter' : key, at: (at += gap) }));
  };
  const code = 'TM-001C';

  it('is not fooled by a fast hand that goes from field to field', () => {
    const scan = new ScanBuffer();
    const keys = ['T', 'M', '-', '0', '0', 'Tab', '1', 'C', 'Enter'];
    expect(keys.map((key, i) => scan.push({ key, at: i * 10 })).every((x) => x === null)).toBe(true);
    // Shift is part of what a scanner sends.
    const shifted = ['Shift', 'T', 'Shift', 'M', '-', '0', '0', '1', 'Shift', 'V', 'Enter'];
    const again = new ScanBuffer();
    expect(shifted.map((key, i) => again.push({ key, at: i * 10 })).at(-1)).toEqual({ kind: 'code', code: 'TM-001V' });
  });
  it('knows a code in a fast burst ended by Enter', () => {
    const found = type(code, 8).at(-1);
    // Whatever the check letter, a burst of this shape is a code or a misread one, never a row of shortcuts.
    expect(found).toMatchObject({ kind: expect.stringMatching(/code|misread/) });
  });
  it('leaves fingers alone', () => {
    expect(type(code, 120).at(-1)).toBeNull();
    expect(type('tomato seedlings', 8).at(-1)).toBeNull();
    expect(type('12', 8).at(-1)).toBeNull();
  });
});

describe('the year band', () => {
  const data = {
    from: '2027-01-01',
    to: '2028-04-01',
    risk: [
      { day: '2027-01-01', risk: 1 },
      { day: '2027-06-01', risk: 0 },
    ],
    lastFrost: '2027-04-27',
    marks: [] as { kind: string; due: string; n: number }[],
  };
  it('gathers the work of one week and kind in one mark', () => {
    const marks = [1, 2, 3].map((i) => ({ kind: 'count', due: `2027-03-1${String(i)}`, n: 1 }));
    const layout = bandLayout({ ...data, marks: [...marks, { kind: 'promise', due: '2027-03-11', n: 2 }] }, '2027-03-14', 1280, 62);
    expect(layout.marks.map((m) => [m.kind, m.n])).toEqual([
      ['count', 3],
      ['promise', 2],
    ]);
    expect(layout.months[0]).toMatchObject({ x: 0, label: 'Jan 2027' });
  });
  it('draws no NaN without work or frost, however narrow', () => {
    for (const width of [0, 320, 4000])
      expect(JSON.stringify(bandLayout({ ...data, risk: [] }, '2027-03-14', width, 62))).not.toMatch(/NaN/);
    expect(bandLayout(data, '2027-03-14', 320, 62).months[1]?.label).toBe('F');
  });
});
