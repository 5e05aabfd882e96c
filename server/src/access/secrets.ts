import { hash, verify } from '@node-rs/argon2';
import { createHash, randomBytes } from 'node:crypto';
import { plainPassphrase } from '@esprel/core';
import { Problem } from '../problem.ts';

/** A secret that a browser carries: 256 bits, which nobody guesses. */
export const newSecret = (): string => randomBytes(32).toString('base64url');

/** What is kept of such a secret. It has nothing to be tried through, so a plain hash is enough. */
export const secretHash = (secret: string): string => createHash('sha256').update(secret).digest('hex');

/** argon2id as OWASP's Password Storage Cheat Sheet has it: 19 MiB, two passes, one lane. */
const COST = { memoryCost: 19_456, timeCost: 2, parallelism: 1 };

/** Hashing takes a core and 19 MiB for a while: so many at once, and so many more in line. */
const AT_ONCE = 2;
const IN_LINE = 30;

let running = 0;
const line: (() => void)[] = [];

async function inTurn<T>(work: () => Promise<T>): Promise<T> {
  if (running >= AT_ONCE) {
    if (line.length >= IN_LINE) throw new Problem('too-many', 'Too many sign in just now. Wait a little and try again.');
    await new Promise<void>((resolve) => line.push(resolve));
  }
  running += 1;
  try {
    return await work();
  } finally {
    running -= 1;
    line.shift()?.();
  }
}

export const hashPassphrase = (passphrase: string): Promise<string> => inTurn(() => hash(plainPassphrase(passphrase), COST));

let nobody: Promise<string> | null = null;

/** Whether it is the passphrase of this hash; without one it takes as long and is not, so that nobody learns which names there are. */
export async function isPassphrase(kept: string | null, passphrase: string): Promise<boolean> {
  const against = kept ?? (await (nobody ??= hash(newSecret(), COST)));
  return (await inTurn(() => verify(against, plainPassphrase(passphrase)))) && kept !== null;
}
