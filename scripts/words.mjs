// Gathers every sentence that the program can say into docs/words.tsv. `npm run words`, then read what has changed.
import { writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { install, ROOT } from './install.mjs';

install();
const { gatherWords, listOf } = await import('./words/gather.mjs');
const words = gatherWords(ROOT);
writeFileSync(join(ROOT, 'docs/words.tsv'), listOf(words));
console.log(`${String(words.length)} texts in docs/words.tsv`);
