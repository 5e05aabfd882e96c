import { type Choice, freeIn, type Instance, metresBetween, type RenewalGarden, reaches } from './instance.ts';

/** A rule that several choices share: of a garden and season, or of patches that would cross. */
export interface Row {
  readonly limit: number;
  /** A variety counts once, however many of its choices are in it. */
  readonly once: boolean;
}

/** All rules, and which a choice has part in: those of choice i stand from `start[i]` to `start[i + 1]`, each with how much it uses. */
export interface Rows {
  readonly rows: readonly Row[];
  readonly start: Int32Array;
  readonly row: Int32Array;
  readonly uses: Float64Array;
  /** The same by rule: its choices from `partStart[r]` to `partStart[r + 1]`. */
  readonly partStart: Int32Array;
  readonly part: Int32Array;
  readonly partUses: Float64Array;
}

/**
 * The rules of an instance as rows: room, varieties and covers of each garden and season, less what is fixed; and for each group and season sets of
 * gardens so near to one another that at most one of its varieties may flower open in all of them.
 */
export function rowsOf(instance: Instance, choices: readonly Choice[] = instance.choices): Rows {
  const { input, fixed } = instance;
  const { gardens, varieties, seasons } = input;
  const rows: Row[] = [];
  const of: { row: number; uses: number }[][] = instance.choices.map(() => []);
  const add = (limit: number, once: boolean, parts: readonly { readonly c: Choice; readonly uses: number }[]): void => {
    // A rule that all of its choices keep together is none.
    if (!once && parts.reduce((sum, p) => sum + p.uses, 0) <= limit) return;
    // In its own measure, so that prices of all rules are of one size.
    const mean = parts.reduce((sum, p) => sum + p.uses, 0) / parts.length;
    rows.push({ limit: limit / mean, once });
    for (const p of parts) of[p.c.i]?.push({ row: rows.length - 1, uses: p.uses / mean });
  };
  const stands = (c: Choice, g: number, t: number): boolean => c.g === g && c.s <= t && t <= c.flowers;
  const byGarden = gardens.map((): Choice[] => []);
  for (const c of choices) byGarden[c.g]?.push(c);
  gardens.forEach((garden, g) => {
    for (let t = 0; t < seasons; t++) {
      const there = (byGarden[g] ?? []).filter((c) => stands(c, g, t));
      const held = fixed.filter((c) => stands(c, g, t));
      const plants = (c: Choice): number => varieties[c.v]?.plants ?? 0;
      const free = freeIn(garden, t);
      const room = free.plants - held.reduce((n, c) => n + plants(c), 0);
      add(
        room,
        false,
        there.map((c) => ({ c, uses: plants(c) })),
      );
      // Plants come in whole patches: of patches of p and more there go no more than room / p (rounded rows; Gomory 1958, Chvatal 1973).
      for (const p of new Set(there.map(plants))) {
        const parts = there.flatMap((c) => (plants(c) < p ? [] : [{ c, uses: Math.floor(plants(c) / p) }]));
        if (room % p !== 0 || parts.length < there.length) add(Math.floor(room / p), false, parts);
      }
      add(
        free.varieties - held.length,
        false,
        there.map((c) => ({ c, uses: 1 })),
      );
      add(
        free.cages - held.filter((c) => c.caged && c.flowers === t).length,
        false,
        there.filter((c) => c.caged && c.flowers === t).map((c) => ({ c, uses: 1 })),
      );
    }
  });
  for (const parts of nearSets(instance, choices))
    add(
      1,
      true,
      parts.map((c) => ({ c, uses: 1 })),
    );
  const start = new Int32Array(of.length + 1);
  of.forEach((parts, i) => (start[i + 1] = (start[i] ?? 0) + parts.length));
  const parts = of.flat();
  const row = Int32Array.from(parts, (p) => p.row);
  const uses = Float64Array.from(parts, (p) => p.uses);
  return { rows, start, row, uses, ...byRule(rows.length, start, row, uses) };
}

