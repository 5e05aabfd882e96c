import type { Crop } from './crop.ts';
import rows from './crops.json' with { type: 'json' };
import { loadCrops } from './loadCrops.ts';

/** The crop reference that ships with the program, checked as it is loaded. */
export const CROP_REFERENCE: readonly Crop[] = loadCrops(rows);
