/** The clock of this desk, right or wrong: the library puts it right by as much as it is wrong when a step is sent. */

/** Whoever works after midnight is not locked out. */
const DAY_ENDS_AT_HOUR = 4;

export function localDay(): string {
  const now = new Date();
  return `${String(now.getFullYear())}-${String(now.getMonth() + 1).padStart(2, '0')}-${String(now.getDate()).padStart(2, '0')}`;
}

/** Minutes since midnight. */
export const localMinute = (): number => new Date().getHours() * 60 + new Date().getMinutes();

/** When a desk that is unlocked now is locked again, in milliseconds. */
export function endOfDay(): number {
  const end = new Date();
  if (end.getHours() >= DAY_ENDS_AT_HOUR) end.setDate(end.getDate() + 1);
  return end.setHours(DAY_ENDS_AT_HOUR, 0, 0, 0);
}
