import type { Db } from '../db/db.ts';
import { countStale, refreshStale } from './stale.ts';

/**
 * Makes the estimates again whenever the day has changed. Answers what is to be called every minute: a computer that slept through midnight
 * finds the new day when it wakes.
 */
export function dailyRefresh(db: Db, today: () => string): () => Promise<void> {
  let refreshedFor = '';
  return async () => {
    const day = today();
    if (refreshedFor === day) return;
    refreshedFor = day;
    try {
      await refreshStale(db, day);
    } catch (error) {
      refreshedFor = '';
      throw error;
    }
    // Paused, or done by somebody else for another day: looked at again in a minute.
    if (db.open && countStale(db, today()) > 0) refreshedFor = '';
  };
}
