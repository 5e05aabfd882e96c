import type * as yup from 'yup';
import { bagForm, closeTestForm, countForm, extendForm, giveUpForm, layForm, potForm, stepForm, testForm } from '@esprel/core';
import type { Change } from '../journal/change.ts';
import { pathId, queryOneOf } from '../routing/query.ts';
import { changes, read, readKept, type Route } from '../routing/route.ts';
import { potSprouts, pottable } from './pot.ts';
import { listTests } from './testList.ts';
import { testSheet } from './testSheet.ts';
import { closeTest, doStep, dropBag, extendTest, giveUpTest, layTest, saveCount, startTest } from './testSteps.ts';

export function testRoutes(): Route[] {
  const step = <T>(path: string, name: string, form: yup.Schema<T>, handle: (change: Change, id: number, body: T) => object): Route =>
    changes('post', `/tests/:id/${path}`, name, form, (change, { params, body }) => handle(change, pathId(params.id, 'id'), body));
  return [
    readKept('/tests', ({ db }, { query }) => ({
      tests: listTests(db, queryOneOf(query, 'state', ['open', 'closed'] as const) ?? 'open'),
    })),
    read('/tests/:id', ({ db, today }, { params }) => testSheet(db, pathId(params.id, 'id'), today)),
    read('/tests/:id/pot', ({ db }, { params }) => pottable(db, pathId(params.id, 'id'))),
    changes('post', '/tests', 'start test', testForm, (change, { body }) => startTest(change, body)),
    step('lay', 'lay test', layForm, layTest),
    step('give-up', 'give up test', giveUpForm, giveUpTest),
    step('steps', 'preparation', stepForm, doStep),
    step('extend', 'second batch', extendForm, extendTest),
    step('bags', 'leave out a bag', bagForm, dropBag),
    step('counts', 'count', countForm, saveCount),
    step('close', 'close test', closeTestForm, closeTest),
    step('pot', 'pot sprouts', potForm, potSprouts),
  ];
}
