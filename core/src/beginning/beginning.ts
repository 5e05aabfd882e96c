import { plural } from '../words/words.ts';

/** What a library sees to in its first hour; in any order, listed as most people take it. */
export const BEGIN_STEPS = ['place', 'frost', 'people', 'shelves', 'seed', 'labels', 'test', 'members'] as const;
export type BeginStepName = (typeof BEGIN_STEPS)[number];

/** What a person can say of a step. `done`: as it stands it is right. `not-for-us`: this library does without. */
export const BEGIN_SAID = ['done', 'not-for-us'] as const;
export type BeginSaid = (typeof BEGIN_SAID)[number];

/** So many envelopes are enough to see how the work goes. */
export const FIRST_ENVELOPES = 10;

/** What a library holds so far, as far as beginning goes. */
export interface BeginFacts {
  /** Null where nobody gave it a name. */
  readonly libraryName: string | null;
  readonly hemisphere: 'north' | 'south';
  /** Whether the last frost is the program's guess, was typed, or was counted from minima. */
  readonly frost: 'assumed' | 'typed' | 'counted';
  /** The usual last frost, in words. */
  readonly lastFrost: string;
  readonly people: number;
  readonly coordinator: boolean;
  readonly places: number;
  readonly lots: number;
  readonly tests: number;
  readonly members: number;
  /** Whether members can reach their page: a public address is set. */
  readonly publicAddress: boolean;
  readonly said: Readonly<Partial<Record<BeginStepName, BeginSaid>>>;
}

export interface BeginStep {
  readonly step: BeginStepName;
  readonly state: 'open' | 'begun' | 'done' | 'not-for-us';
  /** What the library has of it, in a few words. */
  readonly found: string;
  /** Minutes that it usually takes; 0 where it is done. */
  readonly minutes: number;
}

const MINUTES: Readonly<Record<BeginStepName, number>> = {
  place: 1,
  frost: 2,
  people: 2,
  shelves: 3,
  seed: 10,
  labels: 5,
  test: 5,
  members: 10,
};

type Found = Pick<BeginStep, 'found'> & { readonly state: 'open' | 'begun' | 'done' };
const open = (found: string): Found => ({ state: 'open', found });
const begun = (found: string): Found => ({ state: 'begun', found });
const done = (found: string): Found => ({ state: 'done', found });

const FIND: Readonly<Record<BeginStepName, (facts: BeginFacts) => Found>> = {
  place: (f) =>
    f.libraryName === null ? open('It has no name yet.') : done(`${f.libraryName}, in the ${f.hemisphere}ern half of the world.`),
  frost: (f) =>
    f.frost === 'counted'
      ? done(`Last frost usually ${f.lastFrost}, counted from minima.`)
      : f.frost === 'typed'
        ? done(`Last frost usually ${f.lastFrost}.`)
        : open(`Taken to be ${f.lastFrost} until you say otherwise.`),
  people: (f) =>
    f.people === 0
      ? open('Nobody is on the list.')
      : f.coordinator
        ? done(`${plural(f.people, 'person', 'people')}, with a coordinator.`)
        : begun(`${plural(f.people, 'person', 'people')}; nobody is coordinator, so everybody at this computer may do everything.`),
  shelves: (f) => (f.places === 0 ? open('No place is written down.') : done(`${plural(f.places, 'place')}.`)),
  seed: (f) =>
    f.lots === 0
      ? open('No envelope has been taken in.')
      : f.lots < FIRST_ENVELOPES
        ? begun(`${plural(f.lots, 'envelope')} so far.`)
        : done(`${plural(f.lots, 'envelope')}.`),
  labels: () => open('No label has been tried.'),
  test: (f) => (f.tests === 0 ? open('Nothing has been tested.') : done(`${plural(f.tests, 'test')} begun.`)),
  members: (f) =>
    f.members === 0
      ? open('No member is written down.')
      : f.publicAddress
        ? done(`${plural(f.members, 'member')}, who can open a page of their own.`)
        : begun(`${plural(f.members, 'member')}; their own page is not open to them yet.`),
};

/** The first steps of a library and how far each is. What a person said of a step counts before what is found. */
export function beginSteps(facts: BeginFacts): BeginStep[] {
  return BEGIN_STEPS.map((step) => {
    const found = FIND[step](facts);
    const said = facts.said[step];
    const state = found.state === 'done' ? 'done' : (said ?? found.state);
    const words = state === 'done' && said === 'done' && step === 'labels' ? 'A label came out as it should.' : found.found;
    return { step, state, found: words, minutes: state === 'open' || state === 'begun' ? MINUTES[step] : 0 };
  });
}

/** The step to go on with: the first that is neither done nor set aside; null where none is left. */
export function nextBeginStep(steps: readonly BeginStep[]): BeginStepName | null {
  return steps.find((s) => s.state === 'open' || s.state === 'begun')?.step ?? null;
}
