import { reactive } from 'vue';

export interface Parts {
  /** The rows of a list that are shown now. */
  readonly of: <T>(name: string, rows: readonly T[]) => readonly T[];
  readonly more: (name: string) => void;
}

/** Lists that may be long are shown in parts, so that a page opens at once: `first` rows, then `step` more at a time. */
export function useParts(first: number, step = 300): Parts {
  const shown = reactive<Record<string, number>>({});
  return {
    of: (name, rows) => rows.slice(0, shown[name] ?? first),
    more: (name) => {
      shown[name] = (shown[name] ?? first) + step;
    },
  };
}
