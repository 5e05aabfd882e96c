import { farWords } from '@esprel/core';
import { useSession } from '../base/session.ts';

/** Distances as the library measures them. */
export function useFarWords(): (m: number) => string {
  const session = useSession();
  return (m) => farWords(m, session.settings?.lengthUnit ?? 'mm');
}
