import { describe, expect, it } from 'vitest';
import { passphraseProblem } from './passphrase.ts';
import { BY_ADDRESS, BY_PERSON, waitAfter } from './slowing.ts';
import { mayCall } from './standing.ts';

describe('who may call', () => {
  it('is everything of the desk for a coordinator, and a member’s page for the member alone', () => {
    const may = (who: Parameters<typeof mayCall>[0]): string[] =>
      (['nobody', 'member', 'volunteer', 'coordinator'] as const).filter((s) => mayCall(who, s));
    expect(may('anyone')).toEqual(['nobody', 'member', 'volunteer', 'coordinator']);
    expect(may('member')).toEqual(['member']);
    expect(may('desk')).toEqual(['volunteer', 'coordinator']);
    expect(may('coordinator')).toEqual(['coordinator']);
  });
});

describe('a passphrase', () => {
  it.each([
    'grey kettle on the shelf',
    'rübenkerne im alten glas',
    'zq8-Wm4!kd2Lp',
    'ten peas rolled under the oven',
    '苗床に水を朝だけ毎日まく人',
  ])('may be anything long that is not common: %s', (text) => {
    expect(passphraseProblem(text)).toBeNull();
  });
  it('is long enough by its characters, not by how they are stored', () => {
    expect(passphraseProblem('short words')).toContain('12 characters at least');
    expect(passphraseProblem('🌱🌱🌱🌱🌱🌱🌱🌱🌱🌱🌱')).toContain('12 characters at least');
    expect(passphraseProblem('a b'.repeat(100))).toContain('200 characters at most');
  });
  it.each([
    'password1234',
    'Password-2027!',
    'PASSWORD PASSWORD',
    'Seed Library 2027',
    'correct horse battery staple',
    'welcome12345',
    '123456789012',
    'abcdefghijklm',
    'qwertyuiopas',
    'aaaaaaaaaaaaa',
    '121212121212',
    '210987654321',
    '2027 tomatoes!!',
  ])('is not one of the first that would be tried: %s', (text) => {
    expect(passphraseProblem(text)).toContain('choose another');
  });
});

describe('wrong tries', () => {
  it('cost nothing at first, then more and more, and never shut the right one out for long', () => {
    expect([0, 4, 5, 6, 9, 11, 10_000].map((n) => waitAfter(n, BY_PERSON))).toEqual([0, 0, 1, 2, 16, 60, 60]);
  });
  it('of one address are slowed to a try in a quarter of an hour', () => {
    expect([19, 20, 29, 30, 10_000].map((n) => waitAfter(n, BY_ADDRESS))).toEqual([0, 1, 512, 900, 900]);
  });
});
