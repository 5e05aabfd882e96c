import { Faults, type Found, seeded } from './found.ts';
import { serveLibrary } from './served.ts';

/**
 * Several desks at the same few records, each from what it saw last, with steps taken back in between. No version may be given twice, no
 * change be taken from another version than the one that was there, and what was written last is what is there.
 */
export async function editors(seconds: number, seed: number): Promise<Found> {
  const { base, close } = await serveLibrary();
  const faults = new Faults();
  const random = seeded(seed);
  let taken = 0;
  let refused = 0;
  let undone = 0;
  const call = async (method: string, path: string, body?: object): Promise<{ status: number; body: Record<string, unknown> }> => {
    const response = await fetch(base + path, {
      method,
      ...(body ? { headers: { 'Content-Type': 'application/json' }, body: JSON.stringify(body) } : {}),
    });
    return { status: response.status, body: (await response.json()) as Record<string, unknown> };
  };
  const members: number[] = [];
  for (const name of ['Bram Holt', 'Juna Vane', 'Ottilie Marsh'])
    members.push((await call('POST', '/members', { name })).body.id as number);
  /** By member: the note that each version had when it was answered. */
  const given = new Map(members.map((id) => [id, new Map<number, string>()]));
  const until = performance.now() + seconds * 1000;
  const desk = async (who: number): Promise<void> => {
    let n = 0;
    const seen = new Map<number, number>();
    let last: number | null = null;
    while (performance.now() < until) {
      const id = members[Math.floor(random() * members.length)] as number;
      if (!seen.has(id) || random() < 0.4) {
        const { member } = (await call('GET', `/members/${String(id)}`)).body as { member: { version: number } };
        seen.set(id, member.version);
      }
      if (last !== null && random() < 0.2) {
        if ((await call('POST', `/history/${String(last)}/undo`, {})).status === 200) undone += 1;
        last = null;
        continue;
      }
      const version = seen.get(id) as number;
      const note = `desk ${String(who)}, change ${String((n += 1))}`;
      const answer = await call('PATCH', `/members/${String(id)}`, { name: `Member ${String(id)}`, note, version });
      if (answer.status === 200) {
        taken += 1;
        const versions = given.get(id) as Map<number, string>;
        if (versions.has(version + 1)) faults.add('two changes were taken from the same version');
        versions.set(version + 1, note);
        seen.set(id, version + 1);
        last = (answer.body.step as { id: number }).id;
      } else if (answer.body.code === 'stale') {
        refused += 1;
        seen.delete(id);
      } else faults.add(`refused otherwise: ${String(answer.status)} ${String(answer.body.detail).slice(0, 80)}`);
    }
  };
  await Promise.all(Array.from({ length: 6 }, (_, i) => desk(i)));
  for (const [id, versions] of given) {
    const { member } = (await call('GET', `/members/${String(id)}`)).body as { member: { version: number; note: string | null } };
    const newest = Math.max(...versions.keys());
    if (newest > member.version) faults.add('a version went down');
    if (versions.has(member.version) && versions.get(member.version) !== member.note) faults.add('what was written last is not there');
  }
  close();
  return {
    what: 'six desks at three records',
    did: `${String(taken)} changes taken, ${String(refused)} refused as stale, ${String(undone)} taken back`,
    broken: faults.list(),
  };
}
