import { formatLotCode } from '@esprel/core';
import { expect, it } from 'vitest';
import { all, type Db } from '../src/db/db.ts';
import { answerChange } from '../src/http/answerChange.ts';
import { blocksOf } from '../src/swap/day.ts';
import { swapRoutes } from '../src/swap/routes.ts';
import type { ChangeRoute } from '../src/routing/route.ts';
import { openTestLibrary } from './library.ts';

/** Small and quick numbers for a schedule, the same for the same seed. */
function luck(seed: number) {
  let s = seed >>> 0;
  const next = (): number => {
    s = (s + 0x6d2b79f5) >>> 0;
    let t = Math.imul(s ^ (s >>> 15), 1 | s);
    t = (t + Math.imul(t ^ (t >>> 7), 61 | t)) ^ t;
    return ((t ^ (t >>> 14)) >>> 0) / 4294967296;
  };
  return { below: (n: number) => Math.floor(next() * n), often: (p: number) => next() < p };
}

const TODAY = '2027-03-14';
const PATHS = {
  in: '/swap/desks/:id/in',
  out: '/swap/desks/:id/out',
  back: '/swap/desks/:id/back',
  visit: '/swap/desks/:id/visits',
} as const;
type What = keyof typeof PATHS;
interface Step {
  readonly what: What;
  readonly desk: number;
  readonly body: Record<string, unknown> & { readonly key: string };
}

const routes = new Map(swapRoutes().map((r) => [`${'method' in r ? r.method : 'get'} ${r.path}`, r]));
const by = { personId: null, standing: 'coordinator', memberId: null } as const;
function call(db: Db, method: string, path: string, id: number | null, body: object, key: string | null): any {
  const route = routes.get(`${method} ${path}`) as unknown as ChangeRoute;
  const params: Record<string, string> = id === null ? {} : { id: String(id) };
  const answer = answerChange(db, TODAY, route, { key, where: `${path} ${String(id)}`, by: by as never, params, query: {}, body });
  return JSON.parse(answer.json);
}

/** What three desks say on a day, each in its own order. */
function said(db: Db, r: ReturnType<typeof luck>, desks: readonly number[], member: number, tag: string): Step[][] {
  const codes: string[] = [];
  const firsts = desks.map((desk) => (blocksOf(db, desk)[0] as { first: number }).first);
  const queues = desks.map((desk): Step[] => {
    const visit = `${tag}-${String(desk)}`;
    return [{ what: 'visit', desk, body: { key: `${visit}-0`, n: 1, visit, memberId: r.often(0.5) ? member : null } }];
  });
  for (let i = 1; i <= 18; i++) {
    const d = r.below(desks.length);
    const [desk, queue] = [desks[d] as number, queues[d] as Step[]];
    const key = `${tag}-${String(desk)}-${String(queue.length)}`;
    const own = queue.filter((s) => s.what === 'in' || s.what === 'out');
    const first = firsts[d] as number;
    const what: What = r.often(0.4) || codes.length === 0 ? 'in' : r.often(0.2) && own.length > 0 ? 'back' : 'out';
    const stamp = { key, n: queue.length + 1 };
    if (what === 'in') {
      const code = formatLotCode('TM', first + queue.length);
      codes.push(code);
      const packets = 1 + r.below(3);
      queue.push({
        what,
        desk,
        body: {
          ...stamp,
          visit: null,
          code,
          name: `${tag} ${String(r.below(4))}`,
          cropKey: 'tomato',
          yearKind: 'harvest',
          year: 2026,
          form: 'cleaned',
          packets,
          seedsEach: 10,
          amountKnown: 'estimated',
          saved: false,
          wet: false,
        },
      });
    } else if (what === 'out') {
      queue.push({
        what,
        desk,
        body: {
          ...stamp,
          visit: `${tag}-${String(desk)}`,
          lotCode: codes[r.below(codes.length)],
          packets: 1 + r.below(2),
          seedsEach: 10,
          forSeed: false,
        },
      });
    } else {
      queue.push({ what, desk, body: { ...stamp, of: (own[r.below(own.length)] as Step).body.key } });
    }
  }
  return queues;
}

/** How it reaches the library: desks come by in any order, some of what they say twice, some before what they said before it. */
function arrivals(r: ReturnType<typeof luck>, queues: readonly Step[][]): Step[] {
  const left = queues.map((q) => [...q]);
  const out: Step[] = [];
  while (left.some((q) => q.length > 0)) {
    const q = left[r.below(left.length)] as Step[];
    // A desk comes online for a while, and is killed in the middle of it.
    for (let i = 1 + r.below(5); i > 0 && q.length > 0; i--) {
      const [step] = q.splice(r.often(0.1) ? r.below(Math.min(3, q.length)) : 0, 1) as [Step];
      out.push(step);
      if (r.often(0.2)) out.push(step);
      if (r.often(0.1)) q.splice(r.below(q.length + 1), 0, step);
    }
  }
  return out;
}

