import { describe, expect, it } from 'vitest';
import { packetsToBring, swapPacket } from './packing.ts';

describe('what is brought to a swap', () => {
  it('leaves half of what is free at home, but not from who waits', () => {
    expect(packetsToBring(400, 20, 0)).toBe(8);
    expect(packetsToBring(100, 20, 0)).toBe(2);
    expect(packetsToBring(100, 20, 4)).toBe(4);
    expect(packetsToBring(100, 20, 9)).toBe(5);
    expect(packetsToBring(2000, 20, 12)).toBe(14);
    expect(packetsToBring(30, 20, 0)).toBe(0);
    expect(packetsToBring(-5, 20, 3)).toBe(0);
  });

  it('is a row for a garden: few beans, more of what is fine', () => {
    expect([3, 350, 900, 20_000].map(swapPacket)).toEqual([15, 20, 50, 100]);
  });
});
