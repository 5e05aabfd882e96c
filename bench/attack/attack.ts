import { editors } from './editors.ts';
import { fuzz } from './fuzz.ts';
import type { Found } from './found.ts';
import { kills } from './kills.ts';
import { stops } from './stops.ts';

/** Attacks the program for some minutes (`npm run attack`, or `npm run attack -- SECONDS` for each of the four) and prints what held. */
const seconds = Math.min(140, Math.max(1, Number(process.argv[2] ?? 100)));
const found: Found[] = [];
for (const [name, attack] of Object.entries({ editors, stops, fuzz, kills })) {
  console.log(`${name}, ${String(seconds)} seconds`);
  found.push(await attack(seconds));
}
console.log('\n| attack | what was done | what did not hold |\n|---|---|---|');
for (const f of found) console.log(`| ${f.what} | ${f.did} | ${f.broken.length === 0 ? 'nothing' : f.broken.join('; ')} |`);
process.exit(found.some((f) => f.broken.length > 0) ? 1 : 0);
