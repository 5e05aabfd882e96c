import { parseLotCode, readLotCode, readMemberCode } from '@esprel/core';

/** Keys closer together than this (ms) come from a scanner, not from fingers. */
export const BURST_GAP_MS = 35;
const BURST_LEAST = 5;

export interface KeyPress {
  readonly key: string;
  readonly at: number;
}

/** What a burst of keys ended by Enter turned out to be. */
export type Scan =
  | { readonly kind: 'code'; readonly code: string }
  /** The card of a member. */
  | { readonly kind: 'card'; readonly code: string }
  | { readonly kind: 'misread'; readonly text: string };

/** What a text is that was scanned, or read by the camera; null for anything that is no code of this library. */
export function scanOf(text: string): Scan | null {
  const code = parseLotCode(text);
  if (code !== null) return { kind: 'code', code };
  const card = readMemberCode(text);
  if (card !== null) return { kind: 'card', code: card };
  return readLotCode(text) === null ? null : { kind: 'misread', text };
}

/** Gathers fast keys; `push` answers what was scanned when Enter ends a burst that has the shape of a lot code. */
export class ScanBuffer {
  private text = '';
  private last = -Infinity;

  /** True while keys come in as fast as a scanner sends them. */
  get bursting(): boolean {
    return this.text.length >= 2;
  }

  get length(): number {
    return this.text.length;
  }

  push(press: KeyPress): Scan | null {
    const fast = press.at - this.last <= BURST_GAP_MS;
    this.last = press.at;
    if (press.key === 'Enter') {
      const text = this.text;
      this.text = '';
      if (!fast || text.length < BURST_LEAST) return null;
      return scanOf(text);
    }
    // A scanner sends letters, with Shift for capitals; any other key is a hand.
    if (press.key !== 'Shift' && press.key.length !== 1) this.text = '';
    if (press.key.length !== 1) return null;
    this.text = fast ? this.text + press.key : press.key;
    return null;
  }
}
