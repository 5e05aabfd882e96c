import { firstLoad } from './firstLoad.ts';
import { gardens } from './gardens.ts';
import { judging } from './judging.ts';
import { large } from './large.ts';
import { lists } from './lists.ts';
import { manyPeople } from './manyPeople.ts';
import { printRows } from './measure.ts';
import { covered, onePosterior } from './posteriors.ts';
import { renewals } from './renewals.ts';
import { renewalsServed } from './renewalsServed.ts';
import { seasons } from './seasons.ts';
import { swapDay } from './swapDay.ts';

/** Measures every budget of docs/architecture.md, or those that are named (`npm run bench -- lists seasons`). */
const PARTS: Readonly<Record<string, () => unknown>> = {
  onePosterior,
  covered,
  manyPeople,
  lists,
  seasons,
  gardens,
  renewals,
  renewalsServed,
  swapDay,
  judging,
  large,
  firstLoad,
};
const wanted = process.argv.slice(2);
const unknown = wanted.find((name) => !Object.hasOwn(PARTS, name));
if (unknown !== undefined) {
  console.error(`There is no part "${unknown}". There are: ${Object.keys(PARTS).join(', ')}.`);
  process.exit(1);
}
for (const [name, part] of Object.entries(PARTS)) {
  if (wanted.length > 0 && !wanted.includes(name)) continue;
  console.log(name);
  await part();
}
process.exit(printRows() ? 0 : 1);
