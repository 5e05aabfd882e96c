import type { WorkItem } from '@esprel/core/api';

/** What the button of a piece of work says. */
export const WORK_VERB: Readonly<Record<WorkItem['kind'], string>> = {
  lay: 'Lay',
  count: 'Count',
  warm: 'Open',
  sow: 'Sow',
  cold: 'Open',
  tray: 'Look',
  care: 'Start',
  look: 'Look',
  fate: 'Say',
  promise: 'Ask',
  quarantine: 'Look through',
  reprint: 'Print',
  tell: 'Tell',
  ask: 'Open',
  'put-back': 'Put back',
  swap: 'Open',
  copy: 'Open',
};

const GROUPS = [
  { name: 'The library itself', kinds: ['copy'] },
  { name: 'Asked for', kinds: ['ask', 'put-back'] },
  { name: 'Swap day', kinds: ['swap'] },
  { name: 'At the tests', kinds: ['lay', 'count', 'warm'] },
  { name: 'To sow', kinds: ['sow', 'cold'] },
  { name: 'At the trays', kinds: ['tray', 'care', 'look', 'fate'] },
  { name: 'In quarantine', kinds: ['quarantine'] },
  { name: 'With members', kinds: ['promise', 'tell'] },
  { name: 'At the labels', kinds: ['reprint'] },
] as const satisfies readonly { name: string; kinds: readonly WorkItem['kind'][] }[];

export interface WorkGroup {
  readonly name: string;
  readonly items: readonly WorkItem[];
}

/**
 * Work by where it is done, in the order in which a volunteer walks the room; what cannot wait (seed that sprouts in the cold) stands
 * before all of it. Empty places are left out.
 */
export function workGroups(items: readonly WorkItem[]): WorkGroup[] {
  const usual = items.filter((i) => i.urgent !== true);
  return [
    { name: 'At once', items: items.filter((i) => i.urgent === true) },
    ...GROUPS.map((g) => ({ name: g.name, items: usual.filter((i) => (g.kinds as readonly string[]).includes(i.kind)) })),
  ].filter((g) => g.items.length > 0);
}
