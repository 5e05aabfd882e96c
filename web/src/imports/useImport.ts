import { type ColumnMapping, IMPORT_FIELD_KEYS, type ImportField, nameKey } from '@esprel/core';
import { type ImportOverview, type ImportRow, importsApi } from '@esprel/core/api';
import type { Body } from '../base/asked.ts';
import { act, giveFile, readOnce } from '../base/calls.ts';
import { useLocalStorage } from '@vueuse/core';
import { defineStore } from 'pinia';
import { computed, reactive, ref, watch } from 'vue';
import { ApiProblem } from '../base/api.ts';
import { useChanges } from '../base/changes.ts';
import { useSession } from '../base/session.ts';

/** Larger files are told off before they are sent. */
export const MAX_FILE_BYTES = 20_000_000;
const PAGE = 100;
const POLL_MS = 250;

/**
 * A file on its way in: chosen, its columns matched, read, looked through, written. It goes on while other pages are open.
 */
export const useImport = defineStore('import', () => {
  const session = useSession();
  const changes = useChanges();
  /** Kept so that a page that is left and come back to shows the same file. */
  const fileId = useLocalStorage<string>('esprel.import', '');
  const file = ref<ImportOverview | null>(null);
  const problem = ref<string | null>(null);
  const fields = ref<Readonly<Record<string, string>>>({});
  const busy = ref(false);
  const rows = ref<readonly ImportRow[]>([]);
  const total = ref(0);
  const only = ref<'' | 'problem' | 'ready' | 'known'>('');
  const same = reactive<Record<string, boolean>>({});
  /** Crops chosen for names that may mean several. */
  const crops = reactive<Record<string, string>>({});
  const columns = reactive<Partial<Record<ImportField, number>>>({});
  const defaults = reactive({
    source: '',
    acquisition: 'donated' as 'donated' | 'purchased' | 'saved',
    placeId: null as number | null,
    receivedOn: '',
  });

  function fail(error: unknown): void {
    if (!(error instanceof ApiProblem)) throw error;
    fields.value = Object.fromEntries(error.errors.map((e) => [e.path, e.message]));
    problem.value = error.message.replace(/^file: /, 'The file ');
    if (error.status === 404) {
      fileId.value = '';
      file.value = null;
    }
  }
  async function attempt(work: () => Promise<void>): Promise<void> {
    problem.value = null;
    fields.value = {};
    busy.value = true;
    await work().catch(fail);
    busy.value = false;
  }
  function show(overview: ImportOverview): void {
    const before = file.value?.state;
    file.value = overview;
    fileId.value = overview.id;
    if (overview.state === 'reading' || overview.state === 'writing') {
      setTimeout(() => void poll(), POLL_MS);
    } else if (before !== overview.state) void loadRows();
    if (overview.state === 'done' && before === 'writing' && overview.stepId !== null) {
      changes.happened({ id: overview.stepId, summary: overview.message ?? '' });
    }
  }
  async function poll(): Promise<void> {
    await readOnce(importsApi.sheet, { file: fileId.value }).then(show).catch(fail);
  }
  async function loadRows(from = 0): Promise<void> {
    await readOnce(importsApi.rows, { file: fileId.value, only: only.value || null, from, limit: PAGE })
      .then((page) => {
        rows.value = from === 0 ? page.rows : [...rows.value, ...page.rows];
        total.value = page.total;
      })
      .catch(fail);
  }
  watch(only, () => void loadRows());

  async function choose(chosen: File): Promise<void> {
    if (chosen.size > MAX_FILE_BYTES) {
      problem.value = `The file is ${String(Math.round(chosen.size / 1e6))} MB; at most 20 MB are taken. Send it in parts.`;
      return;
    }
    await attempt(async () => {
      const overview = await giveFile(importsApi.take, { name: chosen.name.slice(0, 200) }, chosen);
      for (const key of IMPORT_FIELD_KEYS) delete columns[key];
      Object.assign(columns, overview.mapping);
      for (const key of Object.keys(same)) delete same[key];
      for (const key of Object.keys(crops)) delete crops[key];
      rows.value = [];
      show(overview);
    });
  }
  async function read(how: Pick<Body<typeof importsApi.read>, 'encoding' | 'separator'> = {}): Promise<void> {
    await attempt(async () => {
      show(
        await act(
          importsApi.read,
          { file: fileId.value },
          {
            ...how,
            mapping: { ...columns } satisfies ColumnMapping,
            source: defaults.source.trim() || null,
            acquisition: defaults.acquisition,
            placeId: defaults.placeId,
            receivedOn: defaults.receivedOn || null,
            crops: Object.entries(crops).map(([name, cropKey]) => ({ name, cropKey })),
          },
        ),
      );
    });
  }
  /** A crop chosen for a name holds for all rows of it: the file is read anew. */
  async function chooseCrop(name: string, key: string): Promise<void> {
    crops[name] = key;
    await read();
  }
  async function accept(leaveOutProblems: boolean): Promise<void> {
    await attempt(async () => {
      show(
        await act(
          importsApi.accept,
          { file: fileId.value },
          {
            leaveOutProblems,
            same: (file.value?.names ?? [])
              .filter((n) => same[nameKey(n.cropKey, n.name)] === true)
              .map((n) => ({ name: n.name, cropKey: n.cropKey, varietyId: n.near.id })),
          },
          session.personId,
        ),
      );
    });
  }
  const stop = (): Promise<void> => attempt(async () => show(await act(importsApi.stop, { file: fileId.value }, {})));
  async function leave(): Promise<void> {
    await attempt(async () => {
      await act(importsApi.leave, { file: fileId.value }, {});
    });
    fileId.value = '';
    file.value = null;
    rows.value = [];
  }
  if (fileId.value !== '') {
    void readOnce(importsApi.sheet, { file: fileId.value })
      .then((overview) => {
        Object.assign(columns, overview.mapping);
        show(overview);
        if (overview.state === 'read' || overview.state === 'done') void loadRows();
      })
      .catch(() => (fileId.value = ''));
  }
  return {
    file,
    problem,
    fields,
    busy,
    rows,
    total,
    only,
    same,
    crops,
    columns,
    defaults,
    choose,
    read,
    chooseCrop,
    accept,
    stop,
    leave,
    loadRows,
    progress: computed(() => (file.value && file.value.total > 0 ? file.value.done / file.value.total : 0)),
  };
});
