import { devicesApi, gardensApi } from '@esprel/core/api';
import { readSettings } from '../records/settings.ts';
import { acts, FileAnswer, gives, makes, type Route, serves } from '../routing/route.ts';
import { probeOn, readMinima, stationFile, write } from './frostFile.ts';
import { gardenId, gardenOf } from './gardens.ts';

export function frostFileRoutes(): Route[] {
  return [
    gives(devicesApi.station, ({ db, today }, { query }) => {
      const typed = query.garden ?? 'library';
      return new FileAnswer(stationFile(db, gardenId(typed), today), { saveAs: `minima ${typed}.csv` });
    }),
    serves(devicesApi.probe, ({ db, today }, { query }) => {
      const garden = gardenOf(db, gardenId(query.garden ?? 'library'));
      return { simulated: true, temperatureC: probeOn(garden, today), readOn: today };
    }),
    acts(gardensApi.lookAtRecord, ({ db }, { params, body }) => {
      const garden = gardenOf(db, gardenId(params.garden));
      return readMinima(body.text, body.belowC, garden, readSettings(db).dateOrder === 'month-day');
    }),
    makes(gardensApi.takeRecord, 'frost record', (change, { params, body }) =>
      write(change, gardenOf(change.db, gardenId(params.garden)), body),
    ),
  ];
}
