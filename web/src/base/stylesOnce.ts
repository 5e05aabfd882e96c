import Base from '@primevue/core/base';

/**
 * With every component that appears PrimeVue forgets which of its style sheets are in the page, in case the theme has changed, and
 * writes them again; the browser then works out every style anew, five hundred times for a table of sixty rows. Our theme does not change.
 */
export function writeStylesOnce(): void {
  Base.clearLoadedStyleNames = () => undefined;
}
