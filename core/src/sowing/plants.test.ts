import { describe, expect, it } from 'vitest';
import { type PlantKind, plantsOf } from './plants.ts';

const count = (kind: PlantKind, plants: number) => ({ kind, plants, onDay: '2027-04-10' });

describe('plants after they came up', () => {
  it('a box of cauliflower, from pricking out to the sale', () => {
    expect(plantsOf(180, [])).toMatchObject({ standing: 180, spare: 180 });
    const potted = [count('pricked-out', 150), count('lost', 12), count('potted', 130)];
    expect(plantsOf(180, potted)).toMatchObject({ standing: 130, spare: 130, gone: { lost: 12 } });
    const sold = [...potted, count('kept', 30), count('planted-out', 30), count('given', 6), count('sold', 80)];
    expect(plantsOf(180, sold)).toEqual({
      standing: 14,
      kept: 0,
      spare: 14,
      gone: { lost: 12, 'planted-out': 30, given: 6, sold: 80 },
    });
  });
  it('what is kept is not to spare, and never more than stands', () => {
    expect(plantsOf(20, [count('kept', 15)])).toMatchObject({ standing: 20, kept: 15, spare: 5 });
    expect(plantsOf(20, [count('kept', 15), count('lost', 10)])).toMatchObject({ standing: 10, kept: 10, spare: 0 });
  });
  it('nothing goes that is not there', () => {
    expect(() => plantsOf(20, [count('sold', 21)])).toThrow('counts[0].plants');
    expect(() => plantsOf(20, [count('potted', 30)])).toThrow('20 that stand');
    expect(() => plantsOf(-1, [])).toThrow('emerged');
  });
});
