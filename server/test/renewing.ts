import type { RenewalRowShown, RenewalSheet, RenewalsPage } from '@esprel/core/api';
import { beforeEach } from 'vitest';
import { openTestLibrary, type TestLibrary } from './library.ts';

export interface Home {
  readonly id: number;
  readonly memberId: number;
}

/** A library of its own for each test of a file, and what its plan of renewals is looked at and decided with. */
export function eachRenewing() {
  let library: TestLibrary;
  beforeEach(async () => {
    library = await openTestLibrary();
  });
  const page = async (): Promise<RenewalsPage> => (await library.get('/api/renewals/plan')).body;
  const varietyId = (name: string): number =>
    (library.db.prepare('SELECT id FROM varieties WHERE name = ?').get(name) as { id: number }).id;
  const say = (body: object) => library.post('/api/renewals/rows', { version: 0, ...body });
  return {
    get library(): TestLibrary {
      return library;
    },
    garden: async (name: string, over: Record<string, unknown> = {}): Promise<Home> => {
      const { id: memberId } = await library.done('/api/members', { name: `Grower of ${name}` });
      const body = {
        name,
        memberId,
        hemisphere: 'north',
        shiftDays: 0,
        eastM: 0,
        northM: 0,
        roomPlants: 40,
        practised: 'practised',
        ...over,
      };
      const { id } = await library.done('/api/gardens', body);
      return { id, memberId };
    },
    /** Old seed, little of it: what would be lost. */
    takeIn: (over: Record<string, unknown> = {}): Promise<string> =>
      library.takeIn({
        cropKey: 'summer-squash',
        varietyName: 'Long Trailer',
        acquisition: 'saved',
        floor: 0,
        seeds: 40,
        year: 2021,
        ...over,
      }),
    page,
    /** The plan once the search is at rest. */
    plan: async (): Promise<RenewalsPage> => {
      for (;;) {
        const now = await page();
        if (now.search !== 'searching') return now;
        await new Promise((resolve) => setTimeout(resolve, 30));
      }
    },
    varietyId,
    sheet: async (name: string): Promise<RenewalSheet> =>
      (await library.get(`/api/renewals/plan/varieties/${String(varietyId(name))}`)).body,
    say,
    hold: async (name: string, gardenId: number, season: number, over: object = {}) =>
      say({ varietyId: varietyId(name), gardenId, season, covered: false, what: 'hold', ...over }),
  };
}

export const rowsOf = (p: RenewalsPage): RenewalRowShown[] => p.varieties.flatMap((v) => [...v.rows]);
export const asRow = ({ varietyId: v, gardenId, season, covered }: RenewalRowShown) => ({ varietyId: v, gardenId, season, covered });
