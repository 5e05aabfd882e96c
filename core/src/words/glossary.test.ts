import { describe, expect, it } from 'vitest';
import { GLOSSARY, GLOSSARY_KEYS } from './glossary.ts';

describe('the glossary', () => {
  it('explains every word that it sends a reader on to', () => {
    for (const key of GLOSSARY_KEYS) for (const other of GLOSSARY[key].see) expect(GLOSSARY_KEYS, `${key} sees ${other}`).toContain(other);
  });

  it('is short: what somebody reads who stands at a table with damp hands', () => {
    for (const key of GLOSSARY_KEYS) {
      const { is, so } = GLOSSARY[key];
      const words = `${is} ${so ?? ''}`.trim().split(/\s+/).length;
      expect(words, key).toBeLessThanOrEqual(50);
      for (const sentence of `${is} ${so ?? ''}`.trim().split(/(?<=\.)\s+/)) {
        expect(sentence.split(/\s+/).length, `${key}: ${sentence}`).toBeLessThanOrEqual(28);
      }
    }
  });

  it('does not explain a word by itself alone', () => {
    for (const key of GLOSSARY_KEYS) expect(GLOSSARY[key].see as readonly string[], key).not.toContain(key);
  });
});
