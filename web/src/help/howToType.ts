import type { GlossaryKey } from '@esprel/core';

/** One thing to do on a page; `at` is where on the page, as a selector: the picture has its number there. */
interface HowStep {
  readonly words: string;
  readonly at?: string;
}

/** How a page works, in a few steps. */
export interface HowTo {
  /** Its picture is `/help/ID.jpg`, taken of `demo`. */
  readonly id: string;
  readonly title: string;
  /** Addresses that it belongs to; the first how-to that fits is shown. */
  readonly on: RegExp;
  /** Where the picture is taken, in the demo library. */
  readonly demo: string;
  readonly steps: readonly HowStep[];
  readonly words: readonly GlossaryKey[];
  /** Keys that do something here, as they stand in the list of keys. */
  readonly keys: readonly string[];
}
