import {
  asSeenForm,
  careForm,
  sowTrayForm,
  trayCellForm,
  trayClearForm,
  trayEditForm,
  trayForm,
  trayLookForm,
  trayMapForm,
  trayPhotoForm,
} from '@esprel/core';
import { keepPhoto } from '../files/photos.ts';
import { pathId, queryOneOf, queryText } from '../routing/query.ts';
import { changes, read, readKept, type Route } from '../routing/route.ts';
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
    read('/trays', ({ db }, { query }) => ({
      trays: listTrays(db, queryOneOf(query, 'state', ['planned', 'growing', 'cleared'] as const) ?? 'growing'),
    })),
    read('/trays/:id', ({ db, today }, { params }) => traySheet(db, pathId(params.id, 'id'), today)),
    changes('post', '/trays', 'lay out tray', trayForm, (change, { body }) => makeTray(change, body)),
    changes('put', '/trays/:id', 'change tray', trayEditForm, (change, { params, body }) =>
      changeTray(change, pathId(params.id, 'id'), body),
    ),
    changes('put', '/trays/:id/map', 'paint tray', trayMapForm, (change, { params, body }) =>
      paintTray(change, pathId(params.id, 'id'), body),
    ),
    changes('post', '/trays/:id/sow', 'sow tray', sowTrayForm, (change, { params, body }) =>
      sowTray(change, pathId(params.id, 'id'), body),
    ),
    changes('post', '/trays/:id/looks', 'look at tray', trayLookForm, (change, { params, body }) =>
      lookAtTray(change, pathId(params.id, 'id'), body),
    ),
    changes('post', '/trays/:id/cells', 'cell of tray', trayCellForm, (change, { params, body }) =>
      putCellRight(change, pathId(params.id, 'id'), body),
    ),
    changes('post', '/trays/:id/care', 'care', careForm, (change, { params, body }) => {
      const tray = trayRow(change.db, pathId(params.id, 'id'));
      doTrayCare(change, tray, body);
      return traySheet(change.db, tray.id, change.today);
    }),
    changes('post', '/trays/:id/clear', 'clear tray', trayClearForm, (change, { params, body }) =>
      clearTray(change, pathId(params.id, 'id'), body),
    ),
    changes('put', '/trays/:id/photo', 'photo', trayPhotoForm, (change, { params, body }) => {
      const tray = trayRow(change.db, pathId(params.id, 'id'));
      change.update('trays', tray.id, { photo: keepPhoto(change.db, body.jpeg) }, body.version);
      change.touch('tray', tray.id);
      change.describe(`Added a photo of ${tray.name}`);
      return { id: tray.id };
    }),
    changes('delete', '/trays/:id', 'drop tray', asSeenForm, (change, { params, body }) =>
      dropTray(change, pathId(params.id, 'id'), body.version),
    ),
    readKept('/sowing/worked', ({ db }, { query }) => {
      const crop = queryText(query, 'crop');
      return {
        ...whatWorked(db, crop),
        rule: SHIFT_RULE,
        shifts: crop === null ? null : cropWindows(db, crop),
        verdicts: crop === null ? [] : timingsOf(db, crop),
      };
    }),
  ];
}
