import { useLocalStorage } from '@vueuse/core';

/** A paper that was counted here. It stays in this browser: nobody else sees it. */
export interface OwnPaper {
  readonly on: string;
  readonly crop: string;
  readonly of: number;
  readonly right: number;
  /** Alive as it was said, less the truth, in seeds. */
  readonly off: number;
  readonly seconds: number;
}

/** More would only be of long ago. */
const KEPT = 60;

export function useOwnScore() {
  const papers = useLocalStorage<OwnPaper[]>('esprel.practice', []);
  return {
    papers,
    add: (paper: OwnPaper): void => {
      papers.value = [...papers.value, paper].slice(-KEPT);
    },
    forget: (): void => {
      papers.value = [];
    },
  };
}
