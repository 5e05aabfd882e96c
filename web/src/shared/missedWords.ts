import type { Missed } from '@esprel/core/api';

/** Says of a missed window that it is, so that nobody wonders why the next one is a year away. */
export function missedWords({ window, forPreparing }: Missed, days: (from: string, to: string) => string): string {
  const when = days(window.from, window.to);
  return forPreparing
    ? `Too late for the one of ${when}: its soaking and its weeks of cold would not be over in time. This is the next.`
    : `The one of ${when} is over; this is the next.`;
}
