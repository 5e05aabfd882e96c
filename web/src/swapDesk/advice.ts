import { plural } from '@esprel/core';
import type { SwapCopyLot } from '@esprel/core/api';

/** What whoever takes a packet should hear of it, beside what hurts: how alive it is, how thick it is sown, that its name is in doubt. */
export function outAdvice({ verdict, perCell, doubtful }: Pick<SwapCopyLot, 'verdict' | 'perCell' | 'doubtful'>): string {
  const alive =
    verdict === 'let-go' || verdict === 'rescue'
      ? 'hardly alive: sow all of it, and promise nothing'
      : verdict === 'renew'
        ? 'old: sow all of it'
        : verdict === 'test-first'
          ? 'nobody knows yet how alive: sow some on damp paper first'
          : perCell !== null && perCell > 1
            ? `sow ${String(perCell)} for each plant`
            : null;
  return [alive, doubtful ? 'the name is in doubt' : null].flatMap((t) => (t === null ? [] : `, ${t}`)).join('');
}

/** Of what is printed on a slip. */
export const packetWords = (packets: number, seedsEach: number): string =>
  packets === 1 ? plural(seedsEach, 'seed') : `${plural(packets, 'packet')} of ${String(seedsEach)}`;
