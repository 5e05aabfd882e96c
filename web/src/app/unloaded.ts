import { ref } from 'vue';
import type { Router } from 'vue-router';

/** What browsers say when a part of the program does not come: no network, or a newer version has taken its place. */
const NOT_LOADED = /dynamically imported module|Importing a module script failed|Unable to preload/i;

/** Where a page lies whose part of the program did not come; null when all came. */
export const unloaded = ref<string | null>(null);

/** Keeps what did not come, so that the desk can say so and offer it again, instead of a tap that does nothing. */
export function watchUnloaded(router: Router): void {
  const said = new WeakSet<object>();
  router.onError((error: unknown, to) => {
    if (!(error instanceof Error)) return;
    if (!NOT_LOADED.test(error.message)) {
      console.error(error);
      return;
    }
    said.add(error);
    unloaded.value = to.fullPath;
  });
  router.afterEach((_to, _from, failure) => {
    if (!failure) unloaded.value = null;
  });
  // Whoever asked for the page has nothing to add.
  window.addEventListener('unhandledrejection', (event) => {
    const reason: unknown = event.reason;
    if (typeof reason === 'object' && reason !== null && said.has(reason)) event.preventDefault();
  });
}
