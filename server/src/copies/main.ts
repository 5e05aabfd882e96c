import { main } from './command.ts';

main();