it('loses and doubles nothing, however three desks come by', async () => {
  const library = await openTestLibrary(TODAY);
  const { db } = library;
  const { id: member } = await library.done('/api/members', { name: 'Brisa Marl' });
  for (let seed = 1; seed <= 200; seed++) {
    const r = luck(seed);
    const tag = `s${String(seed)}`;
    const swap = call(db, 'post', '/swap', null, { name: tag, heldOn: TODAY, rule: 'free' }, null).id as number;
    const desks = [1, 2, 3].map((n) => call(db, 'post', '/swap/:id/desks', swap, { name: `Desk ${String(n)}` }, null).id as number);
    const queues = said(db, r, desks, member as number, tag);
    for (const { what, desk, body } of arrivals(r, queues)) {
      const sent = { ...body, on: TODAY, minute: 600 + 60 * r.below(6), deskToday: TODAY };
      // A key of its own for each sending: what is sent twice is known by what it says alone.
      call(db, 'post', PATHS[what], desk, sent, null);
    }
    check(db, swap, queues.flat(), tag);
  }
}, 240_000);

/** Held against what is right, whatever the order was. */
function check(db: Db, swap: number, steps: readonly Step[], tag: string): void {
  const backs = new Set(steps.flatMap((s) => (s.what === 'back' ? [s.body.of as string] : [])));
  const lines = all<{ key: string; way: string; lot: number | null; movement: number | null; loan: number | null; packets: number }>(
    db,
    `SELECT l.line_key AS key, l.way, l.lot_id AS lot, l.movement_id AS movement, l.loan_id AS loan, l.packets FROM swap_lines l
     JOIN swap_desks d ON d.id = l.desk_id WHERE d.swap_id = ?`,
    swap,
  );
  const misfits = all<{ kind: string; key: string | null }>(
    db,
    `SELECT m.kind, l.line_key AS key FROM swap_misfits m JOIN swap_desks d ON d.id = m.desk_id LEFT JOIN swap_lines l ON l.id = m.line_id
     WHERE d.swap_id = ? AND m.settled_on IS NULL`,
    swap,
  );
  const open = (key: string, kinds: readonly string[]) => misfits.some((m) => m.key === key && kinds.includes(m.kind));
  const there = new Map(lines.map((l) => [l.key, l]));
  const crossing = steps.filter((s) => s.what === 'in' || s.what === 'out');
  for (const { body } of crossing) {
    const line = there.get(body.key);
    if (!backs.has(body.key)) expect(line, `${tag}: ${body.key} is there`).toBeDefined();
    else if (line) expect(open(body.key, ['not-taken-back']), `${tag}: ${body.key} could not be taken back, and that is said`).toBe(true);
  }
  expect(lines.length, `${tag}: nothing that nobody said`).toBe(crossing.filter((s) => there.has(s.body.key)).length);
  for (const { what, body } of crossing) {
    const line = there.get(body.key);
    if (!line) continue;
    if (what === 'in') {
      const [lot] = all<{ id: number; came: number; balance: number; left: number }>(
        db,
        `SELECT l.id, l.balance, (SELECT sum(seeds) FROM movements m WHERE m.lot_id = l.id AND m.kind = 'in') AS came,
           (SELECT sum(packets_left) FROM packet_fills f WHERE f.lot_id = l.id) AS left FROM lots l WHERE l.code = ?`,
        body.code,
      );
      const gone = lines.filter((o) => o.way === 'out' && o.lot === line.lot).reduce((n, o) => n + o.packets, 0);
      expect(lot, `${tag}: the lot of ${body.key}`).toMatchObject({
        id: line.lot,
        came: 10 * line.packets,
        balance: 10 * (line.packets - gone),
      });
      expect(lot?.left, `${tag}: packets of ${body.key}`).toBe(line.packets - gone);
    } else {
      const written = line.movement !== null || line.loan !== null;
      expect(written !== open(body.key, ['too-little', 'no-lot']), `${tag}: ${body.key} is written once, or waits`).toBe(true);
      if (written) continue;
      // What waits does not fit into what is left.
      const source = crossing.find((s) => s.body.code === body.lotCode);
      const lot = source ? there.get(source.body.key) : undefined;
      const gone = lot ? lines.filter((o) => o.way === 'out' && o.lot === lot.lot).reduce((n, o) => n + o.packets, 0) : 0;
      if (lot) expect(line.packets, `${tag}: ${body.key} waits for good reason`).toBeGreaterThan(lot.packets - gone);
    }
  }
}
