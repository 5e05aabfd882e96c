import { type ListedLot, lotsApi } from '@esprel/core/api';
import type { Asked } from '../base/asked.ts';
import { readOnce } from '../base/calls.ts';
import { defineStore } from 'pinia';
import { computed, ref, shallowRef, watch } from 'vue';
import { ApiProblem } from '../base/api.ts';
import { useChanges } from '../base/changes.ts';
import { useSession } from '../base/session.ts';
import { LotLines } from './lotLines.ts';

export const SORTS = { crop: 'by crop', year: 'newest first', seeds: 'most seeds first', alive: 'least alive first' } as const;
export type Sort = keyof typeof SORTS;

const PAGE = 100;

/**
 * The list of lots, all of it: how long it is and where its headings stand is known at once, and of the lots those pages are read that
 * somebody looks at. Kept while one goes to another place and back.
 */
export const useLotList = defineStore('lot-list', () => {
  const tag = ref('all');
  const crop = ref<string | null>(null);
  const sort = ref<Sort>('crop');
  const tags = ref<Readonly<Record<string, number>>>({});
  const lines = shallowRef(new LotLines(0, []));
  const pages = shallowRef<ReadonlyMap<number, readonly ListedLot[]>>(new Map());
  const known = ref(false);
  const problem = ref<string | null>(null);
  const changes = useChanges();
  const session = useSession();
  /** Pages on their way, and the first and last lot that are looked at. */
  let underway = new Map<number, Promise<void>>();
  let looked = { first: 0, last: PAGE - 1 };
  let asked = 0;

  const list = (): Asked<typeof lotsApi.list> => ({ tag: tag.value, sort: sort.value, crop: crop.value });
  const pageAt = (lot: number): number => Math.floor(lot / PAGE);

  function readPage(page: number): Promise<void> {
    const mine = asked;
    const reading = readOnce(lotsApi.list, { ...list(), from: page * PAGE, limit: PAGE })
      .then(({ lots }) => {
        if (mine === asked) pages.value = new Map(pages.value).set(page, lots);
      })
      .catch((error: unknown) => {
        if (mine === asked) problem.value = error instanceof ApiProblem ? error.message : String(error);
      })
      .finally(() => {
        if (mine === asked) underway.delete(page);
      });
    underway.set(page, reading);
    return reading;
  }

  /** Reads the lots from `first` to `last`, as far as they are not here yet. */
  async function look(first: number, last: number): Promise<void> {
    looked = { first, last };
    const wanted = Array.from({ length: pageAt(last) - pageAt(first) + 1 }, (_, i) => pageAt(first) + i);
    await Promise.all(wanted.filter((p) => !pages.value.has(p)).map((p) => underway.get(p) ?? readPage(p)));
  }

  /** Reads anew what is looked at; what was read of it stays until then. */
  async function load(): Promise<void> {
    const mine = ++asked;
    underway = new Map();
    try {
      const [counted, { crops }] = await Promise.all([
        readOnce(lotsApi.tags, {}),
        sort.value === 'crop' || crop.value !== null ? readOnce(lotsApi.crops, { tag: tag.value }) : { crops: [] },
      ]);
      const first = pageAt(looked.first);
      const answers = await Promise.all(
        Array.from({ length: pageAt(looked.last) - first + 1 }, async (_, i) => {
          const { lots } = await readOnce(lotsApi.list, { ...list(), from: (first + i) * PAGE, limit: PAGE });
          return [first + i, lots] as const;
        }),
      );
      if (mine !== asked) return;
      pages.value = new Map(answers);
      tags.value = counted.tags;
      const of = crop.value === null ? counted.tags[tag.value] : crops.find((c) => c.key === crop.value)?.n;
      lines.value = new LotLines(of ?? 0, crop.value === null && sort.value === 'crop' ? crops : []);
      problem.value = null;
    } catch (error) {
      if (mine === asked) problem.value = error instanceof ApiProblem ? error.message : String(error);
    } finally {
      if (mine === asked) known.value = true;
    }
  }

  /** How many lots stand before this one; null where it is not in the list, or not in the library. */
  async function position(code: string): Promise<number | null> {
    return readOnce(lotsApi.position, { code, ...list() }).then(
      ({ at }) => at,
      () => null,
    );
  }

  watch([tag, crop, sort], () => {
    pages.value = new Map();
    known.value = false;
    looked = { first: 0, last: PAGE - 1 };
    void load();
  });
  watch([() => changes.revision, () => session.caughtUp], () => void load());
  void load();

  return {
    tag,
    crop,
    sort,
    tags,
    lines,
    problem,
    look,
    position,
    /** The lot with so many before it; null while it is not read. */
    lotAt: computed(
      () =>
        (at: number): ListedLot | null =>
          pages.value.get(pageAt(at))?.[at % PAGE] ?? null,
    ),
    /** Whether it is known how long the list is. */
    known,
  };
});
