import type { RequestHandler } from 'express';
import { rateLimit } from 'express-rate-limit';
import { wrong } from '@esprel/core';
import { Problem } from '../problem.ts';

/** Requests in a minute from one address. */
export interface Limits {
  readonly reads: number;
  readonly writes: number;
  readonly calculations: number;
}

export const USUAL_LIMITS: Limits = { reads: 6000, writes: 3000, calculations: 1200 };

export function limited(what: string, limit: number): RequestHandler {
  return rateLimit({
    windowMs: 60_000,
    limit,
    legacyHeaders: false,
    standardHeaders: true,
    // Whoever passes requests on without being believed is one address: that is meant so.
    validate: { xForwardedForHeader: false, forwardedHeader: false },
    handler: () => {
      throw new Problem('too-many', `More than ${String(limit)} ${what} in a minute. Wait a little and send again.`);
    },
  });
}

/** No form nests deeper than this; what does is not looked into any further. */
const MOST_DEEP = 40;

export const notTooDeep: RequestHandler = (request, _response, next) => {
  let level: unknown[] = [request.body];
  for (let depth = 0; level.length > 0; depth++) {
    if (depth > MOST_DEEP) throw wrong('', 'is nested too deep; send it flat');
    level = level.flatMap((v) => (typeof v === 'object' && v !== null && !Buffer.isBuffer(v) ? Object.values(v) : []));
  }
  next();
};
