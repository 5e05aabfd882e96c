import { frostRecordForm, parse } from '@esprel/core';
import { readSettings } from '../records/settings.ts';
import { queryText } from '../routing/query.ts';
import { unrecorded, changes, FileAnswer, read, type Route } from '../routing/route.ts';
import { probeOn, readMinima, stationFile, write } from './frostFile.ts';
import { gardenId, gardenOf } from './gardens.ts';

export function frostFileRoutes(): Route[] {
  return [
    read('/devices/station.csv', ({ db, today }, { query }) => {
      const typed = queryText(query, 'garden') ?? 'library';
      return new FileAnswer('text/csv', stationFile(db, gardenId(typed), today), { saveAs: `minima ${typed}.csv` });
    }),
    read('/devices/probe', ({ db, today }, { query }) => {
      const garden = gardenOf(db, gardenId(queryText(query, 'garden') ?? 'library'));
      return { simulated: true, temperatureC: probeOn(garden, today), readOn: today };
    }),
    unrecorded('/gardens/:garden/frost-record/look', ({ db }, { params, body }) => {
      const asked = parse(frostRecordForm, body);
      const garden = gardenOf(db, gardenId(params.garden));
      return readMinima(asked.text, asked.belowC, garden, readSettings(db).dateOrder === 'month-day');
    }),
    changes('post', '/gardens/:garden/frost-record', 'frost record', frostRecordForm, (change, { params, body }) =>
      write(change, gardenOf(change.db, gardenId(params.garden)), body),
    ),
  ];
}
