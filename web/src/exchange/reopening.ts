import { ref } from 'vue';

const ASKED_EVERY_MS = 600;
/** A large library is opened, checked and brought up to date in that time on an old disk. */
const GIVE_UP_MS = 300_000;

/** Waits for the program to close the library and open it again, then loads the page anew: everything on it may have changed. */
export function useReopening() {
  const words = ref<string | null>(null);

  async function answers(): Promise<boolean> {
    return fetch('/api/health', { cache: 'no-store' })
      .then((r) => r.ok)
      .catch(() => false);
  }

  async function wait(): Promise<void> {
    words.value = 'The library is closed, put in its place, and opened again. This page comes back by itself.';
    const until = Date.now() + GIVE_UP_MS;
    let gone = false;
    while (Date.now() < until) {
      await new Promise((resolve) => setTimeout(resolve, ASKED_EVERY_MS));
      const there = await answers();
      // It answers until it closes; some close and open between two looks.
      if (there && (gone || Date.now() > until - GIVE_UP_MS + 5000)) {
        location.assign('/today');
        return;
      }
      gone ||= !there;
    }
    words.value = 'The program does not answer. Look at where it was started: it says there what is wrong.';
  }
  return { words, wait };
}
