import { afterEach } from 'vitest';
import { closeLibraries } from './library.ts';

afterEach(closeLibraries);
