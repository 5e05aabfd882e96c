import { calibrationRoutes } from '../calibration/routes.ts';
import { cropRoutes } from '../crops/crops.ts';
import { all, type Db } from '../db/db.ts';
import { journalRoutes } from '../desk/historyRoutes.ts';
import { peopleRoutes } from '../desk/people.ts';
import { deviceRoutes } from '../devices/devices.ts';
import { errandRoutes } from '../errands/errands.ts';
import { findRoutes } from '../find/find.ts';
import { roundRoutes } from '../germination/rounds.ts';
import { testRoutes } from '../germination/tests.ts';
import { identityRoutes } from '../identity/identity.ts';
import { mixUpRoutes } from '../identity/mixUps.ts';
import { importRoutes } from '../imports/routes.ts';
import { labelRoutes } from '../labels/labels.ts';
import { envelopeRoutes } from '../lots/envelope.ts';
import { judgingRoutes } from '../lots/judgingRoutes.ts';
import { overruleRoutes } from '../lots/overrules.ts';
import { packetRoutes } from '../lots/packets.ts';
import { lotRoutes } from '../lots/routes.ts';
import { wetRoutes } from '../lots/wet.ts';
import { memberRoutes } from '../members/members.ts';
import { placeRoutes } from '../places/places.ts';
import { stocktakeRoutes } from '../places/stocktake.ts';
import { restrictedRoutes } from '../restricted/restricted.ts';
import { returnRoutes } from '../returns/returns.ts';
import type { Route } from '../routing/route.ts';
import { frostFileRoutes } from '../season/frostFile.ts';
import { gardenRoutes } from '../season/gardens.ts';
import { seasonRoutes } from '../season/routes.ts';
import { settingsRoutes } from '../settings/settings.ts';
import { benchRoutes } from '../sowing/bench.ts';
import { sowingRoutes } from '../sowing/sowingRoutes.ts';
import { trayRoutes } from '../sowing/trayRoutes.ts';
import { todayRoutes } from '../today/routes.ts';
import { varietyRoutes } from '../varieties/varieties.ts';
import { runThread } from './runThread.ts';

/** Every route of the API. */
export function routes({ db, demo = false }: { readonly db: Db; readonly demo?: boolean }, refresh: () => void): Route[] {
  const lotsOfCrop = (cropKey: string): number[] =>
    all<{ id: number }>(db, 'SELECT l.id FROM lots l JOIN varieties v ON v.id = l.variety_id WHERE v.crop_key = ?', cropKey).map(
      (r) => r.id,
    );
  return [
    ...todayRoutes(demo),
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
    ...importRoutes(db, (job, progress) => runThread(db, { kind: 'import', job }, progress), refresh),
    ...journalRoutes(),
  ];
}
