import { ALIVE_KINDS, type SeedKind } from '../germination/marks.ts';
import { LOOK_KINDS, type PracticePaper, type SeedLook } from './paper.ts';

/** What somebody says of the seeds of a paper, by position; what is left out was not marked. */
export type Said = ReadonlyMap<number, SeedKind>;

/** One way of mistaking seeds: what they are, what was said, which they were, and how to tell. */
export interface Mistake {
  readonly is: SeedKind;
  readonly said: SeedKind | null;
  readonly positions: readonly number[];
  readonly tell: string;
}

export interface PaperJudged {
  readonly of: number;
  readonly right: number;
  /** Seeds alive in truth and as it was said, of all. */
  readonly alive: number;
  readonly saidAlive: number;
  /** The gravest first: what changes how many are taken to be alive, then what is most frequent. */
  readonly mistakes: readonly Mistake[];
}

/** How to tell a seed that looks so, and why it counts as what it does. */
const TELL: Readonly<Record<SeedLook, string>> = {
  sound: 'A sound root and a shoot: it would become a plant.',
  'just-sprouted': 'The root is out and longer than the seed is thick: that is enough to count as sprouted.',
  crooked: 'Crooked is not abnormal: root and shoot are whole, it only grew round a corner.',
  'no-root': 'There is a shoot but no root: it could take up no water, and counts as not alive.',
  'stubby-root': 'The root stopped short and ends blunt: nothing comes of it. A young root is pointed.',
  'split-shoot': 'The shoot is split or broken: the growing point is gone.',
  glassy: 'The shoot is glassy and swollen with water: it will rot, and counts as abnormal.',
  'rotten-base': 'Brown and thin where root and shoot meet: it is rotten there, however green the leaves are.',
  hard: 'As small and as shiny as on the first day: it took up no water. It is alive and asleep; file it and it sprouts.',
  swollen: 'Swollen, firm and clean, but not sprouted: press it, it does not give way. It is alive and asleep.',
  'swollen-mouldy': 'The mould came from its neighbour. Wipe it off and press: it is firm, so it is alive and asleep.',
  mouldy: 'Grown over with its own mould, and soft: it gives way when pressed.',
  collapsed: 'Sunken and grey: there is no life in it.',
  empty: 'A coat with nothing in it: flat, and it floats.',
};

const isAlive = (kind: SeedKind | null): boolean => kind !== null && ALIVE_KINDS.includes(kind);

/** Holds what somebody counted against the truth of the paper. */
export function judgePaper(paper: PracticePaper, said: Said): PaperJudged {
  const groups = new Map<string, { is: SeedKind; said: SeedKind | null; positions: number[]; looks: Map<SeedLook, number> }>();
  let right = 0;
  let saidAlive = 0;
  let alive = 0;
  for (const seed of paper.seeds) {
    const is = LOOK_KINDS[seed.look];
    const was = said.get(seed.position) ?? null;
    if (isAlive(is)) alive += 1;
    if (isAlive(was)) saidAlive += 1;
    if (is === was) {
      right += 1;
      continue;
    }
    const key = `${is} ${String(was)}`;
    const group = groups.get(key) ?? { is, said: was, positions: [], looks: new Map<SeedLook, number>() };
    group.positions.push(seed.position);
    group.looks.set(seed.look, (group.looks.get(seed.look) ?? 0) + 1);
    groups.set(key, group);
  }
  const grave = (m: Mistake): number => (isAlive(m.is) === isAlive(m.said) ? 0 : 1);
  const mistakes = [...groups.values()]
    .map(({ is, said: was, positions, looks }): Mistake => {
      // Every look among them has its own way to be told.
      const tell = [...looks].sort((a, b) => b[1] - a[1]).map(([look]) => TELL[look]);
      return { is, said: was, positions, tell: tell.slice(0, 2).join(' ') };
    })
    .sort((a, b) => grave(b) - grave(a) || b.positions.length - a.positions.length);
  return { of: paper.seeds.length, right, alive, saidAlive, mistakes };
}

/** Where two people say something else of one paper. */
export interface PaperDifference {
  readonly position: number;
  readonly one: SeedKind | null;
  readonly other: SeedKind | null;
  /** Which of them is right: the first, the other, or neither. */
  readonly right: 'one' | 'other' | 'neither';
  readonly tell: string;
}

/** Compares two counts of one paper, seed by seed, in the order in which they lie. */
export function comparePapers(paper: PracticePaper, one: Said, other: Said): PaperDifference[] {
  return paper.seeds.flatMap((seed) => {
    const [a, b] = [one.get(seed.position) ?? null, other.get(seed.position) ?? null];
    if (a === b) return [];
    const is = LOOK_KINDS[seed.look];
    return [
      {
        position: seed.position,
        one: a,
        other: b,
        right: a === is ? 'one' : b === is ? 'other' : 'neither',
        tell: TELL[seed.look],
      } as const,
    ];
  });
}
