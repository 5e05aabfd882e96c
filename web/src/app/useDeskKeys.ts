import { parseLotCode } from '@esprel/core';
import { membersApi, testsApi } from '@esprel/core/api';
import { act, readOnce } from '../base/calls.ts';
import { useRoute, useRouter } from 'vue-router';
import { useChanges } from '../base/changes.ts';
import { PLACES } from './router.ts';
import type { Scan } from '../base/scanBuffer.ts';
import { useScans } from '../base/scans.ts';
import { useScanner } from '../base/useScanner.ts';
import { useTable } from '../base/table.ts';

/** The keys of the desk; a code that is scanned opens its lot, wherever the cursor stands. */
export function useDeskKeys(frame: { readonly find: (text?: string) => void; readonly help: () => void }): {
  readonly take: (scanned: Scan) => void;
} {
  const router = useRouter();
  const route = useRoute();
  const table = useTable();
  const changes = useChanges();
  const scans = useScans();

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
    else if (key === '?') frame.help();
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

  useScanner({
    take,
    press,
    // The page is left for the lot; one that takes codes itself keeps its field, so that a slow scanner's next code lands there.
    keepsField: (found) => found.kind === 'code' && scans.taker !== null,
  });
  return { take };
}
