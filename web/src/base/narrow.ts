import { useMediaQuery } from '@vueuse/core';

/** As in the style sheets: where list and sheet do not stand beside each other any more. */
export const NARROW = '(max-width: 900px)';

/** Whether the desk is on a phone or an upright tablet. */
export const useNarrow = () => useMediaQuery(NARROW);
