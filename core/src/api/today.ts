import type { Settings, Verdict } from '../index.ts';
import { givesFile, oneOf, reads, text } from './contract.ts';

export interface WorkItem {
  readonly kind:
    | 'lay'
    | 'count'
    | 'warm'
    | 'sow'
    | 'cold'
    | 'tray'
    | 'care'
    | 'look'
    | 'fate'
    | 'promise'
    | 'quarantine'
    | 'reprint'
    | 'tell'
    | 'ask'
    | 'put-back'
    | 'swap'
    | 'copy';
  readonly due: string;
  readonly title: string;
  readonly detail: string;
  readonly at: string;
  readonly lotCode: string;
  /** Minutes it usually takes. */
  readonly minutes: number;
  /** Names a person outside the desk: stays on this machine. */
  readonly personal?: boolean;
  /** Cannot wait, whatever its day: stands first. */
  readonly urgent?: boolean;
}

export interface LosingLot {
  readonly code: string;
  readonly variety: string;
  readonly crop: string;
  readonly year: number | null;
  readonly verdict: Verdict;
  readonly reason: string;
  readonly belowFortyOn: string | null;
  readonly median: number;
  readonly balance: number;
}

export interface TodayData {
  readonly headline: string;
  readonly items: readonly WorkItem[];
  readonly soon: readonly WorkItem[];
  readonly losing: readonly LosingLot[];
}

/** What the frame shows on every page. */
export interface Session {
  readonly today: string;
  readonly demo: boolean;
  readonly settings: Settings;
  /** What a change of the settings is made from. */
  readonly settingsVersion: number;
  readonly season: string;
  readonly lastFrost: string;
  readonly people: readonly { readonly id: number; readonly name: string }[];
  readonly due: number;
  readonly late: number;
  readonly openTests: number;
  /** Estimates that the server is still making again, after a change that touched many lots. */
  readonly stale: number;
  readonly judging: { readonly paused: boolean; readonly restarts: number };
  /** How far the first hour of a young library is; null once nothing is left of it. */
  readonly beginning: { readonly done: number; readonly of: number; readonly fresh: boolean } | null;
  /** Of a demo that was opened to look round in: where the own library is. */
  readonly back: string | null;
}

/** The year band: frost, and work by day. */
export interface BandData {
  readonly from: string;
  readonly to: string;
  readonly risk: readonly { readonly day: string; readonly risk: number }[];
  /** Pieces of work of one kind on one day. */
  readonly marks: readonly { readonly kind: string; readonly due: string; readonly n: number }[];
  readonly lastFrost: string;
}

export const todayApi = {
  session: reads<Session>()('/session', 'desk'),
  page: reads<TodayData>()('/today', 'desk', { week: text() }),
  band: reads<BandData>()('/band', 'desk'),
  renewals: reads<{ readonly lots: readonly LosingLot[] }>()('/renewals', 'desk'),
  /** Whoever has the secret may read it; see `accessApi.calendarAddress`. */
  calendarFeed: givesFile('/calendars/:secret', 'text/calendar', 'anyone', { what: oneOf(['sowing']) }),
  calendar: givesFile('/calendar.ics', 'text/calendar', 'desk', { what: oneOf(['sowing']) }),
};
