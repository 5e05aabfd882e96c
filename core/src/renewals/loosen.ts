import { makeInstance, type Instance, type Renewal, type RenewalInput } from './instance.ts';
import { PlanState } from './planState.ts';

/** Rows that cannot all hold, and the one that is let go so that the others can. */
export interface HeldConflict {
  readonly rule: string;
  readonly which: readonly Renewal[];
  readonly letGo: Renewal;
}

/**
 * An instance whose fixed rows hold together: as long as some break a rule, the last of them is let go. The order of `fixed` says what matters more; each
 * conflict is told.
 */
export function holdTogether(input: RenewalInput): { readonly instance: Instance; readonly conflicts: readonly HeldConflict[] } {
  const conflicts: HeldConflict[] = [];
  let instance = makeInstance(input);
  for (let broken = PlanState.broken(instance); broken !== null; broken = PlanState.broken(instance)) {
    const { fixed } = instance.input;
    const last = Math.max(...broken.which);
    const letGo = fixed[last] as Renewal;
    conflicts.push({ rule: broken.rule, which: broken.which.map((i) => fixed[i] as Renewal), letGo });
    instance = makeInstance({ ...instance.input, fixed: fixed.filter((_, i) => i !== last) });
  }
  return { instance, conflicts };
}
