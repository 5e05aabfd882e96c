import { CALCULATORS } from '@esprel/core';
import { generateDemo } from '@esprel/demo';
import { all, type Db, type Route, routes } from '@esprel/server';
import { Faults, type Found, seeded } from './found.ts';
import { damageOf, serveLibrary } from './served.ts';

/** Values that have broken programs before. */
const HOSTILE: readonly unknown[] = [
  null,
  '',
  ' ',
  '0',
  -1,
  0,
  1,
  2,
  1.5,
  1e9,
  Number.MAX_SAFE_INTEGER,
  1e308,
  -0,
  true,
  [],
  {},
  [null],
  [{}],
  'x'.repeat(3000),
  'line\nbreak',
  'nul\u0000',
  '\uFFFE',
  '\uD800',
  '\u202Ereversed',
  "'; DROP TABLE lots; --",
  '<script>alert(1)</script>',
  '=1+1',
  '../../etc/passwd',
  '%00',
  '2027-02-30',
  '2027-03-14',
  '9999-12-31',
  '__proto__',
  'constructor',
  { toString: 1 },
  Array.from({ length: 3000 }, (_, i) => i),
];

interface Described {
  readonly type?: string;
  readonly fields?: Readonly<Record<string, Described>>;
  readonly innerType?: Described;
  readonly oneOf?: readonly unknown[];
}

/** A value that may even be right, so that what lies behind the form is reached too. */
function fitting(field: Described, random: () => number, known: () => unknown): unknown {
  if (random() < 0.35) return HOSTILE[Math.floor(random() * HOSTILE.length)];
  if (field.fields) return objectOf(field.fields, random, known);
  switch (field.type) {
    case 'number':
      return [1, 2, 3, 10, 50, 0.5, 20][Math.floor(random() * 7)];
    case 'boolean':
      return random() < 0.5;
    case 'array':
      return Array.from({ length: Math.floor(random() * 3) }, () => fitting(field.innerType ?? {}, random, known));
    default:
      return known();
  }
}

function objectOf(fields: Readonly<Record<string, Described>>, random: () => number, known: () => unknown): Record<string, unknown> {
  return Object.fromEntries(
    Object.entries(fields).flatMap(([name, field]) => (random() < 0.1 ? [] : [[name, fitting(field, random, known)]])),
  );
}

/** Sends what nobody should send to every route of the table, and looks at what is answered and at what is left. */
export async function fuzz(seconds: number, seed: number): Promise<Found> {
  const broke: string[] = [];
  const { db, base, close } = await serveLibrary((words) => broke.push(words));
  generateDemo(db);
  const faults = new Faults();
  const table = routes({ db }, () => undefined);
  const random = seeded(seed);
  const words = knownWords(db);
  const known = (): unknown => words[Math.floor(random() * words.length)];
  let requests = 0;
  const statuses = new Map<number, number>();
  const ask = async (method: string, path: string, body: string | null, type = 'application/json'): Promise<void> => {
    requests += 1;
    const response = await fetch(base + path, {
      method,
      ...(body === null ? {} : { body, headers: { 'Content-Type': type, 'Idempotency-Key': `fuzz-${String(requests)}` } }),
    });
    const text = await response.text();
    statuses.set(response.status, (statuses.get(response.status) ?? 0) + 1);
    const route = `${method} ${path.replace(/\?.*/, '').slice(0, 60)}`;
    if (response.status >= 500 && response.status !== 503) faults.add(`${String(response.status)} from ${route}`);
    if (response.status >= 400 && !/"code":"[a-z-]+"/.test(text)) faults.add(`an error without a code from ${route}`);
    if (response.status === 400 && text.includes('"errors":[]')) faults.add(`bad input without a field from ${route}`);
  };
  const until = performance.now() + seconds * 1000;
  let round = 0;
  for (; performance.now() < until || round < 1; round++) {
    for (const route of table) await once(route, ask, random, known);
    for (const name of Object.keys(CALCULATORS)) {
      await ask('POST', `/calc/${name}`, JSON.stringify(HOSTILE[Math.floor(random() * HOSTILE.length)]));
    }
    if (performance.now() > until) break;
  }
  for (const b of broke) faults.add(`broke: ${b}`);
  look(db, faults);
  close();
  const counts = [...statuses].sort((a, b) => a[0] - b[0]).map(([status, n]) => `${String(n)} x ${String(status)}`);
  return {
    what: 'fuzz over every route',
    did: `${String(requests)} requests over ${String(table.length)} routes and ${String(Object.keys(CALCULATORS).length)} calculators: ${counts.join(', ')}`,
    broken: faults.list(),
  };
}

