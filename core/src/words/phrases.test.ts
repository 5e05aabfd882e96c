import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { describe, expect, it } from 'vitest';

const ROOT = join(import.meta.dirname, '../../..');
const UNITS = 'seeds|cells|clusters|plants|days|weeks|lots|bags|packets|pots|sowings';

/** Source files that make what people read. */
function sources(): string[] {
  return ['core/src', 'server/src', 'web/src'].flatMap((dir) =>
    readdirSync(join(ROOT, dir), { recursive: true, encoding: 'utf8' })
      .filter((f) => /\.(ts|vue)$/.test(f) && !f.endsWith('.test.ts'))
      .map((f) => join(ROOT, dir, f)),
  );
}

/** Numbers that are never one: constants above it, decimals, words, and both ends of a range. */
const NEVER_ONE = /toFixed|numberWords|span\(|\bto \$\{|\? '|MOST_|Math\.round\(summary/;

describe('phrases with numbers', () => {
  it('are made by the one place that knows one from many, so that nobody reads "1 cells"', () => {
    const loose = new RegExp(
      `(\\$\\{(?!plural|span|format|numberWords)[^{}\`]*\\}|\\{\\{ (?!plural|span|format)[^{}]*\\}\\}) (${UNITS})\\b`,
      'g',
    );
    const found = sources().flatMap((file) =>
      [...readFileSync(file, 'utf8').matchAll(loose)]
        .map((m) => m[0])
        .filter((text) => !NEVER_ONE.test(text))
        .map((text) => `${file.slice(ROOT.length + 1)}: ${text}`),
    );
    expect(found).toEqual([]);
  });
});
