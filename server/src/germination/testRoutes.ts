import { testsApi } from '@esprel/core/api';
import { makes, type Route, serves, servesKept } from '../routing/route.ts';
import { potSprouts, pottable } from './pot.ts';
import { listTests } from './testList.ts';
import { testSheet } from './testSheet.ts';
import { closeTest, doStep, dropReplicate, extendTest, giveUpTest, layTest, saveCount, startTest } from './testSteps.ts';

export function testRoutes(): Route[] {
  return [
    servesKept(testsApi.list, ({ db }, { query }) => ({
      tests: listTests(db, query.state ?? 'open'),
    })),
    serves(testsApi.sheet, ({ db, today }, { params }) => testSheet(db, params.id, today)),
    serves(testsApi.pottable, ({ db }, { params }) => pottable(db, params.id)),
    makes(testsApi.start, 'start test', (change, { body }) => startTest(change, body)),
    makes(testsApi.lay, 'lay test', (change, { params, body }) => layTest(change, params.id, body)),
    makes(testsApi.giveUp, 'give up test', (change, { params, body }) => giveUpTest(change, params.id, body)),
    makes(testsApi.step, 'preparation', (change, { params, body }) => doStep(change, params.id, body)),
    makes(testsApi.extend, 'second batch', (change, { params, body }) => extendTest(change, params.id, body)),
    makes(testsApi.dropReplicate, 'leave out a bag', (change, { params, body }) => dropReplicate(change, params.id, body)),
    makes(testsApi.count, 'count', (change, { params, body }) => saveCount(change, params.id, body)),
    makes(testsApi.close, 'close test', (change, { params, body }) => closeTest(change, params.id, body)),
    makes(testsApi.pot, 'pot sprouts', (change, { params, body }) => potSprouts(change, params.id, body)),
  ];
}
