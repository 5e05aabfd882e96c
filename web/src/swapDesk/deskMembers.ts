import { foldName, readMemberCode } from '@esprel/core';
import type { SwapCopy } from '@esprel/core/api';
import { markRaw, type ShallowRef, shallowRef } from 'vue';
import { endOfDay } from './clock.ts';
import type { DeskKeep } from './keep.ts';
import { cardHash, keyFor, type newKeyOf, seal, unseal } from './seal.ts';

export type DeskMember = SwapCopy['members'][number];

/** The members a desk took along: closed by the word of the day, opened for the day. */
export function deskMembers(keep: ShallowRef<DeskKeep | null>) {
  /** Null while they are closed. */
  const members = shallowRef<readonly DeskMember[] | null>(null);
  const show = (people: readonly DeskMember[] | null): void => {
    members.value = people === null ? null : markRaw(people);
  };

  async function unlockWith(key: CryptoKey): Promise<boolean> {
    const sealed = await keep.value?.get('members');
    const found = sealed ? await unseal<readonly DeskMember[]>(key, sealed) : null;
    if (found === null) return false;
    show(found);
    await keep.value?.put('key', { key, until: endOfDay() });
    return true;
  }

  return {
    members,
    show,
    /** Opens them where they were opened today already. */
    restore: async (): Promise<void> => {
      const day = await keep.value?.get('key');
      if (day && day.until > Date.now()) await unlockWith(day.key);
    },
    /** Opens what is closed of the copy, for the day. Answers whether it was the word. */
    unlock: async (word: string): Promise<boolean> => {
      const sealed = await keep.value?.get('members');
      return sealed !== undefined && (await unlockWith(await keyFor(word, sealed)));
    },
    lock: async (): Promise<void> => {
      await keep.value?.drop('key');
      show(null);
    },
    /** Keeps them closed under a key, opened for today. */
    close: async ({ key, salt }: Awaited<ReturnType<typeof newKeyOf>>, people: readonly DeskMember[]): Promise<void> => {
      await keep.value?.put('members', await seal(key, salt, people));
      await keep.value?.put('key', { key, until: endOfDay() });
    },
    ofCard: async (text: string): Promise<DeskMember | null> => {
      const code = readMemberCode(text);
      if (code === null || members.value === null) return null;
      const hash = await cardHash(code);
      return members.value.find((m) => m.cards.includes(hash)) ?? null;
    },
    find: (typed: string): DeskMember[] => {
      const folded = foldName(typed);
      if (folded.length < 2 || members.value === null) return [];
      return members.value.filter((m) => ` ${foldName(m.name)} ${foldName(m.garden ?? '')}`.includes(` ${folded}`)).slice(0, 6);
    },
  };
}
