import { buildServer } from './build.mjs';

/** Before tests that start the program: it is built from what is written now. */
export default buildServer;
