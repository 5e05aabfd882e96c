import { sowingsApi, traysApi } from '@esprel/core/api';
import { keepPhoto } from '../files/photos.ts';
import { makes, type Route, serves, servesKept } from '../routing/route.ts';
import { timingsOf } from '../season/timings.ts';
import { SHIFT_RULE } from '../season/windows.ts';
import { doTrayCare } from './care.ts';
import { putCellRight } from './cellRight.ts';
import { clearTray, lookAtTray, sowTray } from './sowTray.ts';
import { listTrays, trayRow, traySheet } from './traySheet.ts';
import { changeTray, dropTray, makeTray, paintTray } from './trays.ts';
import { cropWindows, whatWorked } from './worked.ts';

export function trayRoutes(): Route[] {
  return [
    serves(traysApi.list, ({ db }, { query }) => ({
      trays: listTrays(db, query.state ?? 'growing'),
    })),
    serves(traysApi.sheet, ({ db, today }, { params }) => traySheet(db, params.id, today)),
    makes(traysApi.layOut, 'lay out tray', (change, { body }) => makeTray(change, body)),
    makes(traysApi.change, 'change tray', (change, { params, body }) => changeTray(change, params.id, body)),
    makes(traysApi.paint, 'paint tray', (change, { params, body }) => paintTray(change, params.id, body)),
    makes(traysApi.sow, 'sow tray', (change, { params, body }) => sowTray(change, params.id, body)),
    makes(traysApi.look, 'look at tray', (change, { params, body }) => lookAtTray(change, params.id, body)),
    makes(traysApi.putRight, 'cell of tray', (change, { params, body }) => putCellRight(change, params.id, body)),
    makes(traysApi.care, 'care', (change, { params, body }) => {
      const tray = trayRow(change.db, params.id);
      doTrayCare(change, tray, body);
      return traySheet(change.db, tray.id, change.today);
    }),
    makes(traysApi.clear, 'clear tray', (change, { params, body }) => clearTray(change, params.id, body)),
    makes(traysApi.photo, 'photo', (change, { params, body }) => {
      const tray = trayRow(change.db, params.id);
      change.update('trays', tray.id, { photo: keepPhoto(change.db, body.jpeg) }, body.version);
      change.touch('tray', tray.id);
      change.describe(`Added a photo of ${tray.name}`);
      return { id: tray.id };
    }),
    makes(traysApi.drop, 'drop tray', (change, { params, body }) => dropTray(change, params.id, body.version)),
    servesKept(sowingsApi.worked, ({ db }, { query }) => {
      const crop = query.crop;
      return {
        ...whatWorked(db, crop),
        rule: SHIFT_RULE,
        shifts: crop === null ? null : cropWindows(db, crop),
        verdicts: crop === null ? [] : timingsOf(db, crop),
      };
    }),
  ];
}
