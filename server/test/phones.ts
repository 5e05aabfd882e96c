import { myApi } from '@esprel/core/api';
import { expect } from 'vitest';
import type { TestLibrary } from './library.ts';
import { type Browser, browserOf } from './signIns.ts';

/** A phone that is in on the page of a member, by a card that the desk made. */
export async function phoneOf(library: TestLibrary, desk: Browser, memberId: number): Promise<Browser & { readonly code: string }> {
  const made = await desk.send('POST', '/members/cards', { memberIds: [memberId] });
  expect(made.status).toBe(200);
  const { code } = made.body.cards[0] as { code: string };
  const phone = browserOf(library);
  const entered = await phone.send('POST', myApi.enter.path, { code });
  expect([entered.status, entered.body]).toEqual([200, { entered: true }]);
  return Object.assign(phone, { code });
}
