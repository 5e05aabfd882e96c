import { calibrationRoutes } from '../calibration/routes.ts';
import { cropRoutes } from '../crops/crops.ts';
import { all } from '../db/db.ts';
import { findRoutes } from '../find/find.ts';
import { roundRoutes } from '../germination/rounds.ts';
import { testRoutes } from '../germination/tests.ts';
import { journalRoutes } from '../journal/routes.ts';
import { labelRoutes } from '../labels/labels.ts';
import { lotRoutes } from '../lots/routes.ts';
import { wetRoutes } from '../lots/wet.ts';
import { memberRoutes } from '../members/members.ts';
import { peopleRoutes } from '../desk/people.ts';
import { placeRoutes } from '../places/places.ts';
import { returnRoutes } from '../returns/returns.ts';
import { settingsRoutes } from '../settings/settings.ts';
import { sowingRoutes } from '../sowing/sowingRoutes.ts';
import { todayRoutes } from '../today/routes.ts';
import { varietyRoutes } from '../varieties/varieties.ts';
import { importRoutes } from '../imports/routes.ts';
import { deviceRoutes } from '../devices/devices.ts';
import { envelopeRoutes } from '../lots/envelope.ts';
import { judgingRoutes } from '../lots/judgingRoutes.ts';
import { overruleRoutes } from '../lots/overrules.ts';
import { packetRoutes } from '../lots/packets.ts';
import { stocktakeRoutes } from '../places/stocktake.ts';
import { identityRoutes } from '../identity/identity.ts';
import { mixUpRoutes } from '../identity/mixUps.ts';
import { errandRoutes } from '../errands/errands.ts';
import { restrictedRoutes } from '../restricted/restricted.ts';
import { frostFileRoutes } from '../season/frostFile.ts';
import { gardenRoutes } from '../season/gardens.ts';
import { seasonRoutes } from '../season/routes.ts';
import { benchRoutes } from '../sowing/bench.ts';
import { trayRoutes } from '../sowing/trayRoutes.ts';
import type { AppOptions } from './app.ts';
import type { Route } from './route.ts';

/** Every route of the API. */
export function routes(options: Pick<AppOptions, 'db' | 'demo'>, refresh: () => void): Route[] {
  const { db } = options;
  const lotsOfCrop = (cropKey: string): number[] =>
    all<{ id: number }>(db, 'SELECT l.id FROM lots l JOIN varieties v ON v.id = l.variety_id WHERE v.crop_key = ?', cropKey).map(
      (r) => r.id,
    );
  return [
    ...todayRoutes(options.demo ?? false),
    ...settingsRoutes(),
    ...cropRoutes(lotsOfCrop),
    ...varietyRoutes(),
    ...placeRoutes(),
    ...stocktakeRoutes(),
    ...envelopeRoutes(),
    ...wetRoutes(),
    ...packetRoutes(),
    ...overruleRoutes(),
    ...judgingRoutes(refresh),
    ...identityRoutes(),
    ...mixUpRoutes(),
    ...errandRoutes(),
    ...restrictedRoutes(),
    ...peopleRoutes(),
    ...lotRoutes(),
    ...testRoutes(),
    ...roundRoutes(),
    ...calibrationRoutes(),
    ...memberRoutes(),
    ...gardenRoutes(),
    ...frostFileRoutes(),
    ...seasonRoutes(),
    ...sowingRoutes(),
    ...benchRoutes(),
    ...trayRoutes(),
    ...returnRoutes(),
    ...labelRoutes(),
    ...deviceRoutes(),
    ...findRoutes(),
    ...importRoutes(db, refresh),
    ...journalRoutes(),
  ];
}