function byRule(rules: number, start: Int32Array, row: Int32Array, uses: Float64Array): Pick<Rows, 'partStart' | 'part' | 'partUses'> {
  const partStart = new Int32Array(rules + 1);
  for (const r of row) partStart[r + 1] = (partStart[r + 1] as number) + 1;
  for (let r = 0; r < rules; r++) partStart[r + 1] = (partStart[r + 1] as number) + (partStart[r] as number);
  const next = partStart.slice();
  const part = new Int32Array(row.length);
  const partUses = new Float64Array(row.length);
  for (let i = 0; i + 1 < start.length; i++) {
    for (let k = start[i] as number; k < (start[i + 1] as number); k++) {
      const r = row[k] as number;
      const at = next[r] as number;
      part[at] = i;
      partUses[at] = uses[k] as number;
      next[r] = at + 1;
    }
  }
  return { partStart, part, partUses };
}

/** For each group and season sets of open choices of which any two of different varieties exclude each other. */
function nearSets({ input }: Instance, choices: readonly Choice[]): Choice[][] {
  const { varieties, gardens } = input;
  const within = reaches(input);
  const byGroup = new Map<string, Choice[]>();
  for (const c of choices) {
    const group = varieties[c.v]?.group ?? null;
    if (group === null || c.covered) continue;
    const key = `${group} ${String(c.flowers)}`;
    const open = byGroup.get(key);
    if (open) open.push(c);
    else byGroup.set(key, [c]);
  }
  const sets: Choice[][] = [];
  for (const open of byGroup.values()) {
    const vs = [...new Set(open.map((c) => c.v))];
    const spread = (v: number): number => Math.min(...vs.filter((u) => u !== v).map((u) => within(u, v)));
    const farFirst = vs.map((v) => ({ v, reach: spread(v) })).sort((a, b) => b.reach - a.reach || a.v - b.v);
    const levels = new Set<number>();
    for (const a of vs) for (const b of vs) if (a < b && within(a, b) > 0) levels.add(within(a, b));
    // At each distance those of which all pairs reach at least so far: near enough gardens hold one of them.
    for (const level of [...levels].sort((a, b) => b - a)) {
      const joined: number[] = [];
      for (const { v } of farFirst) if (joined.every((u) => within(u, v) >= level)) joined.push(v);
      if (joined.length > 1) sets.push(...setsAtLevel(open, new Set(joined), level, gardens));
    }
  }
  return sets;
}

/** Open choices of these varieties in gardens of which any two, and each with itself, are nearer than a level: every such pair of gardens is in one set. */
function setsAtLevel(open: readonly Choice[], joined: ReadonlySet<number>, level: number, gardens: readonly RenewalGarden[]): Choice[][] {
  const own = open.filter((c) => joined.has(c.v));
  const near = (a: number, b: number): boolean => metresBetween(gardens[a] as RenewalGarden, gardens[b] as RenewalGarden) < level;
  const gs = [...new Set(own.map((c) => c.g))].filter((g) => near(g, g)).sort((a, b) => a - b);
  const beside = new Map(gs.map((a) => [a, gs.filter((b) => near(a, b))]));
  const covered = new Set<number>();
  const key = (a: number, b: number): number => Math.min(a, b) * gardens.length + Math.max(a, b);
  const sets: Choice[][] = [];
  for (const a of gs) {
    for (const b of beside.get(a) ?? []) {
      if (b < a || covered.has(key(a, b))) continue;
      const set = a === b ? [a] : [a, b];
      for (const g of beside.get(a) ?? []) if (!set.includes(g) && set.every((o) => near(o, g))) set.push(g);
      for (const x of set) for (const y of set) covered.add(key(x, y));
      const inSet = new Set(set);
      const parts = own.filter((c) => inSet.has(c.g));
      if (new Set(parts.map((c) => c.v)).size > 1) sets.push(parts);
    }
  }
  return sets;
}
