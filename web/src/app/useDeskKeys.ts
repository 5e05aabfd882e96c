import { parseLotCode } from '@esprel/core';
import { membersApi, testsApi } from '@esprel/core/api';
import { act, readOnce } from '../base/calls.ts';
import { useEventListener } from '@vueuse/core';
import { useRoute, useRouter } from 'vue-router';
import { useChanges } from '../base/changes.ts';
import { BURST_GAP_MS, type Scan, ScanBuffer } from './keys.ts';
import { PLACES } from './router.ts';
import { useScans } from '../base/scans.ts';
import { useTable } from '../base/table.ts';

function isTyping(target: EventTarget | null): boolean {
  return (
    target instanceof HTMLElement &&
    (target.matches('input:not([type=range]):not([type=checkbox]):not([type=radio]), textarea, select') || target.isContentEditable)
  );
}

/**
 * The keys of the desk. A single letter waits a blink before it acts, because a scanner sends the same letters, only
 * faster: what arrives in one burst and ends with Enter is a code, and opens its lot wherever the cursor stands.
 */
export function useDeskKeys(frame: { readonly find: (text?: string) => void }): { readonly take: (scanned: Scan) => void } {
  const router = useRouter();
  const route = useRoute();
  const table = useTable();
  const changes = useChanges();
  const scans = useScans();
  const scan = new ScanBuffer();
  /** The letter that waits, to see whether it is the first of a code. */
  let waiting: { readonly key: string; readonly timer: ReturnType<typeof setTimeout> } | null = null;
  let lastAt = -Infinity;
  let field: { readonly element: HTMLInputElement | HTMLTextAreaElement; readonly before: string } | null = null;

  function openCode(): string | null {
    const code = route.params.code;
    return typeof code === 'string' ? parseLotCode(code) : null;
  }

  async function count(): Promise<void> {
    const code = openCode();
    const { tests } = await readOnce(testsApi.list, { state: 'open' });
    const test = (code === null ? undefined : tests.find((t) => t.lotCode === code)) ?? tests[0];
    await router.push(test ? `/tests/${String(test.id)}` : '/tests');
  }

  function labels(): void {
    if (route.path === '/labels') {
      document.getElementById('print')?.click();
      return;
    }
    const code = openCode();
    const codes = code === null ? table.codes : [code];
    if (codes.length > 0) void router.push(`/labels?codes=${codes.join(',')}`);
  }

  function lend(): void {
    const code = openCode();
    if (code !== null) void router.push(`/lots/${code}/lend`);
    else if (table.codes.length > 0) {
      const { id } = route.params;
      void router.push({ path: '/table/lend', query: route.path.startsWith('/members/') && typeof id === 'string' ? { member: id } : {} });
    }
  }

  /** A card opens its member, and packets that are scanned then are theirs. */
  async function openMember(code: string): Promise<void> {
    try {
      const { id } = await act(membersApi.byCard, {}, { code });
      await router.push({ path: `/members/${String(id)}`, query: { card: '1' } });
    } catch (error) {
      changes.undoProblem = (error as Error).message;
    }
  }

  /** What was scanned goes where it belongs: to the page that takes codes, to its lot, or to its member. */
  function take(scanned: Scan): void {
    if (scanned.kind === 'code' && scans.taker) scans.taker(scanned.code);
    else if (scanned.kind === 'code') void router.push(`/lots/${scanned.code}`);
    else if (scanned.kind === 'card') void openMember(scanned.code);
    else frame.find(scanned.text);
  }

  function press(key: string): void {
    const place = PLACES.find((p) => p.key === key);
    if (place) void router.push(place.to);
    else if (key === '/') frame.find();
    else if (key === '?') void router.push('/keys');
    else if (key === 'n') void router.push('/lots/take-in');
    else if (key === 'r') void router.push('/take-in');
    else if (key === 'u') void changes.undo();
    else if (key === 'p') labels();
    else if (key === 'l') lend();
    else if (key === 'c') void count().catch(() => undefined);
    else if (key === 't') {
      const code = openCode() ?? (document.activeElement as HTMLElement | null)?.dataset.code ?? null;
      if (code !== null) table.toggle(code);
    }
  }

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
        if (slow) press(waiting.key);
        waiting = null;
      }
      if (found) {
        event.preventDefault();
        event.stopPropagation();
        // What the scanner typed into a field is taken out of it again.
        if (field) {
          field.element.value = field.before;
          field.element.dispatchEvent(new Event('input', { bubbles: true }));
          // The page is left for the lot; one that takes codes itself keeps its field, so that a slow scanner's next code lands there.
          if (found.kind !== 'code' || scans.taker === null) field.element.blur();
        }
        take(found);
        return;
      }
      if (typing || event.defaultPrevented || event.key.length !== 1 || scan.bursting) return;
      // A page that has keys of its own (the seed sheet) marks where they hold.
      if (event.target instanceof Element && event.target.closest('[data-own-keys]')) return;
      const key = event.key.toLowerCase();
      // No code holds these: they act at once, so that what a hand types next lands in the field.
      if (key === '/' || key === '?') {
        event.preventDefault();
        press(key);
        return;
      }
      const timer = setTimeout(() => {
        waiting = null;
        press(key);
      }, BURST_GAP_MS + 15);
      waiting = { key, timer };
    },
    { capture: true },
  );
  return { take };
}
