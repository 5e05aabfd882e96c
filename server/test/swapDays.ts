import { formatLotCode } from '@esprel/core';
import { openTestLibrary, type TestLibrary } from './library.ts';

/** A swap day of today with some desks, and what each of them says. */
export async function swapDay(library: TestLibrary, desks = 2) {
  const { id: swap } = await library.done('/api/swap', { name: 'Spring swap', heldOn: library.today, hall: 'Mill hall', rule: 'free' });
  const made = [];
  for (let i = 1; i <= desks; i++) {
    const { id } = await library.done(`/api/swap/${String(swap)}/desks`, { name: `Desk ${String(i)}` });
    made.push(await deskOf(library, swap as number, id as number));
  }
  const day = async () => (await library.get(`/api/swap/${String(swap)}`)).body;
  const misfits = async () => (await library.get(`/api/swap/${String(swap)}/misfits`)).body.misfits as any[];
  const putRight = (id: number, body: object = {}) =>
    library.post(`/api/swap/misfits/${String(id)}`, { version: 1, what: 'take', ...body });
  return { swap: swap as number, desks: made, day, misfits, putRight };
}

async function deskOf(library: TestLibrary, swap: number, id: number) {
  const seen = await library.get(`/api/swap/${String(swap)}`);
  if (seen.status !== 200) throw new Error(JSON.stringify(seen));
  const { desks } = seen.body;
  let number = desks.find((d: any) => d.id === id).blocks[0].first as number;
  let n = 0;
  const stamp = (over: object) => ({
    n: ++n,
    key: `${String(id)}-${String(n)}`,
    on: library.today,
    minute: 600 + n,
    deskToday: library.today,
    ...over,
  });
  const say = (what: string, body: object) => library.post(`/api/swap/desks/${String(id)}/${what}`, stamp(body));
  const envelope = (over: object = {}) => ({
    visit: null,
    code: formatLotCode('TM', number++),
    name: 'Tollgate Red',
    cropKey: 'tomato',
    yearKind: 'harvest',
    year: 2026,
    form: 'cleaned',
    packets: 3,
    seedsEach: 20,
    amountKnown: 'estimated',
    saved: false,
    wet: false,
    ...over,
  });
  return {
    id,
    say,
    comes: (over: object = {}) => say('in', envelope(over)),
    goes: (lotCode: string, over: object = {}) => say('out', { visit: 'v1', lotCode, packets: 1, seedsEach: 20, forSeed: false, ...over }),
  };
}

export const two = async () => {
  const library = await openTestLibrary();
  const { desks, ...rest } = await swapDay(library);
  return { library, ...rest, one: desks[0] as Awaited<ReturnType<typeof deskOf>>, other: desks[1] as Awaited<ReturnType<typeof deskOf>> };
};
export const balance = async (library: TestLibrary, code: string): Promise<number> => (await library.lotSheet(code)).lot.balance;
