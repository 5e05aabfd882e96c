import { describe, expect, it } from 'vitest';
import { note, day, filled, list, need, number, oneOf, openShare, seeds, shape, text, whole } from '../checks/fields.ts';
import { countForm, intakeForm, lotEditForm, putAwayForm, settingsForm } from './forms.ts';
import { parse } from '../checks/parse.ts';
import { InputError } from '../errors.ts';

function errors(run: () => unknown): Record<string, string> {
  try {
    run();
  } catch (error) {
    if (error instanceof InputError) return Object.fromEntries(error.errors.map((e) => [e.path, e.message]));
    throw error;
  }
  return {};
}

const form = shape({
  name: filled(10, 'give a name'),
  n: need(whole({ min: 1, max: 5 })),
  x: number({ above: 0, below: 1 }),
  on: day(),
  kind: oneOf(['a', 'b'] as const),
  rows: list(shape({ seeds: need(seeds(1)), share: openShare() }), 3, 1),
});
const good = { name: 'x', n: 1, rows: [{ seeds: 5 }] };

describe('schemas', () => {
  it('take what fits and convert nothing', () => {
    expect(parse(form, good)).toEqual(good);
    expect(Object.keys(errors(() => parse(form, { ...good, n: '1', x: '0.5', on: 20270314 })))).toEqual(
      expect.arrayContaining(['n', 'x', 'on']),
    );
  });

  it.each([
    ['a blank name', { name: '   ' }, 'name', 'give a name'],
    ['a long name', { name: 'x'.repeat(11) }, 'name', 'too long'],
    ['a bell in the name', { name: 'x\u0007' }, 'name', 'cannot be printed'],
    ['a fraction', { n: 1.5 }, 'n', 'whole number, 1 or more and 5 at most'],
    ['an open end', { x: 1 }, 'x', 'above 0 and below 1'],
    ['not a number', { x: Number.NaN }, 'x', 'must be a number'],
    ['a day that is none', { on: '2027-02-29' }, 'on', 'exists'],
    ['a word that is none', { kind: 'c' }, 'kind', 'one of: a, b'],
    ['no rows', { rows: [] }, 'rows', 'at least one'],
    ['too many rows', { rows: Array.from({ length: 4 }, () => ({ seeds: 1 })) }, 'rows', '3 at most'],
    ['a wrong row', { rows: [{ seeds: 1 }, { seeds: 0 }] }, 'rows[1].seeds', '1 or more'],
    ['a row that is no row', { rows: [7] }, 'rows[0]', 'must be an object'],
    ['a field of Object itself', { constructor: 1 }, 'constructor', 'not a field here'],
  ])('%s', (_name, over, path, says) => {
    expect(errors(() => parse(form, { ...good, ...over }))[path]).toContain(says);
  });

  it.each([null, undefined, 7, 'text', [], true])('%s is no object', (body) => {
    expect(errors(() => parse(form, body))).toEqual({ '': 'send a JSON object' });
  });

  it('allow line breaks in notes and any script everywhere, and a name is one line that can be printed', () => {
    expect(parse(shape({ note: note() }), { note: 'zwei\nZeilen, 豆, ё\tok' })).toBeTruthy();
    expect(parse(shape({ name: text(50) }), { name: 'Zeile, 豆, ё, 👩‍🌾' })).toBeTruthy();
    for (const name of ['two\nlines', 'a\ttab', 'a\u2028b', 'a\uFFFEb', 'a\u0007b', 'half \uD83C'])
      expect(() => parse(shape({ name: text(50) }), { name }), JSON.stringify(name)).toThrow();
    expect(() => parse(shape({ note: note() }), { note: 'a\uFFFEb' })).toThrow();
  });
});

describe('the forms', () => {
  it('let what is not known be null or left out', () => {
    const body = {
      source: 'x',
      acquisition: 'donated',
      yearKind: 'unknown',
      form: 'raw',
      seeds: 1,
      amountKnown: 'counted',
      receivedOn: '2027-01-01',
    };
    expect(parse(intakeForm, { ...body, year: null, placeId: null, statedGermination: null })).toBeTruthy();
    expect(parse(intakeForm, body)).toBeTruthy();
  });

  it('need a version wherever a record is changed', () => {
    expect(errors(() => parse(lotEditForm, { floor: 3 }))).toEqual({ version: 'is needed' });
    expect(errors(() => parse(countForm, { replicate: 1, countedOn: '2027-01-01', marks: [] }))).toEqual({ version: 'is needed' });
  });

  it('name the row of a list and the frost day that is no month and day', () => {
    expect(errors(() => parse(putAwayForm, { lots: [{ lotCode: 'A', left: -1 }] }))).toHaveProperty(['lots[0].left']);
    expect(errors(() => parse(settingsForm, { lastFrost: 'April' }))['lastFrost']).toContain('04-27');
  });
});
