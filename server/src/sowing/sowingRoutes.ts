import { asSeenForm, careForm, emergenceForm, fateForm, sowingForm, timingForm } from '@esprel/core';
import { lotByCode } from '../records/lot.ts';
import { pathId, queryOneOf } from '../routing/query.ts';
import { changes, read, readKept, type Route } from '../routing/route.ts';
import { sowingAdvice } from './advice.ts';
import { doCare } from './care.ts';
import { plantRoutes } from './plantRoutes.ts';
import { countUp, setFate, sow } from './sow.ts';
import { listSowings } from './sowingList.ts';
import { sowingSheet } from './sowingSheet.ts';
import { removeTiming, sayTiming } from './timing.ts';

export function sowingRoutes(): Route[] {
  return [
    readKept('/sowings', ({ db, today }, { query }) => ({
      sowings: listSowings(db, queryOneOf(query, 'state', ['open', 'finished'] as const) ?? 'open', today),
    })),
    read('/sowings/:id', ({ db, today }, { params }) => sowingSheet(db, pathId(params.id, 'id'), today)),
    read('/lots/:code/sowing-advice', ({ db }, { params, query }) => sowingAdvice(db, lotByCode(db, params.code ?? ''), query)),
    changes('post', '/sowings', 'sow', sowingForm, (change, { body }) => sow(change, body)),
    changes('post', '/sowings/:id/counts', 'count sowing', emergenceForm, (change, { params, body }) =>
      countUp(change, pathId(params.id, 'id'), body),
    ),
    changes('post', '/sowings/:id/care', 'care', careForm, (change, { params, body }) => {
      const id = pathId(params.id, 'id');
      doCare(change, id, body);
      return sowingSheet(change.db, id, change.today);
    }),
    changes('post', '/sowings/:id/timing', 'timing', timingForm, (change, { params, body }) =>
      sayTiming(change, pathId(params.id, 'id'), body.timing, body.version),
    ),
    changes('delete', '/timings/:id', 'timing', asSeenForm, (change, { params, body }) =>
      removeTiming(change, pathId(params.id, 'id'), body.version),
    ),
    changes('post', '/sowings/:id/fate', 'fate', fateForm, (change, { params, body }) => setFate(change, pathId(params.id, 'id'), body)),
    ...plantRoutes(),
  ];
}
