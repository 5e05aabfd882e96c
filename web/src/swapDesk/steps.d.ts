import { type swapInForm, type swapOutForm } from '@esprel/core';
import { type SwapTaken } from '@esprel/core/api';
import type * as yup from 'yup';
/** What a desk says, kept in order until the library has it. Days and minutes are those of the desk's own clock. */
type Stamp = 'n' | 'key' | 'on' | 'minute' | 'deskToday';
export type InSaid = Omit<yup.InferType<typeof swapInForm>, Stamp>;
export type OutSaid = Omit<yup.InferType<typeof swapOutForm>, Stamp>;
export type Said =
  | {
      readonly what: 'visit';
      readonly visit: string;
      readonly memberId: number | null;
      readonly joins: string | null;
    }
  | ({
      readonly what: 'in';
    } & InSaid)
  | ({
      readonly what: 'out';
    } & OutSaid)
  | {
      readonly what: 'back';
      readonly of: string;
    };
export interface DeskStep {
  /** Its place in the order in which the desk said things. */
  readonly n: number;
  readonly key: string;
  readonly deskId: number;
  /** The version of the form in which it is said. */
  readonly version: number;
  readonly on: string;
  readonly minute: number;
  readonly said: Said;
  /** What the library made of it; null until it has it. */
  readonly taken: SwapTaken | null;
  /** The lots of this desk show it: it is not counted beside them any more. */
  readonly settled: boolean;
  /** Why the library did not take it. */
  readonly refused: string | null;
}
/** A step as it is sent. `deskToday` is the day that the desk's clock shows as it is sent: a clock that is wrong is known by it. */
export declare function asSent(
  step: DeskStep,
  deskToday: string,
): {
  readonly path: string;
  readonly body: Record<string, unknown>;
};
/** A step as it is first written down. */
export declare function newStep(at: Pick<DeskStep, 'n' | 'key' | 'deskId' | 'on' | 'minute'>, said: Said): DeskStep;
export declare const isUnsent: (s: DeskStep) => boolean;
/** Keys of what was taken back. */
export declare function takenBack(steps: readonly DeskStep[]): ReadonlySet<string>;
/** Of one visit: what was brought and what was taken, without what was taken back. */
export declare function packetsOfVisit(
  steps: readonly DeskStep[],
  visit: string,
): {
  readonly brought: number;
  readonly taken: number;
};
/** Numbers of this desk that stand on labels: those of what was taken back do too. */
export declare function serialsUsed(steps: readonly DeskStep[], serialOf: (code: string) => number | null): number[];
export {};
