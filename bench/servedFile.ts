import type { AddressInfo } from 'node:net';
import { createApp, openLibrary, warmPool } from '@esprel/server';

/** Serves the library of a file in a process of its own, without limits, so that the clients of a measurement share nothing with it. */
const [, , file = ''] = process.argv;
const db = openLibrary(file);
const unlimited = { reads: 1e9, writes: 1e9, calculations: 1e9 };
warmPool();
const server = createApp({ db, today: () => '2027-03-14', limits: unlimited }).listen(0, '127.0.0.1', () => {
  process.stdout.write(`http://127.0.0.1:${String((server.address() as AddressInfo).port)}\n`);
});
process.on('disconnect', () => process.exit(0));
