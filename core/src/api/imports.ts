import type { ColumnMapping, ImportedLot } from '../index.ts';
import { emptyForm } from '../schemas/forms.ts';
import { importAcceptForm, importReadForm } from '../schemas/keepForms.ts';
import { does, givesFile, oneOf, reads, takesFile, text, whole } from './contract.ts';
import type { NearVariety } from './varieties.ts';

export interface ImportOverview {
  readonly id: string;
  readonly fileName: string;
  readonly encoding: string;
  readonly encodings: Readonly<Record<string, string>>;
  readonly separator: string;
  readonly header: readonly string[];
  readonly sample: readonly (readonly string[])[];
  readonly mapping: ColumnMapping;
  readonly state: 'chosen' | 'reading' | 'read' | 'writing' | 'done' | 'failed';
  readonly done: number;
  readonly total: number;
  readonly counts: { readonly ready: number; readonly known: number; readonly problem: number };
  readonly names: readonly {
    readonly name: string;
    readonly cropKey: string;
    readonly rows: number;
    readonly near: NearVariety;
  }[];
  /** Names of the file that may mean several crops. */
  readonly crops: readonly {
    readonly name: string;
    readonly rows: number;
    readonly choices: readonly { readonly key: string; readonly name: string; readonly scientific: string }[];
  }[];
  readonly message: string | null;
  readonly acceptedBefore: { readonly day: string; readonly taken: number } | null;
  readonly stepId: number | null;
}

export interface ImportRow {
  readonly row: number;
  /** What makes it the same row in another copy of the file. */
  readonly key: string;
  readonly state: 'ready' | 'known' | 'problem';
  readonly cells: readonly string[];
  readonly code: string | null;
  readonly problems: readonly { readonly path: string; readonly message: string }[];
  readonly near: NearVariety | null;
  readonly lot: ImportedLot | null;
}

export const importsApi = {
  take: takesFile<ImportOverview>()('/imports', 'desk', { name: text() }),
  sheet: reads<ImportOverview>()('/imports/:file', 'desk'),
  rows: reads<{ readonly total: number; readonly rows: readonly ImportRow[] }>()('/imports/:file/rows', 'desk', {
    only: oneOf(['ready', 'known', 'problem']),
    from: whole(0, 1_000_000),
    limit: whole(1, 500),
  }),
  read: does<ImportOverview>()('/imports/:file/read', importReadForm, 'desk'),
  accept: does<ImportOverview>()('/imports/:file/accept', importAcceptForm, 'desk'),
  stop: does<ImportOverview>()('/imports/:file/stop', emptyForm, 'desk'),
  leave: does<{ readonly left: string }>()('/imports/:file/leave', emptyForm, 'desk'),
  report: givesFile('/imports/:file/report.csv', 'text/csv', 'desk'),
};
