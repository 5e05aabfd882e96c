import type { Db } from '../db/db.ts';
import { sendWaiting, tellByItself } from './tell.ts';

/** What the post does by itself: once a day what was switched on, and each time what still waits, also from before the program was ended. */
export function dailyPost(db: Db, today: () => string, log: (error: unknown) => void): () => void {
  let told = '';
  return () => {
    if (!db.open) return;
    try {
      if (told !== today()) {
        tellByItself(db, today());
        told = today();
      }
    } catch (error) {
      log(error);
    }
    sendWaiting(db).catch(log);
  };
}
