import { viability, type ViabilityInput, type ViabilityPoint } from '@esprel/core';

/** The inputs of a lot's estimate, as `GET /api/lots/:code/model` answers them. */
export interface LotModel {
  readonly input: ViabilityInput;
}

export interface TestCounted {
  readonly warmFrom: string;
  readonly sown: number;
  readonly alive: number;
  readonly closed: boolean;
}

/**
 * The estimate of a lot today without a test and with it: what the test has to say. An open test is not among the
 * evidence yet; of a closed one, the piece of evidence that is this test is left out.
 */
export function whatItSays(
  model: LotModel,
  test: TestCounted,
  today: string,
): { readonly before: ViabilityPoint; readonly after: ViabilityPoint } | null {
  const { input } = model;
  const this_ = { date: test.warmFrom, sown: test.sown, alive: test.alive };
  const day = today < input.start ? input.start : today;
  if (test.warmFrom < input.start) return null;
  const i = test.closed ? input.tests.findIndex((t) => t.date === this_.date && t.sown === this_.sown && t.alive === this_.alive) : -1;
  const others = input.tests.filter((_t, j) => j !== i);
  const at = (tests: ViabilityInput['tests']): ViabilityPoint | undefined => viability({ ...input, tests, at: [day] }).points[0];
  const before = at(others);
  const after = at([...others, this_]);
  return before && after ? { before, after } : null;
}
