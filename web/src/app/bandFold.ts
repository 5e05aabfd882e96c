import { useLocalStorage } from '@vueuse/core';
import { computed } from 'vue';
import { useNarrow } from '../base/narrow.ts';

/** Whether the year is folded away: as somebody chose in this browser; until then on small screens only. */
export function useBandFold() {
  const said = useLocalStorage<'folded' | 'open' | ''>('esprel.band', '');
  const narrow = useNarrow();
  return computed({
    get: () => (said.value === '' ? narrow.value : said.value === 'folded'),
    set: (folded: boolean) => {
      said.value = folded ? 'folded' : 'open';
    },
  });
}
