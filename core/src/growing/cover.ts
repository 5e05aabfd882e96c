import type { Apart } from './apart.ts';
import type { Saving } from './saving.ts';

const COVER: Readonly<Record<Saving['bag'], { readonly apart: Apart; readonly words: string } | null>> = {
  self: { apart: 'bagged', words: 'Put bags over flowers before they open' },
  hand: { apart: 'tied', words: 'Tie the flowers, pollinate by hand' },
  'cage-insects': { apart: 'caged', words: 'A cage, opened every other day' },
  no: null,
};

/** What would keep a patch of this crop to itself; null where nothing does. */
export const coverOf = (saving: Saving): { readonly apart: Apart; readonly words: string } | null => COVER[saving.bag];
