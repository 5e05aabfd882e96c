import type { BeginStepName } from '@esprel/core';
import { useSessionStorage } from '@vueuse/core';

/** The step of the first hour that somebody went to from Begin here, so that the way back stays in sight; '' where nobody did. */
export const useBeginGoing = () => useSessionStorage<BeginStepName | ''>('esprel.begin', '');
