/** How a patch is kept to itself. */
export const APARTS = ['open', 'bagged', 'caged', 'tied'] as const;
export type Apart = (typeof APARTS)[number];
export const APART_WORDS: Readonly<Record<Apart, string>> = {
  open: 'open to bees and wind',
  bagged: 'flowers under a bag',
  caged: 'in a cage',
  tied: 'flowers tied, pollinated by hand',
};
