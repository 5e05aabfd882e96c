import { accessRoutes } from '../access/accessRoutes.ts';
import { peopleRoutes, scriptKeyRoutes } from '../access/peopleRoutes.ts';
import { NO_LOOK_ROUNDS, type LookRounds } from '../beginning/lookRound.ts';
import { beginningRoutes } from '../beginning/routes.ts';
import { calibrationRoutes } from '../calibration/routes.ts';
import type { CopiesKeeper } from '../copies/keeper.ts';
import { copiesRoutes } from '../exchange/copiesRoutes.ts';
import { exportRoutes } from '../exchange/exportRoutes.ts';
import { packageRoutes } from '../exchange/packageRoutes.ts';
import { cropRoutes } from '../crops/routes.ts';
import { all, type Db } from '../db/db.ts';
import { journalRoutes } from '../desk/historyRoutes.ts';
import { deviceRoutes } from '../devices/routes.ts';
import { errandRoutes } from '../errands/routes.ts';
import { findRoutes } from '../find/routes.ts';
import { roundRoutes } from '../germination/roundRoutes.ts';
import { testRoutes } from '../germination/testRoutes.ts';
import { growingRoutes } from '../growing/routes.ts';
import { mixUpRoutes } from '../identity/mixUpRoutes.ts';
import { identityRoutes } from '../identity/routes.ts';
import { importRoutes } from '../imports/routes.ts';
import { cardRoutes } from '../labels/cardRoutes.ts';
import { labelRoutes } from '../labels/routes.ts';
import { envelopeRoutes } from '../lots/envelopeRoutes.ts';
import { judgingRoutes } from '../lots/judgingRoutes.ts';
import { overruleRoutes } from '../lots/overruleRoutes.ts';
import { packetRoutes } from '../lots/packetRoutes.ts';
import { lotRoutes } from '../lots/routes.ts';
import { wetRoutes } from '../lots/wetRoutes.ts';
import { memberRoutes } from '../members/routes.ts';
import { myRoutes } from '../my/routes.ts';
import { placeRoutes } from '../places/routes.ts';
import { stocktakeRoutes } from '../places/stocktakeRoutes.ts';
import { renewalRoutes } from '../renewals/routes.ts';
import { restrictedRoutes } from '../restricted/routes.ts';
import { returnRoutes } from '../returns/routes.ts';
import type { Route } from '../routing/route.ts';
import { frostFileRoutes } from '../season/frostRoutes.ts';
import { gardenRoutes } from '../season/gardenRoutes.ts';
import { seasonRoutes } from '../season/routes.ts';
import { settingsRoutes } from '../settings/routes.ts';
import { benchRoutes } from '../sowing/benchRoutes.ts';
import { sowingRoutes } from '../sowing/sowingRoutes.ts';
import { trayRoutes } from '../sowing/trayRoutes.ts';
import { swapRoutes } from '../swap/routes.ts';
import { tellingRoutes } from '../telling/routes.ts';
import { todayRoutes } from '../today/routes.ts';
import { varietyRoutes } from '../varieties/routes.ts';
import { yearRoutes } from '../year/routes.ts';
import { runThread } from './runThread.ts';

/** Every route of the API. */
export function routes(
  {
    db,
    demo = false,
    back = null,
    lookRounds = NO_LOOK_ROUNDS,
    copies = null,
  }: {
    readonly db: Db;
    readonly demo?: boolean;
    readonly back?: string | null;
    readonly lookRounds?: LookRounds;
    readonly copies?: CopiesKeeper | null;
  },
  refresh: () => void,
  log: (error: unknown) => void = () => undefined,
): Route[] {
  const lotsOfCrop = (cropKey: string): number[] =>
    all<{ id: number }>(db, 'SELECT l.id FROM lots l JOIN varieties v ON v.id = l.variety_id WHERE v.crop_key = ?', cropKey).map(
      (r) => r.id,
    );
  return [
    ...todayRoutes({ demo, back, copies: demo ? null : copies }),
    ...copiesRoutes(copies),
    ...packageRoutes(copies),
    ...exportRoutes(),
    ...beginningRoutes(lookRounds),
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
    ...accessRoutes(),
    ...peopleRoutes(),
    ...scriptKeyRoutes(),
    ...lotRoutes(),
    ...testRoutes(),
    ...roundRoutes(),
    ...calibrationRoutes(),
    ...memberRoutes(),
    ...myRoutes(),
    ...swapRoutes(),
    ...tellingRoutes(log),
    ...gardenRoutes(),
    ...frostFileRoutes(),
    ...seasonRoutes(),
    ...sowingRoutes(),
    ...benchRoutes(),
    ...trayRoutes(),
    ...growingRoutes(),
    ...returnRoutes(),
    ...renewalRoutes(),
    ...labelRoutes(),
    ...cardRoutes(),
    ...deviceRoutes(),
    ...findRoutes(),
    ...importRoutes(db, (job, progress) => runThread(db, { kind: 'import', job }, progress), refresh),
    ...yearRoutes(),
    ...journalRoutes(),
  ];
}
