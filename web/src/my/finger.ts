/** A tap becomes a click this soon after the finger left the glass, on a slow phone too. */
const CLICK_FOLLOWS_MS = 60;
/** A finger that stays longer than this holds nothing back any more. */
const LONGEST_MS = 1500;

let held: Promise<void> | null = null;
let lift: () => void = () => undefined;

function down(): void {
  if (held !== null) return;
  held = new Promise((resolve) => {
    const longest = setTimeout(() => lift(), LONGEST_MS);
    lift = () => {
      clearTimeout(longest);
      held = null;
      resolve();
    };
  });
}
const up = (): void => void setTimeout(() => lift(), CLICK_FOLLOWS_MS);

/** Begins to watch for fingers on a page. */
export function watchFingers(page: EventTarget): void {
  page.addEventListener('pointerdown', down, { capture: true, passive: true });
  for (const end of ['pointerup', 'pointercancel']) page.addEventListener(end, up, { capture: true, passive: true });
}

/**
 * Waits while a finger is on the glass. What the library answers moves what is shown; a tap whose button moved away between touching and
 * lifting would be lost.
 */
export const noFinger = async (): Promise<void> => {
  while (held !== null) await held;
};
