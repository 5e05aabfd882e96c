import { installable } from './installable.ts';

/** The member's page: it stays on the phone. */
export default installable({
  folder: 'my',
  name: 'Esprel, my seed',
  short_name: 'My seed',
  description: 'Your seed from the library: what to do now, growing for seed, and asking for more.',
  theme_color: '#f7f4ec',
  port: 5174,
});
