import { renewalsApi } from '@esprel/core/api';
import { acts, makes, type Route, serves } from '../routing/route.ts';
import { helpsOf, otherWaysOf } from './others.ts';
import { renewalsPage } from './page.ts';
import { renewalSheet } from './rowSheet.ts';
import { searchOf } from './search.ts';
import { answerRow, askGrowers, sayFigure, sayOfRow, sayRoom } from './steps.ts';
import { takePlan } from './take.ts';
import { whatIfRuns } from './whatIf.ts';

/** Which variety is renewed when, in whose garden. */
export function renewalRoutes(): Route[] {
  return [
    serves(renewalsApi.page, ({ db, today }) => renewalsPage(db, today)),
    serves(renewalsApi.sheet, ({ db, today, by }, { params }) => renewalSheet(db, params.id, by.standing === 'coordinator', today)),
    serves(renewalsApi.others, async ({ db, today }, { params }) => ({ ways: await otherWaysOf(db, params.id, today) })),
    serves(renewalsApi.helps, async ({ db, today }) => ({ helps: await helpsOf(db, today) })),
    acts(renewalsApi.stop, ({ db }) => ({ search: searchOf(db).stop() })),
    acts(renewalsApi.goOn, ({ db }) => ({ search: searchOf(db).goOn() })),
    makes(renewalsApi.say, 'renewal', (change, { body }) => sayOfRow(change, body)),
    makes(renewalsApi.figure, 'renewal', (change, { body }) => sayFigure(change, body)),
    makes(renewalsApi.ask, 'renewal', (change, { body }) => askGrowers(change, body)),
    makes(renewalsApi.answer, 'renewal', (change, { params, body }) => answerRow(change, params.id, body)),
    makes(renewalsApi.take, 'renewal', (change, { body }) => takePlan(change, body)),
    makes(renewalsApi.room, 'renewal', (change, { params, body }) => sayRoom(change, params.id, body)),
    acts(renewalsApi.whatIf, ({ db, today }, { body }) => whatIfRuns(db, body, today)),
  ];
}
