import { wrong } from '@esprel/core';
import { exchangeApi } from '@esprel/core/api';
import { FileAnswer, gives, type Route } from '../routing/route.ts';
import { gardensGeoJson, loansCsv, passportCsv, returnsCsv, sowingsCsv, testsCsv } from './exports.ts';

/** Files by which others take over a part of what is here. */
export function exportRoutes(): Route[] {
  return [
    gives(exchangeApi.passport, ({ db, today }) => new FileAnswer(passportCsv(db), { saveAs: `passport ${today}.csv` })),
    gives(exchangeApi.gardens, ({ db, today }, { query }) => {
      const { lat, lon } = query;
      if (lat === null) throw wrong('lat', 'say where the library is: its latitude, as 52.37');
      if (lon === null) throw wrong('lon', 'say where the library is: its longitude, as 6.22');
      return new FileAnswer(gardensGeoJson(db, { latitude: lat, longitude: lon }), { saveAs: `gardens ${today}.geojson` });
    }),
    gives(exchangeApi.tests, ({ db, today }) => new FileAnswer(testsCsv(db), { saveAs: `tests ${today}.csv` })),
    gives(exchangeApi.sowings, ({ db, today }) => new FileAnswer(sowingsCsv(db), { saveAs: `sowings ${today}.csv` })),
    gives(exchangeApi.loans, ({ db, today }) => new FileAnswer(loansCsv(db), { saveAs: `loans ${today}.csv` })),
    gives(exchangeApi.returns, ({ db, today }) => new FileAnswer(returnsCsv(db), { saveAs: `returns ${today}.csv` })),
  ];
}
