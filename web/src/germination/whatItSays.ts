import { viability, type ViabilityInput, type ViabilityPoint } from '@esprel/core';
import type { LotModel } from '@esprel/core/api';

/** The inputs of a lot's estimate, as `GET /api/lots/:code/model` answers them. */

/** What was counted of one batch: a piece of evidence. */
export interface BatchCounted {
  readonly warmFrom: string;
  readonly sown: number;
  readonly alive: number;
}
export interface TestCounted {
  readonly batches: readonly BatchCounted[];
  readonly closed: boolean;
}

/**
 * The estimate of a lot today without a test and with it: what the test has to say. An open test is not among the
 * evidence yet; of a closed one, the pieces of evidence that are this test are left out.
 */
export function whatItSays(
  model: Pick<LotModel, 'input'>,
  test: TestCounted,
  today: string,
): { readonly before: ViabilityPoint; readonly after: ViabilityPoint } | null {
  const { input } = model;
  const these = test.batches.map((b) => ({ date: b.warmFrom, sown: b.sown, alive: b.alive }));
  const day = today < input.start ? input.start : today;
  if (these.some((t) => t.date < input.start)) return null;
  const others = [...input.tests];
  if (test.closed) {
    for (const t of these) {
      const i = others.findIndex((o) => o.date === t.date && o.sown === t.sown && o.alive === t.alive);
      if (i >= 0) others.splice(i, 1);
    }
  }
  const at = (tests: ViabilityInput['tests']): ViabilityPoint | undefined => viability({ ...input, tests, at: [day] }).points[0];
  const before = at(others);
  const after = at([...others, ...these]);
  return before && after ? { before, after } : null;
}
