// The fixed date of the demo library, read from where the demo has it.
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { ROOT } from './install.mjs';

const names = readFileSync(join(ROOT, 'demo', 'src', 'names.ts'), 'utf8');
export const DEMO_TODAY = /DEMO_TODAY = '(\d{4}-\d{2}-\d{2})'/.exec(names)?.[1] ?? '2027-03-14';
