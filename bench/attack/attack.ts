import { editors } from './editors.ts';
import { fuzz } from './fuzz.ts';
import type { Found } from './found.ts';
import { kills } from './kills.ts';
import { stops } from './stops.ts';

/**
 * Attacks the program for some minutes and prints what held: `npm run attack`, or with seconds for each attack, the attacks that are wanted
 * and where its dice begin (`npm run attack -- 60 stops kills seed=9`). The same seed throws the same dice.
 */
const ATTACKS: Readonly<Record<string, (seconds: number, seed: number) => Promise<Found>>> = { editors, stops, fuzz, kills };
const words = process.argv.slice(2);
const numbers = words.filter((word) => /^\d+$/.test(word));
const seeds = words.filter((word) => /^seed=[1-9]\d{0,8}$/.test(word));
const wanted = words.filter((word) => !numbers.includes(word) && !seeds.includes(word));
const unknown = wanted.find((name) => !Object.hasOwn(ATTACKS, name));
if (unknown !== undefined) {
  console.error(`There is no attack "${unknown}". There are: ${Object.keys(ATTACKS).join(', ')}; a number is seconds, seed=9 other dice.`);
  process.exit(1);
}
const seconds = Math.min(140, Math.max(1, Number(numbers[0] ?? 100)));
const seed = Number(seeds[0]?.slice(5) ?? 5);
const found: Found[] = [];
for (const [name, attack] of Object.entries(ATTACKS)) {
  if (wanted.length > 0 && !wanted.includes(name)) continue;
  console.log(`${name}, ${String(seconds)} seconds`);
  found.push(await attack(seconds, seed));
}
console.log('\n| attack | what was done | what did not hold |\n|---|---|---|');
for (const f of found) console.log(`| ${f.what} | ${f.did} | ${f.broken.length === 0 ? 'nothing' : f.broken.join('; ')} |`);
process.exit(found.some((f) => f.broken.length > 0) ? 1 : 0);
