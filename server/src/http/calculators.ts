import express, { type Express } from 'express';
import { CALCULATORS } from '@esprel/core';
import { Problem } from '../problem.ts';
import { job, work } from '../threads/pool.ts';
import { limited, notTooDeep } from './limits.ts';

/** A calculator on the pool. */
export const CALCULATE = job<typeof import('./calculateJob.ts').default>('http/calculateJob');

/** Serves the calculators: the core's computations without state, `perMinute` of them from one address. */
export function mountCalculators(app: Express, perMinute: number): void {
  app.use('/api/calc', limited('calculations', perMinute), express.json({ limit: '4mb', strict: false, type: () => true }), notTooDeep);
  app.post('/api/calc/:name', async (request, response) => {
    const { name } = request.params;
    if (!Object.hasOwn(CALCULATORS, name)) {
      throw new Problem('not-found', `There is no calculator "${name}". There are: ${Object.keys(CALCULATORS).join(', ')}.`);
    }
    // Some take seconds at their limits; others must not wait for them.
    response.json(await work(CALCULATE, { name, body: request.body as unknown }));
  });
}
