import { main } from './command.ts';

await main();
