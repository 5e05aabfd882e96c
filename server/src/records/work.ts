type WorkKind =
  'lay' | 'count' | 'warm' | 'sow' | 'cold' | 'tray' | 'care' | 'look' | 'fate' | 'promise' | 'quarantine' | 'reprint' | 'tell';

/** One piece of dated work: what, when, and the address where it is done. */
export interface WorkItem {
  readonly kind: WorkKind;
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
