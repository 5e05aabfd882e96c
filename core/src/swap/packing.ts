import { needCount, needNumber } from '../errors.ts';

/** What goes into a packet at a swap: a row in a garden, not a bought packet. Finer seed is given by the pinch. */
export function swapPacket(seedsPerGram: number): number {
  needNumber('swapPacket', 'seedsPerGram', seedsPerGram, Number.MIN_VALUE);
  if (seedsPerGram < 10) return 15;
  if (seedsPerGram < 500) return 20;
  return seedsPerGram < 5000 ? 50 : 100;
}

/** More of one kind is hardly fetched on a day. */
const MOST_PACKETS = 8;
/** Above those for who waits, for whoever else comes by. */
const FOR_OTHERS = 2;

/**
 * How many packets of a lot are worth bringing. `free` are the seeds above its floor that lie ready for nobody, `waiting` the members who wait for it. Half of what
 * is free stays at home for the year's lending; for who waits, all of it may come. 0 where there is not enough for one.
 */
export function packetsToBring(free: number, seedsEach: number, waiting: number): number {
  needCount('packetsToBring', 'seedsEach', seedsEach, 1);
  const all = Math.floor(Math.max(0, free) / seedsEach);
  const half = Math.floor(Math.max(0, free) / 2 / seedsEach);
  const wanted = waiting === 0 ? MOST_PACKETS : Math.max(waiting + FOR_OTHERS, MOST_PACKETS);
  return Math.max(Math.min(half, wanted), Math.min(all, waiting));
}
