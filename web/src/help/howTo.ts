import { deskHowTos } from './deskHowTos.ts';
import { gardenHowTos } from './gardenHowTos.ts';
import type { HowTo } from './howToType.ts';
import { libraryHowTos } from './libraryHowTos.ts';

/** Every how-to; what is narrower stands before what is wider. */
export const HOW_TOS: readonly HowTo[] = [...deskHowTos, ...gardenHowTos, ...libraryHowTos];

/** How the page at this address works. */
export const howToOf = (path: string): HowTo => HOW_TOS.find((h) => h.on.test(path)) ?? (HOW_TOS[HOW_TOS.length - 1] as HowTo);
