import { addDays, dayFromNumber, dayNumber, plural, simulatedLog, SimulatedScale, SMALL_SCALE, wrong } from '@esprel/core';
import { devicesApi } from '@esprel/core/api';
import { type Db, one } from '../db/db.ts';
import { libraryCrop } from '../records/crop.ts';
import { lotByCode } from '../records/lot.ts';
import { climateIn, placesById } from '../records/place.ts';
import { acts, FileAnswer, gives, type Route, serves } from '../routing/route.ts';
import { printerRoutes } from './printer.ts';

/** The panel of the scale: what lies on it, in words, for whoever plays with the stand-in. */
interface Pan {
  readonly scale: SimulatedScale;
  on: string;
}

const pans = new WeakMap<Db, Pan>();

function pan(db: Db): Pan {
  let p = pans.get(db);
  if (!p) pans.set(db, (p = { scale: new SimulatedScale(SMALL_SCALE, () => performance.now(), Math.random), on: 'nothing' }));
  return p;
}

/** Grams of one seed of a lot as it really is: a little off the figure of its crop, the same for a lot every time. */
function gramsPerSeed(db: Db, code: string): { readonly code: string; readonly grams: number } {
  const lot = lotByCode(db, code, 'lotCode');
  const crop = libraryCrop(db, lot.crop_key);
  return { code: lot.code, grams: (1 / crop.seedsPerGram) * (0.9 + ((lot.id * 37) % 21) / 100) };
}

function scaleRoutes(): Route[] {
  const state = (db: Db) => ({ ...pan(db).scale.read(), on: pan(db).on, maxGrams: SMALL_SCALE.maxGrams, simulated: true });
  return [
    serves(devicesApi.scale, ({ db }) => state(db)),
    acts(devicesApi.tare, ({ db }) => {
      pan(db).scale.tare();
      return state(db);
    }),
    acts(devicesApi.lay, ({ db }, { body }) => {
      const p = pan(db);
      if (body.lotCode != null) {
        const seeds =
          body.seeds ??
          one<{ balance: number }>(db, 'SELECT balance FROM lots WHERE id = ?', lotByCode(db, body.lotCode, 'lotCode').id)?.balance ??
          0;
        const each = gramsPerSeed(db, body.lotCode);
        // Seeds are not alike: a handful weighs a little more or less every time.
        const spread = 1 + ((Math.random() - 0.5) * 0.16) / Math.sqrt(Math.max(1, seeds / 25));
        p.scale.lay(each.grams * seeds * spread + (body.trayGrams ?? 0));
        p.on = `${plural(seeds, 'seed')} of ${each.code}`;
      } else {
        p.scale.lay((body.grams ?? 0) + (body.trayGrams ?? 0));
        p.on = (body.grams ?? 0) + (body.trayGrams ?? 0) > 0 ? `${String((body.grams ?? 0) + (body.trayGrams ?? 0))} g` : 'nothing';
      }
      return state(db);
    }),
  ];
}

/** The days that a logger's memory holds. */
const LOGGED_DAYS = 120;
const ROOM_C = 19;

export function deviceRoutes(): Route[] {
  return [
    ...scaleRoutes(),
    ...printerRoutes(),
    gives(devicesApi.logger, ({ db, today }, { query }) => {
      const id = query.place;
      const places = placesById(db);
      const place = id === null ? undefined : places.get(id);
      if (!place) throw wrong('place', 'choose the place in which the logger lies');
      const climate = climateIn(places, place.id);
      const cold = climate.temperatureC !== null && climate.temperatureC < 10;
      const from = addDays(today, -LOGGED_DAYS);
      // A Saturday some weeks ago; 1970-01-03 was one.
      const n = dayNumber(today) - 40;
      const saturday = dayFromNumber(n - ((n - 2) % 7));
      // The same place gives the same file on the same day.
      let state = place.id * 9301 + 49297;
      const random = (): number => (state = (state * 9301 + 49297) % 233280) / 233280;
      const csv = simulatedLog(
        {
          temperatureC: climate.temperatureC ?? ROOM_C,
          rhPercent: climate.rhPercent ?? 55,
          failsFrom: cold ? saturday : null,
          roomC: ROOM_C,
        },
        from,
        addDays(today, -1),
        random,
      );
      return new FileAnswer(csv, { saveAs: `logger ${place.name.replace(/[^\w -]/g, '_')}.csv` });
    }),
  ];
}
