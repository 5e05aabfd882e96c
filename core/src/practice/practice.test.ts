import { describe, expect, it } from 'vitest';
import { CROP_REFERENCE } from '../crops/reference.ts';
import type { Crop } from '../crops/crop.ts';
import type { SeedKind } from '../germination/marks.ts';
import { comparePapers, judgePaper } from './judge.ts';
import { layPracticePaper, LOOK_KINDS, type PracticePaper, randomOf, SEED_LOOKS, seedShape } from './paper.ts';

const crop = (key: string): Crop => CROP_REFERENCE.find((c) => c.key === key) as Crop;
const truth = (paper: PracticePaper): Map<number, SeedKind> => new Map(paper.seeds.map((s) => [s.position, LOOK_KINDS[s.look]]));

describe('a practice paper', () => {
  it('is the same from the same numbers, and another from others', () => {
    const lay = (seed: number): PracticePaper => layPracticePaper(crop('climbing-bean'), 50, randomOf(seed));
    expect(lay(7)).toEqual(lay(7));
    expect(lay(7)).not.toEqual(lay(8));
    for (const start of [0, -3, 2_147_483_647, 1.5]) {
      const random = randomOf(start);
      for (let i = 0; i < 100; i++) {
        const n = random();
        expect(n).toBeGreaterThanOrEqual(0);
        expect(n).toBeLessThan(1);
      }
    }
  });

  it('has hard seed where the crop has it, and in time everything that is to be learned', () => {
    const looks = (key: string): Set<string> => {
      const random = randomOf(3);
      return new Set(Array.from({ length: 30 }, () => layPracticePaper(crop(key), 100, random).seeds.map((s) => s.look)).flat());
    };
    expect(looks('climbing-bean')).toEqual(new Set(SEED_LOOKS));
    expect(looks('tomato').has('hard')).toBe(false);
  });

  it('is drawn by family, with a pea among the beans for what it is', () => {
    expect(['climbing-bean', 'pea', 'onion', 'tomato', 'carrot', 'wheat'].map((k) => seedShape(crop(k)))).toEqual([
      'kidney',
      'ball',
      'wedge',
      'disc',
      'ridged',
      'grain',
    ]);
  });

  it('refuses a number of seeds that is no paper', () => {
    for (const n of [0, 9, 101, 12.5, NaN]) expect(() => layPracticePaper(crop('pea'), n, randomOf(1))).toThrow('seeds');
  });
});

describe('what was seen', () => {
  const paper = layPracticePaper(crop('climbing-bean'), 50, randomOf(11));

  it('is all right when it is all right', () => {
    const judged = judgePaper(paper, truth(paper));
    expect([judged.right, judged.mistakes]).toEqual([50, []]);
    expect(judged.saidAlive).toBe(judged.alive);
  });

  it('puts first what makes a lot look more or less alive than it is, and says how to tell', () => {
    const said = truth(paper);
    // All hard seed taken for fresh (both alive), one abnormal seedling taken for a sound one.
    for (const [position, kind] of said) if (kind === 'hard') said.set(position, 'fresh');
    const abnormal = [...said].find(([, kind]) => kind === 'abnormal')?.[0] ?? 0;
    said.set(abnormal, 'normal');
    const judged = judgePaper(paper, said);
    expect(judged.mistakes[0]).toMatchObject({ is: 'abnormal', said: 'normal', positions: [abnormal] });
    expect(judged.saidAlive).toBe(judged.alive + 1);
    expect(judged.mistakes[1]?.tell).toContain('took up no water');
    expect(judgePaper(paper, new Map()).right).toBe(0);
  });

  it('tells where two people differ, and who is right', () => {
    const [one, other] = [truth(paper), truth(paper)];
    one.set(3, 'empty');
    other.set(5, 'empty');
    one.delete(8);
    const differences = comparePapers(paper, one, other);
    expect(differences.map((d) => d.position).filter((p) => [3, 5, 8].includes(p))).toEqual(differences.map((d) => d.position));
    expect(differences.find((d) => d.position === 8)).toMatchObject({ one: null, right: 'other' });
  });
});
