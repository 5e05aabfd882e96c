import { computed, type ComputedRef, ref } from 'vue';

interface First<T> {
  readonly shown: ComputedRef<readonly T[]>;
  /** How many more there are. */
  readonly more: ComputedRef<number>;
  readonly showAll: () => void;
}

/** The first of a long list, and the rest once somebody asks for it: thousands of lines keep a page waiting, and are read by nobody. */
export function useFirst<T>(list: () => readonly T[], first: number): First<T> {
  const all = ref(false);
  const shown = computed(() => (all.value ? list() : list().slice(0, first)));
  return {
    shown,
    more: computed(() => list().length - shown.value.length),
    showAll: () => {
      all.value = true;
    },
  };
}
