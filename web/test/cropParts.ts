import type { Crop, LaneInput } from '@esprel/core';
import type { SowingAdvice, TrayFillShown } from '@esprel/core/api';

function part<K extends keyof Crop>(crop: Crop, keys: readonly K[]): Pick<Crop, K> {
  return Object.fromEntries(keys.map((k) => [k, crop[k]])) as Pick<Crop, K>;
}

const LANE = [
  'key',
  'kind',
  'chillWeeks',
  'soakHours',
  'emergeMinD',
  'emergeMaxD',
  'transplant',
  'clumpSeeds',
  'frost',
  'lightNeed',
  'seedsPerGram',
] as const;
const ADVICE = ['key', 'transplant', 'seedsPerGram', 'clumpSeeds'] as const;
const TRAY = [
  'name',
  'lightNeed',
  'soilOptLowC',
  'soilOptHighC',
  'emergeMinD',
  'emergeMaxD',
  'sowDepthMm',
  'clumpSeeds',
  'seedsPerGram',
  'transplant',
] as const;

/** What is sent of a crop with a lane, with advice on sowing, and with a tray. */
export const laneCrop = (crop: Crop): LaneInput['crop'] => part(crop, LANE);
export const adviceCrop = (crop: Crop): SowingAdvice['crop'] => part(crop, ADVICE);
export const trayFigures = (crop: Crop): TrayFillShown['figures'] => ({ ...part(crop, TRAY), prepare: [] });
