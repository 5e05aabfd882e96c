import { type ShallowRef, shallowRef } from 'vue';
import { newKey } from '../base/api.ts';
import type { DeskMember } from './deskMembers.ts';
import type { DeskKeep, Things } from './keep.ts';
import type { DeskStep, Said } from './steps.ts';

export type DeskVisit = Things['visit'];

/** Who is at a desk. `say` writes a step down, and answers null where it could not be kept. */
export function deskVisit(keep: ShallowRef<DeskKeep | null>, say: (said: Said) => Promise<DeskStep | null>) {
  const visit = shallowRef<DeskVisit | null>(null);

  async function set(to: DeskVisit | null): Promise<void> {
    visit.value = to;
    if (to === null) await keep.value?.drop('visit');
    else await keep.value?.put('visit', to);
  }

  return {
    visit,
    set,
    restore: async (): Promise<void> => {
      visit.value = (await keep.value?.get('visit')) ?? null;
    },
    /** The visit that is at the desk, begun where there is none. */
    here: async (): Promise<DeskVisit> => {
      const there = visit.value ?? { key: newKey(), memberId: null, name: null };
      if (visit.value === null) await set(there);
      return there;
    },
    /** Somebody says who they are; `joins` where they become a member now. What they took before they said so is lent to them as well. */
    comes: async (member: Pick<DeskMember, 'id' | 'name'> | { readonly joins: string }): Promise<void> => {
      const there = visit.value;
      const known = there !== null && there.memberId === null && there.name === null ? there : null;
      const key = known?.key ?? newKey();
      const joins = 'joins' in member ? member.joins : null;
      const memberId = 'id' in member ? member.id : null;
      if ((await say({ what: 'visit', visit: key, memberId, joins })) === null) return;
      await set({ key, memberId, name: 'name' in member ? member.name : joins });
    },
  };
}
