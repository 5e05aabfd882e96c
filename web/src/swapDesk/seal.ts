/**
 * What a desk keeps of members is closed with a word that whoever prepares the desk chooses for the day: AES-GCM under a key that PBKDF2 makes of it, both of the
 * browser's own Web Crypto. The key itself cannot be read out of the browser.
 */

export interface Sealed {
  readonly salt: Uint8Array<ArrayBuffer>;
  readonly iv: Uint8Array<ArrayBuffer>;
  readonly data: ArrayBuffer;
}

/** As OWASP's Password Storage Cheat Sheet has it for PBKDF2 with SHA-256. */
const ROUNDS = 600_000;

async function keyOf(word: string, salt: Uint8Array<ArrayBuffer>): Promise<CryptoKey> {
  const plain = new TextEncoder().encode(word.normalize('NFC').trim().toLowerCase());
  const base = await crypto.subtle.importKey('raw', plain, 'PBKDF2', false, ['deriveKey']);
  return crypto.subtle.deriveKey(
    { name: 'PBKDF2', hash: 'SHA-256', salt, iterations: ROUNDS },
    base,
    { name: 'AES-GCM', length: 256 },
    false,
    ['encrypt', 'decrypt'],
  );
}

/** Whether this page may close things at all: beyond the computer itself only over https. */
export const canSeal = (): boolean => globalThis.isSecureContext && 'subtle' in crypto;

/** A new key of a word. */
export async function newKeyOf(word: string): Promise<{ readonly key: CryptoKey; readonly salt: Uint8Array<ArrayBuffer> }> {
  const salt = crypto.getRandomValues(new Uint8Array(16));
  return { key: await keyOf(word, salt), salt };
}

export async function seal(key: CryptoKey, salt: Uint8Array<ArrayBuffer>, value: unknown): Promise<Sealed> {
  const iv = crypto.getRandomValues(new Uint8Array(12));
  const data = await crypto.subtle.encrypt({ name: 'AES-GCM', iv }, key, new TextEncoder().encode(JSON.stringify(value)));
  return { salt, iv, data };
}

/** What was closed; null where the key is not the one it was closed with. */
export async function unseal<T>(key: CryptoKey, { iv, data }: Sealed): Promise<T | null> {
  try {
    return JSON.parse(new TextDecoder().decode(await crypto.subtle.decrypt({ name: 'AES-GCM', iv }, key, data))) as T;
  } catch {
    return null;
  }
}

/** The key of a word for what was closed with it. */
export const keyFor = (word: string, sealed: Sealed): Promise<CryptoKey> => keyOf(word, sealed.salt);

/** What a card is known by: SHA-256 of what it says, as hexadecimal digits. */
export async function cardHash(code: string): Promise<string> {
  const bytes = new Uint8Array(await crypto.subtle.digest('SHA-256', new TextEncoder().encode(code)));
  return [...bytes].map((b) => b.toString(16).padStart(2, '0')).join('');
}
