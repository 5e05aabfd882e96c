import { expect, it } from 'vitest';
import { weight } from './weights.ts';

it('says a weight in the unit of the library, as exactly as a kitchen scale does', () => {
  expect([180, 2.5, 0.25].map((g) => weight(g, 'g'))).toEqual(['180 g', '2.5 g', '0.25 g']);
  expect([180, 2.5].map((g) => weight(g, 'oz'))).toEqual(['6.3 oz', '0.09 oz']);
});
