import { joinLibrary } from '../db/open.ts';
import { calendar } from './calendar.ts';

/** The calendar of a library in a file, on a thread of the pool: programs ask for it every hour, and a season of thousands takes a while. */
export default function calendarJob({
  file,
  today,
  sowingOnly,
}: {
  readonly file: string;
  readonly today: string;
  readonly sowingOnly: boolean;
}): string {
  const db = joinLibrary(file);
  try {
    return calendar(db, today, sowingOnly);
  } finally {
    db.close();
  }
}
