import type {
  Between,
  CountsDue,
  DatedStep,
  GerminationSummary,
  Pace,
  RoundPlan,
  SeedKind,
  TestMethod,
  TestProtocol,
  Verdict,
} from '../index.ts';
import { closeTestForm, countForm, testForm } from '../schemas/forms.ts';
import { replicateForm, extendForm, giveUpForm, layForm, potForm, roundForm, roundPlanForm, stepForm } from '../schemas/testForms.ts';
import { changes, does, oneOf, reads, text } from './contract.ts';
import type { LotNames } from './lotSheet.ts';

export interface SeedMark {
  readonly position: number;
  readonly kind: SeedKind;
  readonly markedOn: string;
}

export interface Replicate {
  /** Within the test, from 1. */
  readonly number: number;
  /** Written on the bag, within its round. */
  readonly bag: number | null;
  readonly seeds: number;
  readonly laidOn: string;
  readonly warmFrom: string;
  readonly droppedWhy: string | null;
  readonly countedOn: string | null;
  /** Every day on which it was looked at, also when nothing was new. */
  readonly looks: readonly string[];
  readonly marks: readonly SeedMark[];
}

export interface LotEstimateShort {
  readonly median: number;
  readonly low: number;
  readonly high: number;
  readonly verdict: Verdict;
  readonly reason: string;
}

interface NextStep {
  readonly kind: 'step' | 'look';
  readonly due: string;
  readonly step: DatedStep;
}

/** A closed test of the same lot or variety, to hold a curve against. */
interface OtherCurve {
  readonly id: number;
  readonly lotCode: string;
  readonly sameLot: boolean;
  readonly closedOn: string;
  readonly sown: number;
  readonly normal: number;
  /** Between which days half of what sprouted was there. */
  readonly half: Between | null;
  readonly curve: GerminationSummary['curve'];
}

/** A test as `GET /api/tests/:id` answers it. */
export interface TestSheetData {
  readonly test: LotNames & {
    readonly id: number;
    readonly version: number;
    readonly lotCode: string;
    readonly cropKey: string;
    readonly roundId: number | null;
    readonly planned: boolean;
    readonly callOn: string | null;
    readonly method: TestMethod;
    readonly nightC: number;
    readonly dayC: number;
    readonly light: 'light' | 'dark' | 'either';
    readonly startedOn: string;
    readonly warmFrom: string;
    readonly countDays: readonly number[];
    readonly closedOn: string | null;
    readonly note: string | null;
  };
  readonly replicates: readonly Replicate[];
  readonly summary: GerminationSummary;
  readonly next: CountsDue | null;
  readonly seedsOut: number;
  readonly steps: readonly DatedStep[];
  readonly nextStep: NextStep | null;
  readonly missed: readonly string[];
  readonly pace: Pace;
  readonly balance: number;
  readonly floor: number;
  /** Sprouts that were moved into pots already. */
  readonly potted: number;
  readonly others: readonly OtherCurve[];
  readonly protocol: TestProtocol;
  readonly estimate: LotEstimateShort | null;
}

export interface ListedTest {
  readonly id: number;
  readonly version: number;
  readonly lotId: number;
  readonly countDays: readonly number[];
  readonly roundId: number | null;
  /** Numbers of its bags within the round, first and last. */
  readonly bagNumbers: readonly [number, number] | null;
  readonly planned: boolean;
  readonly callOn: string | null;
  readonly step: NextStep | null;
  readonly due: string | null;
  readonly lotCode: string;
  readonly variety: string;
  readonly crop: string;
  readonly method: TestMethod;
  readonly startedOn: string;
  readonly warmFrom: string;
  readonly closedOn: string | null;
  readonly seeds: number;
  readonly replicates: number;
  readonly marked: number;
  readonly normal: number;
  readonly alive: number;
  readonly next: CountsDue | null;
}

/** A lot that may be tested in a round, as `GET /api/rounds/lots` answers it. */
export interface RoundLotChoice {
  readonly lotCode: string;
  readonly variety: string;
  readonly crop: string;
  readonly balance: number;
  readonly floor: number;
  /** Seeds a test may take, and when its sprouts are grown on. */
  readonly spendable: number;
  readonly grown: number;
  readonly options: readonly { readonly seeds: number; readonly clear: number }[];
  readonly threshold: number;
  readonly median: number | null;
  readonly low: number | null;
  readonly high: number | null;
  readonly replicates: readonly number[];
  readonly growOn: boolean;
  readonly problem: string | null;
  readonly openTest: number | null;
}

export interface RoundSheetData {
  readonly round: { readonly id: number; readonly plannedOn: string; readonly note: string | null };
  readonly tests: readonly ListedTest[];
  readonly groups: RoundPlan['groups'];
  readonly materials: RoundPlan['materials'];
  readonly evenings: RoundPlan['evenings'];
}

export interface ListedRound {
  readonly id: number;
  readonly plannedOn: string;
  readonly note: string | null;
  readonly tests: number;
  readonly planned: number;
  readonly open: number;
  readonly startsOn: string;
}

/** Sprouts of a test that can be moved into pots, and members who know the variety. */
export interface Pottable {
  readonly sprouts: number;
  readonly left: number;
  readonly members: readonly { readonly id: number; readonly name: string; readonly lentOn: string }[];
}

export const testsApi = {
  list: reads<{ readonly tests: readonly ListedTest[] }>()('/tests', 'desk', { state: oneOf(['open', 'closed']) }),
  sheet: reads<TestSheetData>()('/tests/:id', 'desk'),
  pottable: reads<Pottable>()('/tests/:id/pot', 'desk'),
  start: changes<{ readonly id: number; readonly lotCode: string }>()('post', '/tests', testForm, 'desk'),
  lay: changes<TestSheetData>()('post', '/tests/:id/lay', layForm, 'desk'),
  giveUp: changes<{ readonly roundId: number | null }>()('post', '/tests/:id/give-up', giveUpForm, 'desk'),
  step: changes<TestSheetData>()('post', '/tests/:id/steps', stepForm, 'desk'),
  extend: changes<TestSheetData>()('post', '/tests/:id/extend', extendForm, 'desk'),
  dropReplicate: changes<TestSheetData>()('post', '/tests/:id/replicates', replicateForm, 'desk'),
  count: changes<TestSheetData>()('post', '/tests/:id/counts', countForm, 'desk'),
  close: changes<TestSheetData>()('post', '/tests/:id/close', closeTestForm, 'desk'),
  pot: changes<{ readonly sowingId: number; readonly lotCode: string; readonly plants: number }>()(
    'post',
    '/tests/:id/pot',
    potForm,
    'desk',
  ),
};

export const roundsApi = {
  list: reads<{ readonly rounds: readonly ListedRound[] }>()('/rounds', 'desk'),
  lots: reads<{ readonly lots: readonly RoundLotChoice[]; readonly openDays: readonly number[] | null }>()('/rounds/lots', 'desk', {
    codes: text(4000),
  }),
  sheet: reads<RoundSheetData>()('/rounds/:id', 'desk'),
  plan: does<RoundPlan>()('/rounds/plan', roundPlanForm, 'desk'),
  make: changes<{ readonly id: number }>()('post', '/rounds', roundForm, 'desk'),
};
