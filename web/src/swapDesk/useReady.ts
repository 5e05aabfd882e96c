import { daysBetween, plural } from '@esprel/core';
import { computed, onMounted, ref } from 'vue';
import { useSwapDesk } from './useSwapDesk.ts';

/** A copy that is older than this knows too little of what happened since. */
const OLD_AFTER_DAYS = 3;
/** With fewer codes a long afternoon is not come through. */
const FEW_CODES = 30;

/** Whether a desk can go into a hall without a network, and what is missing where it cannot. */
export function useReady() {
  const desk = useSwapDesk();
  /** The program itself is kept by the browser. */
  const kept = ref(false);
  const persisted = ref(true);
  onMounted(async () => {
    if ('serviceWorker' in navigator) void navigator.serviceWorker.ready.then(() => (kept.value = true));
    persisted.value = (await navigator.storage?.persisted?.().catch(() => true)) ?? true;
  });
  const ready = computed(() => {
    const c = desk.copy;
    if (c === null) return '';
    return `Ready for no network: ${plural(c.lots, 'lot')}, ${plural(c.members, 'member')}, codes for ${plural(desk.codesLeftNow, 'envelope')}.`;
  });
  const notReady = computed((): string[] => {
    const c = desk.copy;
    if (c === null) return [];
    const age = daysBetween(c.readyAt.slice(0, 10), new Date().toISOString().slice(0, 10));
    return [
      ...(kept.value
        ? []
        : [
            'The browser has not taken the program itself along yet. Wait a moment; if this stays, open the page over https or on the library’s computer.',
          ]),
      ...(desk.lasting ? [] : ['This browser keeps nothing (a private window?). Open the page in an ordinary window.']),
      ...(desk.littleRoom ? ['The disk of this computer is nearly full. Make room first.'] : []),
      ...(desk.codesLeftNow < FEW_CODES
        ? [`There are codes for ${plural(desk.codesLeftNow, 'envelope')} only. Make it ready anew, or ask for more codes.`]
        : []),
      ...(age > OLD_AFTER_DAYS ? [`What is here is ${plural(age, 'day')} old. Make it ready anew.`] : []),
    ];
  });
  /** The browser may throw away what it keeps when the disk is full: said, and no reason not to go. */
  const mayBeThrownAway = computed(() => desk.lasting && !persisted.value);
  return { ready, notReady, mayBeThrownAway };
}
