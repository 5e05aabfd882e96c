export interface StocktakeLot {
  readonly lotId: number;
  readonly code: string;
  readonly variety: string;
  readonly crop: string;
  readonly year: number | null;
  readonly balance: number;
  readonly amountKnown: string;
  readonly missingSince: string | null;
  readonly scan: 'not-looked' | 'right' | 'in-doubt' | 'counted' | null;
  readonly counted: number | null;
  /** What the record had when it was looked at, and the version of that look. */
  readonly seen: number | null;
  readonly version: number | null;
  readonly recordedIn: string | null;
}

export interface StocktakeData {
  readonly stocktake: {
    readonly id: number;
    readonly placeId: number;
    readonly place: string;
    readonly startedOn: string;
    readonly closedOn: string | null;
  };
  readonly found: readonly StocktakeLot[];
  readonly missing: readonly StocktakeLot[];
  readonly strangers: readonly StocktakeLot[];
  readonly inDoubt: readonly string[];
}
