import { type DBSchema, type IDBPDatabase, openDB } from 'idb';
import type { Waiting } from './said.ts';

interface Kept extends DBSchema {
  /** What the phone saw last, under the name of what it is. */
  seen: { key: string; value: unknown };
  /** What was said and the library has not answered yet, in order. */
  waiting: { key: number; value: Waiting };
}

/** What a phone keeps. Where the browser keeps nothing (a private window), only until the page is closed. */
export interface Keep {
  /** Whether it is there when the page is opened again. */
  readonly lasting: boolean;
  readonly see: (name: string, value: unknown) => Promise<void>;
  readonly seen: <T>(name: string) => Promise<T | undefined>;
  /** Forgets all that was seen; what waits stays. */
  readonly forget: () => Promise<void>;
  readonly put: (waiting: Waiting) => Promise<void>;
  readonly drop: (n: number) => Promise<void>;
  readonly waiting: () => Promise<Waiting[]>;
}

const plain = <T>(value: T): T => JSON.parse(JSON.stringify(value)) as T;

function inBrowser(db: IDBPDatabase<Kept>): Keep {
  return {
    lasting: true,
    see: async (name, value) => void (await db.put('seen', plain(value), name)),
    seen: async <T>(name: string) => (await db.get('seen', name)) as T | undefined,
    forget: () => db.clear('seen'),
    put: async (waiting) => void (await db.put('waiting', plain(waiting))),
    drop: (n) => db.delete('waiting', n),
    waiting: () => db.getAll('waiting'),
  };
}

function inPage(): Keep {
  const seen = new Map<string, unknown>();
  const waiting = new Map<number, Waiting>();
  return {
    lasting: false,
    see: (name, value) => Promise.resolve(void seen.set(name, plain(value))),
    seen: <T>(name: string) => Promise.resolve(seen.get(name) as T | undefined),
    forget: () => {
      seen.clear();
      return Promise.resolve();
    },
    put: (w) => Promise.resolve(void waiting.set(w.n, plain(w))),
    drop: (n) => Promise.resolve(void waiting.delete(n)),
    waiting: () => Promise.resolve([...waiting.values()].sort((a, b) => a.n - b.n)),
  };
}

export async function openKeep(): Promise<Keep> {
  try {
    return inBrowser(
      await openDB<Kept>('esprel-my', 1, {
        upgrade(db) {
          db.createObjectStore('seen');
          db.createObjectStore('waiting', { keyPath: 'n' });
        },
      }),
    );
  } catch {
    return inPage();
  }
}
