import { sowingsApi } from '@esprel/core/api';
import { lotByCode } from '../records/lot.ts';
import { makes, type Route, serves, servesKept } from '../routing/route.ts';
import { sowingAdvice } from './advice.ts';
import { doCare } from './care.ts';
import { plantRoutes } from './plantRoutes.ts';
import { countUp, setFate, sow } from './sow.ts';
import { listSowings } from './sowingList.ts';
import { sowingSheet } from './sowingSheet.ts';
import { removeTiming, sayTiming } from './timing.ts';

export function sowingRoutes(): Route[] {
  return [
    servesKept(sowingsApi.list, ({ db, today }, { query }) => ({
      sowings: listSowings(db, query.state ?? 'open', today),
    })),
    serves(sowingsApi.sheet, ({ db, today }, { params }) => sowingSheet(db, params.id, today)),
    serves(sowingsApi.advice, ({ db }, { params, query }) => sowingAdvice(db, lotByCode(db, params.code), query)),
    makes(sowingsApi.sow, 'sow', (change, { body }) => sow(change, body)),
    makes(sowingsApi.count, 'count sowing', (change, { params, body }) => countUp(change, params.id, body)),
    makes(sowingsApi.care, 'care', (change, { params, body }) => {
      const id = params.id;
      doCare(change, id, body);
      return sowingSheet(change.db, id, change.today);
    }),
    makes(sowingsApi.timing, 'timing', (change, { params, body }) => sayTiming(change, params.id, body.timing, body.version)),
    makes(sowingsApi.removeTiming, 'timing', (change, { params, body }) => removeTiming(change, params.id, body.version)),
    makes(sowingsApi.fate, 'fate', (change, { params, body }) => setFate(change, params.id, body)),
    ...plantRoutes(),
  ];
}
