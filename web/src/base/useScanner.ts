import { useEventListener } from '@vueuse/core';
import { BURST_GAP_MS, type Scan, ScanBuffer } from './scanBuffer.ts';

function isTyping(target: EventTarget | null): boolean {
  return (
    target instanceof HTMLElement &&
    (target.matches('input:not([type=range]):not([type=checkbox]):not([type=radio]), textarea, select') || target.isContentEditable)
  );
}

/**
 * Tells keys of a hand from those of a scanner, which sends the same letters, only faster: what arrives in one burst and ends with Enter is a code, wherever the cursor
 * stands. A single letter waits a blink before it acts. `keepsField`: whether the field that a code fell into keeps the cursor.
 */
export function useScanner(does: {
  readonly take: (scanned: Scan) => void;
  readonly press: (key: string) => void;
  readonly keepsField: (scanned: Scan) => boolean;
}): void {
  const scan = new ScanBuffer();
  /** The letter that waits, to see whether it is the first of a code. */
  let waiting: { readonly key: string; readonly timer: ReturnType<typeof setTimeout> } | null = null;
  let lastAt = -Infinity;
  let field: { readonly element: HTMLInputElement | HTMLTextAreaElement; readonly before: string } | null = null;

  useEventListener(
    window,
    'keydown',
    (event: KeyboardEvent) => {
      if (event.ctrlKey || event.metaKey || event.altKey) return;
      const typing = isTyping(event.target);
      const slow = event.timeStamp - lastAt > BURST_GAP_MS;
      if (scan.length === 0 || slow) {
        const element = event.target as HTMLInputElement;
        field = typing && !(element instanceof HTMLSelectElement) ? { element, before: element.value } : null;
      }
      lastAt = event.timeStamp;
      const found = scan.push({ key: event.key, at: event.timeStamp });
      if (waiting !== null) {
        clearTimeout(waiting.timer);
        // A page that is busy may see the next key of a hand before the wait of the last one is over.
        if (slow) does.press(waiting.key);
        waiting = null;
      }
      if (found) {
        event.preventDefault();
        event.stopPropagation();
        // What the scanner typed into a field is taken out of it again.
        if (field) {
          field.element.value = field.before;
          field.element.dispatchEvent(new Event('input', { bubbles: true }));
          if (!does.keepsField(found)) field.element.blur();
        }
        does.take(found);
        return;
      }
      if (typing || event.defaultPrevented || event.key.length !== 1 || scan.bursting) return;
      // A page that has keys of its own (the seed sheet) marks where they hold.
      if (event.target instanceof Element && event.target.closest('[data-own-keys]')) return;
      const key = event.key.toLowerCase();
      // No code holds these: they act at once, so that what a hand types next lands in the field.
      if (key === '/' || key === '?') {
        event.preventDefault();
        does.press(key);
        return;
      }
      const timer = setTimeout(() => {
        waiting = null;
        does.press(key);
      }, BURST_GAP_MS + 15);
      waiting = { key, timer };
    },
    { capture: true },
  );
}
