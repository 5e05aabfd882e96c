import { bringsHome, type Kept, offeredToo, type Practised, type Saving, shrunkShare, type Spot } from '@esprel/core';
import { all, type Db } from '../db/db.ts';
import type { RenewalFigureRow } from '../records/renewalRow.ts';
import { listGardens } from '../season/gardens.ts';

/** A garden in which something could be renewed. */
export interface GrowerGarden {
  readonly id: number;
  readonly name: string;
  readonly memberId: number | null;
  readonly grower: string | null;
  readonly spot: Spot | null;
  readonly room: number;
  readonly roomSaid: boolean;
  readonly most: number;
  readonly mostSaid: boolean;
  readonly cages: number;
  readonly practised: Practised | null;
  readonly version: number;
  /** Promises of its grower: kept, of how many; and the share, drawn towards all members. */
  readonly promises: Kept;
  readonly share: number;
}

/** What a garden is taken to have room for where nobody said: a bed, and three varieties. */
export const UNSAID = { room: 30, most: 3 } as const;

const PROMISES = `SELECT o.member_id AS id, count(*) AS of, coalesce(sum(EXISTS (SELECT 1 FROM loans_home r WHERE r.loan_id = o.id)), 0) AS kept
  FROM loans o WHERE o.promise <> 'nothing' AND (o.settled_on IS NOT NULL OR o.due_on < ?) GROUP BY o.member_id`;

/** Gardens of members, and those of the library itself of which somebody said what they have room for. */
export function growerGardens(db: Db, today: string): GrowerGarden[] {
  const promises = new Map(all<{ id: number } & Kept>(db, PROMISES, today).map((p) => [p.id, { kept: p.kept, of: p.of }]));
  const everybody = [...promises.values()].reduce((sum, p) => ({ kept: sum.kept + p.kept, of: sum.of + p.of }), { kept: 0, of: 0 });
  return listGardens(db).flatMap((g): GrowerGarden[] => {
    if (g.id === null || (g.memberId === null && g.roomPlants === null)) return [];
    const own = (g.memberId === null ? undefined : promises.get(g.memberId)) ?? { kept: 0, of: 0 };
    return [
      {
        id: g.id,
        name: g.name,
        memberId: g.memberId,
        grower: g.member,
        spot: g.spot,
        room: g.roomPlants ?? UNSAID.room,
        roomSaid: g.roomPlants !== null,
        most: g.mostVarieties ?? UNSAID.most,
        mostSaid: g.mostVarieties !== null,
        cages: g.cages,
        practised: g.practised,
        version: g.version,
        promises: own,
        share: shrunkShare(own, everybody),
      },
    ];
  });
}

/** By variety, which members offered to grow it. */
export function offers(db: Db): Set<string> {
  return new Set(
    all<{ memberId: number; varietyId: number }>(
      db,
      "SELECT member_id AS memberId, variety_id AS varietyId FROM asks WHERE kind = 'offer' AND closed_on IS NULL",
    ).map((o) => `${String(o.varietyId)} ${String(o.memberId)}`),
  );
}

/** How likely a variety comes home from a garden, and as somebody said it. */
export function chanceThere(
  garden: Pick<GrowerGarden, 'id' | 'memberId' | 'share' | 'practised'>,
  variety: { readonly id: number; readonly saving: Saving; readonly figures: readonly RenewalFigureRow[] },
  offered: ReadonlySet<string>,
): { readonly figured: number; readonly chance: number; readonly offered: boolean } {
  const usual = bringsHome(garden.share, variety.saving.difficulty, garden.practised);
  const does = garden.memberId !== null && offered.has(`${String(variety.id)} ${String(garden.memberId)}`);
  const figured = does ? offeredToo(usual) : usual;
  const said = variety.figures.find((f) => f.figure === 'chance' && f.garden_id === garden.id);
  return { figured, chance: said?.value ?? figured, offered: does };
}

const OUT = `SELECT l.variety_id AS varietyId, o.member_id AS memberId,
    (SELECT g.practised FROM gardens g WHERE g.member_id = o.member_id ORDER BY g.id LIMIT 1) AS practised
  FROM loans o JOIN lots l ON l.id = o.lot_id
  WHERE o.purpose <> 'garden' AND o.promise <> 'nothing' AND o.settled_on IS NULL AND o.seeds > o.unsown
    AND NOT EXISTS (SELECT 1 FROM loans_home r WHERE r.loan_id = o.id)
  UNION ALL SELECT r.variety_id, NULL, NULL FROM renewal_rows r JOIN planned_sowings p ON p.id = r.planned_id WHERE r.state = 'taken' AND r.season >= ?`;

/** Seed that growers have: of each variety the chances with which each of them brings it home. */
export function outThere(
  db: Db,
  gardens: readonly GrowerGarden[],
  season: number,
): Map<number, { readonly share: number; readonly practised: Practised | null }[]> {
  const shares = new Map(gardens.map((g) => [g.memberId, g.share]));
  const mean = gardens.length === 0 ? 0.5 : gardens.reduce((sum, g) => sum + g.share, 0) / gardens.length;
  const out = new Map<number, { share: number; practised: Practised | null }[]>();
  for (const r of all<{ varietyId: number; memberId: number | null; practised: Practised | null }>(db, OUT, season)) {
    const own = out.get(r.varietyId) ?? [];
    own.push({ share: (r.memberId === null ? undefined : shares.get(r.memberId)) ?? mean, practised: r.practised });
    out.set(r.varietyId, own);
  }
  return out;
}

/** The chance that one at least of those who have it brings a variety home. */
export const homeAgain = (out: readonly { readonly share: number; readonly practised: Practised | null }[], saving: Saving): number =>
  1 - out.reduce((lost, o) => lost * (1 - bringsHome(o.share, saving.difficulty, o.practised)), 1);
