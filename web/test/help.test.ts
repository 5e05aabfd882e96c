// @vitest-environment happy-dom
import { existsSync } from 'node:fs';
import { GLOSSARY_KEYS } from '@esprel/core';
import { describe, expect, it } from 'vitest';
import { router } from '../src/app/router.ts';
import { HOW_TOS, howToOf } from '../src/help/howTo.ts';
import { KEYS } from '../src/help/keys.ts';

describe('the help', () => {
  it('has a how-to of its own for the pages that people ask about', () => {
    const asked = {
      '/today': 'today',
      '/begin': 'begin',
      '/lots': 'lots',
      '/lots/TM-001C': 'lots',
      '/lots/take-in': 'take-in',
      '/lots/TM-001C/lend': 'lend',
      '/table/lend': 'lend',
      '/labels': 'labels',
      '/labels/printer': 'printer',
      '/tests': 'tests',
      '/tests/12': 'count',
      '/tests/round': 'round',
      '/tests/rounds/3': 'round',
      '/sowing/trays/4': 'tray',
      '/members/3/coming-home': 'coming-home',
      '/members/3': 'members',
      '/renewals/variety/9': 'renewals',
      '/library/places/2': 'places',
      '/library/people': 'library',
    };
    for (const [path, id] of Object.entries(asked)) expect(howToOf(path).id, path).toBe(id);
  });

  it('shows a picture, words and keys that exist, of a page that exists', () => {
    for (const h of HOW_TOS) {
      expect(existsSync(`web/public/help/${h.id}.jpg`), `picture of ${h.id}: npm run shots help`).toBe(true);
      for (const w of h.words) expect(GLOSSARY_KEYS, h.id).toContain(w);
      for (const k of h.keys)
        expect(
          KEYS.map((key) => key.key as string),
          h.id,
        ).toContain(k);
      const path =
        h.demo
          .split('?')[0]
          ?.replace(/OPENTEST|LAIDOUT|MEMBER|RENEWED|VARIETY/g, '1')
          .replace('PATCH', 'loan-1') ?? '';
      expect(router.resolve(path).meta.title, h.demo).not.toBe('Nothing here');
      expect(howToOf(path).id, h.demo).toBe(h.id);
      expect(h.steps.length, h.id).toBeGreaterThan(1);
    }
  });
});
