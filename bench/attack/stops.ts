import { Faults, type Found, seeded } from './found.ts';
import { damageOf, envelopeOf, serveLibrary } from './served.ts';

const ROWS = 400;

/** Files that are being written in, stopped at any moment: what is said of them is what is there, all or nothing. */
export async function stops(seconds: number, seed: number): Promise<Found> {
  const { db, base, close } = await serveLibrary();
  const faults = new Faults();
  const random = seeded(seed);
  const until = performance.now() + seconds * 1000;
  const post = async (path: string, body: string, type = 'application/json'): Promise<Record<string, unknown>> =>
    (await (await fetch(base + path, { method: 'POST', headers: { 'Content-Type': type }, body })).json()) as Record<string, unknown>;
  const state = async (id: string): Promise<string> => ((await (await fetch(`${base}/imports/${id}`)).json()) as { state: string }).state;
  const finds = async (name: string): Promise<boolean> => {
    const { found } = (await (await fetch(`${base}/find?q=${encodeURIComponent(name)}`)).json()) as { found: { title: string }[] };
    return found.some((f) => f.title.includes(name));
  };
  let stopped = 0;
  let written = 0;
  let files = 0;
  let full = 0;
  for (; performance.now() < until || files < 3; files++) {
    const lots = (): number => (db.prepare('SELECT count(*) AS n FROM lots').get() as { n: number }).n;
    const before = lots();
    const rows = Array.from({ length: ROWS }, (_, i) => `File ${String(files)} number ${String(i)},Tomato,50`);
    const file = await post(`/imports?name=${String(files)}.csv`, ['Variety,Crop,Seeds', ...rows].join('\n'), 'text/csv');
    const id = file.id as string;
    await post(`/imports/${id}/read`, JSON.stringify({ mapping: file.mapping, source: 'The attic' }));
    while ((await state(id)) !== 'read') await new Promise((resolve) => setTimeout(resolve, 5));
    await post(`/imports/${id}/accept`, JSON.stringify({ same: [] }));
    if (files === 0) {
      // How long it takes when nobody stops it.
      const from = performance.now();
      while ((await state(id)) === 'writing') await new Promise((resolve) => setTimeout(resolve, 5));
      full = performance.now() - from;
    } else await new Promise((resolve) => setTimeout(resolve, random() * 1.3 * full));
    const said = await post(`/imports/${id}/stop`, '{}');
    const there = lots() - before;
    if (said.state === 'done') {
      written += 1;
      if (there !== ROWS) faults.add(`said to be done, and ${String(there)} of ${String(ROWS)} are there`);
    } else {
      stopped += 1;
      if (there !== 0) faults.add(`said to be stopped with nothing written, and ${String(there)} are there`);
    }
    // What another connection wrote is found over this one, and what this one writes after it.
    const own = `Alone ${String(files)}`;
    await post('/lots', JSON.stringify(envelopeOf(own)));
    if (!(await finds(own))) faults.add('an envelope that was taken in after a file is not found');
    if ((await finds(`File ${String(files)} number 7`)) !== there > 0) faults.add('what is found of a file is not what is there');
  }
  const damage = damageOf(db.name);
  if (damage !== null) faults.add(damage);
  close();
  return {
    what: 'files stopped while they are written in',
    did: `${String(files)} files of ${String(ROWS)} envelopes, ${String(stopped)} stopped in time, ${String(written)} done before`,
    broken: faults.list(),
  };
}
