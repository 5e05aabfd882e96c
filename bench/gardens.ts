import { all, type Db, run } from '@esprel/server';
import { manyLots } from './manyLots.ts';
import { getBytes, inTurns, note, served } from './measure.ts';

const GARDENS = 200;
const PATCHES = 600;

/** Two hundred gardens on the plan and six hundred patches, a third of them of one crossing group. */
function manyGardens(db: Db): void {
  const lots = all<{ id: number; cropKey: string }>(
    db,
    `SELECT l.id, v.crop_key AS cropKey FROM lots l JOIN varieties v ON v.id = l.variety_id WHERE l.balance > 40 AND l.state = 'kept' ORDER BY l.id`,
  );
  const squashes = lots.filter((l) => ['summer-squash', 'pepo-pumpkin'].includes(l.cropKey));
  const others = lots.filter((l) => !squashes.includes(l));
  db.transaction(() => {
    for (const lot of lots)
      run(db, "INSERT INTO movements (lot_id, kind, seeds, moved_on, reason) VALUES (?, 'in', 600, '2027-03-01', 'bench')", lot.id);
    const members = Array.from({ length: GARDENS }, (_, i) => {
      const member = Number(
        run(db, "INSERT INTO members (name, folded, joined_on) VALUES (?, '', '2026-01-01')", `Grower ${String(i)}`).lastInsertRowid,
      );
      // Spread over some kilometres, on the grid, the same every time.
      const at = (k: number): number => ((i * k) % 121) * 50 - 3000;
      run(
        db,
        "INSERT INTO gardens (name, member_id, hemisphere, shift_days, east_m, north_m) VALUES (?, ?, 'north', ?, ?, ?)",
        `Garden ${String(i)}`,
        member,
        String(i % 9),
        String(at(37)),
        String(at(53)),
      );
      return member;
    });
    for (let i = 0; i < PATCHES; i++) {
      const from = i % 3 === 0 && squashes.length > 0 ? squashes : others;
      const lot = from[i % from.length] as (typeof lots)[number];
      const movement = run(
        db,
        "INSERT INTO movements (lot_id, kind, seeds, moved_on, reason) VALUES (?, 'lent', -1, '2027-03-01', 'bench')",
        lot.id,
      ).lastInsertRowid;
      run(
        db,
        `INSERT INTO loans (lot_id, member_id, movement_id, seeds, purpose, promise, due_on, lent_on) VALUES (?, ?, ?, 12, 'save-seed', 'some', '2028-03-01', '2027-03-01')`,
        lot.id,
        members[i % GARDENS] as number,
        movement,
      );
    }
  }).immediate();
}

/** The plan of a library of two hundred gardens: opened after a change, and one patch of it with what would lower its crossing. */
export async function gardens(): Promise<void> {
  const db = await manyLots(1000);
  manyGardens(db);
  const library = await served(db);
  const plan = (await (await fetch(`${library.base}/api/growing?group=cucurbita-pepo`)).json()) as { patches: { key: string }[] };
  const key = plan.patches[0]?.key ?? '';
  const anew = (path: string) => () => {
    run(db, 'UPDATE lots SET note = note WHERE id = 1');
    return getBytes(`${library.base}/api${path}`);
  };
  const [opening = NaN, patch = NaN] = await inTurns([anew('/growing?group=cucurbita-pepo'), anew(`/growing/patches/${key}`)], 15);
  console.log(`  ${String(plan.patches.length)} patches of the group`);
  note({
    what: `who grows what with ${String(GARDENS)} gardens and ${String(PATCHES)} patches, opened after a change`,
    measured: `${opening.toFixed(0)} ms`,
    budget: 'under 150 ms',
    kept: opening < 150,
  });
  note({
    what: 'one patch of it, with what would lower its crossing',
    measured: `${patch.toFixed(0)} ms`,
    budget: 'under 150 ms',
    kept: patch < 150,
  });
  library.close();
  db.close();
}
