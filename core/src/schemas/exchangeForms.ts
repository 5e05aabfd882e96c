import { filled, id, list, need, orNull, seeds, shape } from '../checks/fields.ts';

/** Lots of another library that came as gifts: which, how many seeds of each, and which variety here it is said to be. */
export const giftsForm = shape({
  lots: need(list(shape({ code: filled(20, 'say which lot'), seeds: need(seeds(1)), sameAs: orNull(id()) }), 500, 1)),
  placeId: orNull(id()),
});
