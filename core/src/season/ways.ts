/** How a planned sowing is timed: started under cover, outdoors in spring, or a later sowing. */

export const WAYS = ['start', 'direct', 'late'] as const;
export type Way = (typeof WAYS)[number];
export const WAY_WORDS: Readonly<Record<Way, string>> = {
  start: 'started under cover',
  direct: 'sown outdoors in spring',
  late: 'the later sowing',
};
