import { addDays, isDay, wrong } from '@esprel/core';
import { yearApi } from '@esprel/core/api';
import { servesKept, type Route } from '../routing/route.ts';
import { job, work } from '../threads/pool.ts';
import { yearReport } from './report.ts';
import { stock } from './stock.ts';

export const YEAR = job<typeof import('./yearJob.ts').default>('year/yearJob');

const STOCK = job<typeof import('./stockJob.ts').default>('year/stockJob');

export function yearRoutes(): Route[] {
  return [
    servesKept(yearApi.report, ({ db, today }, { query }) => {
      const to = query.to ?? today;
      if (!isDay(to)) throw wrong('to', 'must be a date that exists, as 2026-12-31');
      const from = query.from ?? addDays(to, -364);
      if (!isDay(from)) throw wrong('from', 'must be a date that exists, as 2026-01-01');
      // A library in memory cannot be opened by a second thread.
      if (db.memory) return yearReport(db, from, to, today);
      return work(YEAR, { file: db.name, from, to, today });
    }),
    servesKept(yearApi.stock, ({ db }) => (db.memory ? stock(db) : work(STOCK, { file: db.name }))),
  ];
}
