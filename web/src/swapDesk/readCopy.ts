import { swapApi, type SwapCopyLot, type SwapCopyPage } from '@esprel/core/api';
import { readOnce } from '../base/calls.ts';

/** All lots of a desk, page by page, so that nobody waits meanwhile. */
export async function readLots(deskId: number, of: number, progress: (done: number, of: number) => void): Promise<SwapCopyLot[]> {
  progress(0, of);
  const lots: SwapCopyLot[] = [];
  for (let after: number | null = 0; after !== null;) {
    const page: SwapCopyPage = await readOnce(swapApi.copyLots, { id: deskId, after });
    lots.push(...page.lots);
    after = page.after;
    progress(lots.length, of);
  }
  return lots;
}

/** The last that the library has of a desk: a browser that lost what it kept goes on after it. */
export async function lastN(deskId: number): Promise<number> {
  const { days } = await readOnce(swapApi.days, {});
  return days.flatMap((d) => d.desks).find((d) => d.id === deskId)?.lastN ?? 0;
}
