import type { Crop } from './crop.ts';
import type { OwnFigure, OwnFigures } from './figures.ts';

/** A crop as this library sees it: the reference with the library's own figures laid over. */
export interface LibraryCrop extends Crop {
  /** Chance-of-alive threshold of lending, 0..1; null takes the library's default. */
  readonly lendingThreshold: number | null;
  /** Which figures are the library's own. */
  readonly own: readonly OwnFigure[];
}

/** Lays a library's own figures over a crop of the reference. */
export function withOwnFigures(crop: Crop, own: OwnFigures): LibraryCrop {
  // Each value was held against its figure when it was written (`checkFigure`).
  return { ...crop, lendingThreshold: null, ...(own as Partial<LibraryCrop>), own: Object.keys(own) as OwnFigure[] };
}
