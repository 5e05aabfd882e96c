// A thread does not inherit the loader of TypeScript from the process that starts it.
import { register } from 'tsx/esm/api';

register();
await import('./estimatorThread.ts');
