import { describe, expect, it } from 'vitest';
import { beyondReasonWords, cellsAdvised, cellsAdviceWords, type CellsAdviceInput, isBeyondReason } from './cellsAdvice.ts';
import { CROP_REFERENCE } from '../crops/reference.ts';
import { howToSow } from './howToSow.ts';
import { seedsPerCell } from './seedsPerCell.ts';

interface Situation {
  readonly crop: string;
  readonly alive: number;
  readonly there: number;
  readonly plants: number;
  readonly pelleted?: boolean;
}
function situation({ crop: key, alive, there, plants, pelleted = false }: Situation): CellsAdviceInput {
  const crop = CROP_REFERENCE.find((c) => c.key === key)!;
  const table = seedsPerCell({
    viability: { share: alive },
    emergence: 0.8,
    plants,
    certainty: 0.9,
    available: there,
    traySpread: 30,
    maxPerCell: Math.max(5, crop.clumpSeeds),
  });
  return { ...table, plants, available: there, crop, how: howToSow(crop, { pelleted }) };
}

describe('how cells are filled', () => {
  it('puts all of old, small seed that bears moving into one pot, when most cells would stay empty', () => {
    const old = situation({ crop: 'tomato', alive: 0.2, there: 30, plants: 20 });
    expect(cellsAdvised(old)).toEqual({ onePot: true, perCell: 30, cells: 1 });
    expect(cellsAdviceWords(old)).toBe(
      'There are 30 seeds, too few to be sure of 20 plants, and most cells would stay empty. Sow all of it in one pot and prick out what comes: about 5.',
    );
  });

  it('never says so of what is large, hard to move, or alive enough', () => {
    for (const s of [
      { crop: 'runner-bean', alive: 0.2, there: 30, plants: 20 },
      { crop: 'parsnip', alive: 0.2, there: 30, plants: 20 },
      { crop: 'tomato', alive: 0.9, there: 12, plants: 10 },
    ]) {
      const words = cellsAdviceWords(situation(s));
      expect(words, s.crop).not.toContain('one pot');
      expect(words, s.crop).toContain(`Put 1 in each of ${String(s.there)} cells`);
    }
  });

  it('sets pellets singly, whatever the size of the seed inside', () => {
    const dust = situation({ crop: 'lobelia', alive: 0.7, there: 200, plants: 20, pelleted: true });
    expect(cellsAdvised(dust)).toMatchObject({ onePot: false, perCell: 1 });
    expect(cellsAdviceWords(dust)).toContain('one pellet a place');
    expect(situation({ crop: 'lobelia', alive: 0.7, there: 200, plants: 20 }).how.style).toBe('clump');
  });

  it('says clusters of what comes as clusters, and what they send up', () => {
    const words = cellsAdviceWords(situation({ crop: 'beetroot', alive: 0.9, there: 100, plants: 10 }));
    expect(words).toMatch(/of 100 clusters/);
    expect(words).toContain('about two seedlings');
  });

  it('leaves out rows with more than ten times the plants wanted as cells, and says why', () => {
    const dead = situation({ crop: 'tomato', alive: 0.02, there: 4000, plants: 10 });
    expect(dead.options.filter((o) => isBeyondReason(o, 10)).map((o) => o.seedsPerCell)).toContain(1);
    expect(beyondReasonWords(dead.options, 10)).toContain('more than 10 cells for each plant');
    expect(beyondReasonWords(situation({ crop: 'tomato', alive: 0.9, there: 50, plants: 10 }).options, 10)).toBeNull();
  });

  it('speaks of one seed and of none as people do', () => {
    expect(cellsAdviceWords(situation({ crop: 'tomato', alive: 0.9, there: 0, plants: 1 }))).toBe('No seed is left for it.');
    expect(cellsAdviceWords(situation({ crop: 'tomato', alive: 0.9, there: 1, plants: 1 }))).toContain('There is 1 seed');
    expect(cellsAdviceWords(situation({ crop: 'tomato', alive: 0.9, there: 1, plants: 1 }))).toContain('each of 1 cell:');
  });
});