/** A value as part of an address; halves of characters have no place in one. */
function inAddress(value: unknown, most: number): string {
  const text = typeof value === 'object' ? JSON.stringify(value) : String(value as string | number | boolean);
  return encodeURIComponent(text.slice(0, most).replace(/\p{Cs}/gu, '?'));
}

type Ask = (method: string, path: string, body: string | null, type?: string) => Promise<void>;

async function once(route: Route, ask: Ask, random: () => number, known: () => unknown): Promise<void> {
  const path = route.path.replace(/:(\w+)/g, () => {
    const value = random() < 0.75 ? known() : HOSTILE[Math.floor(random() * HOSTILE.length)];
    return inAddress(value, 200) || 'x';
  });
  if (route.kind === 'read') {
    const names = [
      'q',
      'week',
      'tag',
      'sort',
      'crop',
      'after',
      'codes',
      'kind',
      'page',
      'copies',
      'state',
      'year',
      'rows',
      'limit',
      'from',
      'places',
      'tests',
      'name',
      'cropKey',
      'day',
    ];
    const name = names[Math.floor(random() * names.length)] as string;
    const value = random() < 0.5 ? known() : HOSTILE[Math.floor(random() * HOSTILE.length)];
    const query = random() < 0.3 ? '' : `?${name}=${inAddress(value, 400)}`;
    await ask('GET', path + query, null);
  } else if (route.kind === 'change') {
    const fields = (route.schema.describe() as Described).fields ?? {};
    const body = random() < 0.1 ? HOSTILE[Math.floor(random() * HOSTILE.length)] : objectOf(fields, random, known);
    await ask(route.method.toUpperCase(), path, random() < 0.03 ? '{"cut' : JSON.stringify(body));
  } else if (route.kind === 'upload') {
    await ask(
      'POST',
      `${path}?name=a.csv`,
      ['Variety,Crop\nA,Tomato', '\0\0\0', ','.repeat(500), '"open', '\n'.repeat(5000)][Math.floor(random() * 5)] as string,
      'text/csv',
    );
  } else {
    await ask('POST', path, JSON.stringify(HOSTILE[Math.floor(random() * HOSTILE.length)]));
  }
}

/** Words that name something in the library, and some that every form knows. */
function knownWords(db: Db): unknown[] {
  const codes = all<{ code: string }>(db, 'SELECT code FROM lots ORDER BY id LIMIT 40').map((r) => r.code);
  return [
    ...codes,
    1,
    2,
    3,
    '1',
    '2',
    '7',
    'tomato',
    'onion',
    'library',
    '2027-03-14',
    '2027-03-01',
    'in',
    'out',
    'sure',
    'yes',
    'test',
    'garden',
    'nothing',
    'cells',
    'beds',
    'start',
    'right',
    'a word',
  ];
}

/** What has to hold of every library, whatever was sent to it. */
function look(db: Db, faults: Faults): void {
  const damage = damageOf(db.name);
  if (damage !== null) faults.add(damage);
  const count = (sql: string): number => (db.prepare(sql).get() as { n: number }).n;
  if (count('SELECT count(*) AS n FROM lots l WHERE balance <> (SELECT coalesce(sum(seeds), 0) FROM movements WHERE lot_id = l.id)') > 0)
    faults.add('a balance is not the sum of its movements');
  if (count('SELECT count(*) AS n FROM lots WHERE balance < 0') > 0) faults.add('a lot holds less than nothing');
  if (count("SELECT count(*) AS n FROM steps WHERE summary = ''") > 0) faults.add('a step without a sentence in the history');
}
