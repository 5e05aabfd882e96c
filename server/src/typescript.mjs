// A thread that runs the code as it is written: it loads the loader of TypeScript first, then the module it is told.
import { register } from 'tsx/esm/api';

register();
const module = await import(process.argv[2]);

export default module.default;
