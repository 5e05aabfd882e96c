import { installable } from './installable.ts';

/** A desk of a swap day, in a hall without a network. */
export default installable({
  folder: 'swap-desk',
  name: 'Esprel, swap desk',
  short_name: 'Swap desk',
  description: 'A desk of a swap day: what comes in and goes out, with a network or without.',
  theme_color: '#e9e0ce',
  port: 5175,
});
