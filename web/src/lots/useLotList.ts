import { defineStore } from 'pinia';
import { computed, ref, watch } from 'vue';
import { ApiProblem, get } from '../base/api.ts';
import { useChanges } from '../base/changes.ts';
import { useSession } from '../base/session.ts';
import type { ListedLot } from '../answers/lots.ts';

export const SORTS = { crop: 'by crop', year: 'newest first', seeds: 'most seeds first', alive: 'least alive first' } as const;
export type Sort = keyof typeof SORTS;

const PAGE = 200;

/** The list of lots as far as it has been read; kept while one goes to another place and back. */
export const useLotList = defineStore('lot-list', () => {
  const tag = ref('all');
  const crop = ref<string | null>(null);
  const sort = ref<Sort>('crop');
  const lots = ref<readonly ListedLot[]>([]);
  const tags = ref<Readonly<Record<string, number>>>({});
  const next = ref<string | null>(null);
  const loading = ref(false);
  const problem = ref<string | null>(null);
  const changes = useChanges();
  const session = useSession();
  let asked = 0;

  function address(after: string | null, limit: number): string {
    const query = new URLSearchParams({ tag: tag.value, sort: sort.value, limit: String(limit) });
    if (crop.value !== null) query.set('crop', crop.value);
    if (after !== null) query.set('after', after);
    return `/lots?${query.toString()}`;
  }

  async function load(keep: number): Promise<void> {
    const mine = ++asked;
    loading.value = true;
    try {
      const [page, counted] = await Promise.all([
        get<{ lots: ListedLot[]; next: string | null }>(address(null, Math.min(500, Math.max(PAGE, keep)))),
        get<{ tags: Record<string, number> }>('/lots/tags'),
      ]);
      if (mine !== asked) return;
      lots.value = page.lots;
      next.value = page.next;
      tags.value = counted.tags;
      problem.value = null;
    } catch (error) {
      if (mine === asked) problem.value = error instanceof ApiProblem ? error.message : String(error);
    } finally {
      if (mine === asked) loading.value = false;
    }
  }

  /** Reads the page after the last one; does nothing at the end or while one is on its way. */
  async function more(): Promise<void> {
    if (next.value === null || loading.value) return;
    const mine = asked;
    loading.value = true;
    try {
      const page = await get<{ lots: ListedLot[]; next: string | null }>(address(next.value, PAGE));
      if (mine !== asked) return;
      lots.value = [...lots.value, ...page.lots];
      next.value = page.next;
    } catch (error) {
      if (mine === asked) problem.value = error instanceof ApiProblem ? error.message : String(error);
    } finally {
      if (mine === asked) loading.value = false;
    }
  }

  /** Reads on until the lot is there, a thousand lots at the most: further down one filters by crop. */
  async function reach(code: string): Promise<void> {
    while (next.value !== null && lots.value.length < 1000 && !lots.value.some((l) => l.code === code)) {
      const before = lots.value.length;
      await more();
      if (lots.value.length === before) return;
    }
  }

  watch([tag, crop, sort], () => {
    lots.value = [];
    void load(0);
  });
  watch([() => changes.revision, () => session.caughtUp], () => void load(lots.value.length));
  void load(0);

  return {
    tag,
    crop,
    sort,
    lots,
    tags,
    loading,
    problem,
    more,
    reach,
    reload: () => load(lots.value.length),
    ended: computed(() => next.value === null),
  };
});
