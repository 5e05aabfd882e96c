import type { SwapCopy, SwapCopyLot, SwapNumbers } from '@esprel/core/api';
import { type DBSchema, type IDBPDatabase, openDB } from 'idb';
import type { Sealed } from './seal.ts';
import type { DeskStep } from './steps.ts';

/** What a desk was told of the library, but for members, who are closed. */
export interface KeptCopy extends Omit<SwapCopy, 'members'> {
  /** When it was made ready, by the desk's clock. */
  readonly readyAt: string;
  readonly members: number;
  readonly numbers: SwapNumbers;
}

interface Kept extends DBSchema {
  /** The copy, what is closed of it, and the key for the day. */
  things: { key: string; value: unknown };
  lots: { key: string; value: SwapCopyLot };
  steps: { key: number; value: DeskStep };
}

/** What is kept under a name. */
export interface Things {
  readonly copy: KeptCopy;
  readonly members: Sealed;
  readonly key: { readonly key: CryptoKey; readonly until: number };
  readonly visit: { readonly key: string; readonly memberId: number | null; readonly name: string | null };
  /** Codes of labels that came out of the printer. */
  readonly printed: readonly string[];
}

/** What this browser keeps. Where it keeps nothing (a private window), only until the page is closed. */
export interface DeskKeep {
  readonly lasting: boolean;
  readonly get: <K extends keyof Things>(name: K) => Promise<Things[K] | undefined>;
  readonly put: <K extends keyof Things>(name: K, value: Things[K]) => Promise<void>;
  readonly drop: (name: keyof Things) => Promise<void>;
  readonly lots: () => Promise<SwapCopyLot[]>;
  readonly putLots: (lots: readonly SwapCopyLot[], gone: readonly string[]) => Promise<void>;
  /** The copy, its lots and members; what was said stays. */
  readonly forgetCopy: () => Promise<void>;
  readonly steps: () => Promise<DeskStep[]>;
  /** Steps in one go: all of them are there afterwards, or none. Throws where the disk is full. */
  readonly putSteps: (steps: readonly DeskStep[]) => Promise<void>;
  readonly dropSteps: () => Promise<void>;
}

/** Without what belongs to the screen: a browser keeps plain things alone. */
const plain = <T>(value: T): T => JSON.parse(JSON.stringify(value)) as T;

function inBrowser(db: IDBPDatabase<Kept>): DeskKeep {
  return {
    lasting: true,
    get: async <K extends keyof Things>(name: K) => (await db.get('things', name)) as Things[K] | undefined,
    put: async (name, value) => void (await db.put('things', value, name)),
    drop: (name) => db.delete('things', name),
    lots: () => db.getAll('lots'),
    putLots: async (lots, gone) => {
      const tx = db.transaction('lots', 'readwrite');
      await Promise.all([...lots.map((l) => tx.store.put(plain(l))), ...gone.map((c) => tx.store.delete(c)), tx.done]);
    },
    forgetCopy: async () => {
      const tx = db.transaction(['things', 'lots'], 'readwrite');
      await Promise.all([tx.objectStore('things').clear(), tx.objectStore('lots').clear(), tx.done]);
    },
    steps: () => db.getAll('steps'),
    putSteps: async (steps) => {
      // Strict: it is on the disk before the next envelope is begun.
      const tx = db.transaction('steps', 'readwrite', { durability: 'strict' });
      await Promise.all([...steps.map((s) => tx.store.put(plain(s))), tx.done]);
    },
    dropSteps: () => db.clear('steps'),
  };
}

function inPage(): DeskKeep {
  const things = new Map<string, unknown>();
  const lots = new Map<string, SwapCopyLot>();
  const steps = new Map<number, DeskStep>();
  return {
    lasting: false,
    get: <K extends keyof Things>(name: K) => Promise.resolve(things.get(name) as Things[K] | undefined),
    put: (name, value) => Promise.resolve(void things.set(name, value)),
    drop: (name) => Promise.resolve(void things.delete(name)),
    lots: () => Promise.resolve([...lots.values()]),
    putLots: (some, gone) => {
      for (const l of some) lots.set(l.code, l);
      for (const c of gone) lots.delete(c);
      return Promise.resolve();
    },
    forgetCopy: () => {
      things.clear();
      lots.clear();
      return Promise.resolve();
    },
    steps: () => Promise.resolve([...steps.values()].sort((a, b) => a.n - b.n)),
    putSteps: (some) => {
      for (const s of some) steps.set(s.n, s);
      return Promise.resolve();
    },
    dropSteps: () => Promise.resolve(steps.clear()),
  };
}

export async function openDeskKeep(): Promise<DeskKeep> {
  try {
    return inBrowser(
      await openDB<Kept>('esprel-swap-desk', 1, {
        upgrade(db) {
          db.createObjectStore('things');
          db.createObjectStore('lots', { keyPath: 'code' });
          db.createObjectStore('steps', { keyPath: 'n' });
        },
      }),
    );
  } catch {
    return inPage();
  }
}
