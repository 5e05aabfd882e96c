import { testProtocol, withOwnFigures } from '@esprel/core';
import { CROP_REFERENCE } from '@esprel/core/crops/reference';

export const tomato = withOwnFigures(
  CROP_REFERENCE.find((c) => c.key === 'tomato')!,
  {},
);
export const action = { action: { id: 7, summary: 'Done' } };
const today = { median: 0.57, low: 0.46, high: 0.67, mean: 0.57, atLeast: 0.02, alpha: 30, beta: 22 };

/** A lot as the server answers it; tests change a field or two. */
export function lotSheet(over: Record<string, unknown> = {}, more: Record<string, unknown> = {}): object {
  return {
    lot: {
      id: 1,
      code: 'TM-001C',
      version: 4,
      varietyId: 1,
      variety: 'Harrow’s Lantern',
      habit: 'vine',
      crop: 'Tomato',
      scientific: 'Solanum lycopersicum',
      source: 'Swap',
      synonyms: [],
      breeding: 'open-pollinated',
      cropKey: 'tomato',
      acquisition: 'donated',
      form: 'cleaned',
      yearKind: 'harvest',
      year: 2023,
      receivedOn: '2024-02-01',
      agesFrom: '2023-10-01',
      statedGermination: null,
      identity: 'sure',
      state: 'kept',
      amountKnown: 'counted',
      balance: 64,
      floor: 20,
      lendable: 44,
      note: null,
      missingSince: null,
      generation: 0,
      parent: null,
      ...over,
    },
    cautions: [],
    envelope: null,
    photos: [],
    weighings: [],
    packets: [],
    mixUps: [],
    crop: tomato,
    estimate: { today, ribbon: [], belowFortyOn: null, threshold: 0.7 },
    verdict: { verdict: 'sow-thicker', beside: null, reason: 'Put 3 in each cell.' },
    evidence: [],
    storage: [],
    movements: [],
    tests: [],
    loans: [],
    sowings: [],
    quarantine: null,
    protocol: testProtocol(tomato),
    testSize: 10,
    history: [],
    ...more,
  };
}
