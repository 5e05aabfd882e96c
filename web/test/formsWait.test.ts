// @vitest-environment happy-dom
import { describe, expect, it } from 'vitest';
import type { Component } from 'vue';
import TestBagForm from '../src/germination/TestBagForm.vue';
import TestExtendForm from '../src/germination/TestExtendForm.vue';
import TestPotForm from '../src/germination/TestPotForm.vue';
import TestStartForm from '../src/germination/TestStartForm.vue';
import IdentityForm from '../src/identity/IdentityForm.vue';
import LotAmountForm from '../src/lots/LotAmountForm.vue';
import LotEditForm from '../src/lots/LotEditForm.vue';
import LotEnvelopeForm from '../src/lots/LotEnvelopeForm.vue';
import LotPacketsForm from '../src/lots/LotPacketsForm.vue';
import LotVerdictForm from '../src/lots/LotVerdictForm.vue';
import LotWeighForm from '../src/lots/LotWeighForm.vue';
import LendForm from '../src/members/LendForm.vue';
import PlaceForm from '../src/places/PlaceForm.vue';
import UnsownForm from '../src/returns/UnsownForm.vue';
import GardenForm from '../src/season/GardenForm.vue';
import PlanForm from '../src/season/PlanForm.vue';
import SowForm from '../src/sowing/SowForm.vue';
import TrayEditForm from '../src/sowing/TrayEditForm.vue';
import VarietyForm from '../src/varieties/VarietyForm.vue';
import VarietyStepForm from '../src/varieties/VarietyStepForm.vue';
import { errors, eachDesk } from './desk.ts';

const desk = eachDesk();

const lot = { code: 'RIMU-3' };
const FORMS: readonly (readonly [string, Component, Record<string, unknown>, string])[] = [
  ['leaving a bag out', TestBagForm, { id: '7' }, '/tests/7'],
  ['a second batch', TestExtendForm, { id: '7' }, '/tests/7'],
  ['potting sprouts', TestPotForm, { id: '7' }, '/tests/7'],
  ['starting a test', TestStartForm, lot, '/lots/RIMU-3'],
  ['the name of a lot', IdentityForm, lot, '/lots/RIMU-3/identity'],
  ['an amount', LotAmountForm, lot, '/lots/RIMU-3'],
  ['putting a lot right', LotEditForm, lot, '/lots/RIMU-3'],
  ['what an envelope says', LotEnvelopeForm, lot, '/lots/RIMU-3'],
  ['filling packets', LotPacketsForm, lot, '/lots/RIMU-3'],
  ['overruling', LotVerdictForm, lot, '/lots/RIMU-3'],
  ['weighing', LotWeighForm, lot, '/lots/RIMU-3'],
  ['lending', LendForm, lot, '/lots/RIMU-3'],
  ['sowing', SowForm, lot, '/lots/RIMU-3'],
  ['planning a sowing', PlanForm, lot, '/lots/RIMU-3/usual-plan'],
  ['changing a plan', PlanForm, { id: '4' }, '/planned/4'],
  ['seed that is back unsown', UnsownForm, { id: '2', loan: '5' }, '/members/2'],
  ['changing a place', PlaceForm, { id: '3' }, '/places/3'],
  ['changing a garden', GardenForm, { id: '3' }, '/gardens'],
  ['changing a tray', TrayEditForm, { id: '3' }, '/trays/3'],
  ['changing a variety', VarietyForm, { id: '3' }, '/varieties/3'],
  ['splitting a variety', VarietyStepForm, { id: '3', step: 'split' }, '/varieties/3'],
];

describe('a form that stands on a record', () => {
  it.each(FORMS)('%s is not there to be filled and sent before the record is read', async (_, form, props, path) => {
    desk.answers[`GET ${path}`] = new Promise(() => undefined);
    await desk.show(form, props);
    expect(desk.calls.map((c) => c.path)).toContain(path);
    expect(document.querySelector('form')).toBeNull();
  });

  it.each(FORMS.filter(([, , , path]) => path !== '/gardens'))('%s says when there is no such record', async (_, form, props, path) => {
    desk.answers[`GET ${path}`] = { status: 404, code: 'not-found', detail: 'It was taken back.' };
    await desk.show(form, props);
    expect(document.querySelector('form')).toBeNull();
    expect(errors().join()).toContain('It was taken back.');
  });
});
