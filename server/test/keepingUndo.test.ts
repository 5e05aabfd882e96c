import { describe, expect, it } from 'vitest';
import { all, type Db } from '../src/db/db.ts';
import { doAllAgain, envelope, fridgeLog, openTestLibrary, takeAllBack, twoDesks, tinyJpeg } from './library.ts';

const TABLES = [
  'lots',
  'movements',
  'storage_periods',
  'varieties',
  'variety_synonyms',
  'sources',
  'places',
  'climate_logs',
  'envelope_texts',
  'photos',
  'weighings',
  'identity_events',
  'mix_ups',
  'errands',
  'restricted_plants',
  'packet_fills',
  'stocktakes',
  'stocktake_scans',
  'loans',
  'members',
] as const;

/** Everything that people wrote, without the versions, which only go up; and what is derived of it. */
function everything(db: Db): unknown {
  const rows = Object.fromEntries(
    TABLES.map((t) => [t, all<Record<string, unknown>>(db, `SELECT * FROM ${t} ORDER BY id`).map(({ version: _version, ...row }) => row)]),
  );
  return {
    ...rows,
    names: all(db, 'SELECT origin, kind, thing, latin FROM find_names ORDER BY origin'),
    lists: all(db, 'SELECT tag, n FROM lot_list_counts WHERE n > 0 ORDER BY tag'),
    estimates: all(db, 'SELECT lot_id, median, verdict, reason FROM lot_estimates ORDER BY lot_id'),
  };
}

describe('every step of taking in and keeping', () => {
  it('is a sentence in the history with who did it, and all of them taken back in reverse leave no trace', async () => {
    const library = await openTestLibrary();
    const { db } = library;
    const person = await library.done('/api/people', { name: 'Ottilie' });
    const a = (await library.done('/api/lots', envelope({ cropKey: 'onion', year: 2026 }))).code as string;
    const b = (await library.done('/api/lots', envelope({ cropKey: 'onion', varietyName: 'Copper Kettle', year: 2026 }))).code as string;
    const c = (await library.done('/api/lots', envelope({ cropKey: 'onion', year: 2025 }))).code as string;
    const member = await library.done('/api/members', { name: 'Bram Holt' });
    const before = everything(db);
    const { step, steps } = twoDesks(library, { 'X-Esprel-Person': String(person.id) });
    const versionOf = async (path: string, key: string): Promise<number> => (await library.get(`/api${path}`)).body[key].version;

    const kitchen = await step('/places', { name: 'Kitchen', kind: 'room', temperatureC: 20, rhPercent: 50, sealed: false });
    const fridge = await step('/places', {
      name: 'Fridge',
      kind: 'fridge',
      parentId: kitchen.id,
      temperatureC: 4,
      rhPercent: 55,
      sealed: false,
    });
    await step(`/lots/${a}/move`, { placeId: fridge.id, movedOn: '2027-03-02' });
    await step(`/places/${String(fridge.id)}/climate-log`, { fileName: 'log.csv', text: fridgeLog(60, '2027-01-10', [55]) });
    await step(
      `/places/${String(fridge.id)}`,
      { name: 'Cold fridge', kind: 'fridge', parentId: kitchen.id, temperatureC: 3, rhPercent: 50, sealed: false, version: 1 },
      'PATCH',
    );
    await step(
      `/lots/${a}/envelope`,
      { version: 0, depthMm: 10, weeksMin: 8, weeksMax: 10, anchor: 'last-frost', warnings: 'dusty' },
      'PUT',
    );
    await step(`/lots/${a}/photos`, { jpeg: tinyJpeg('a') });
    await step(`/lots/${a}/weighings`, {
      samples: [
        { seeds: 50, grams: 0.2 },
        { seeds: 50, grams: 0.21 },
      ],
      totalGrams: 0.9,
      weighedOn: '2027-03-14',
    });
    const fill = await step(`/lots/${a}/packets`, { seedsEach: 20, packets: 3, filledOn: '2027-03-14' });
    await step('/loans', {
      lotCode: a,
      memberId: member.id,
      seeds: 20,
      purpose: 'garden',
      promise: 'nothing',
      lentOn: '2027-03-14',
      packetFillId: fill.id,
      packets: 1,
    });
    await step(`/packets/${String(fill.id)}/pour-back`, { version: 2 });
    const { lot } = (await library.get(`/api/lots/${a}`)).body;
    const variety = `/varieties/${String(lot.varietyId)}`;
    const sheet = (await library.get(`/api${variety}`)).body;
    await step(
      `${variety}/instructions`,
      { version: sheet.variety.version, envelopeId: sheet.envelopes[0].id, reason: 'best here' },
      'PUT',
    );
    await step(
      variety,
      {
        version: await versionOf(variety, 'variety'),
        name: 'Tollgate Brown',
        breeding: 'landrace',
        habit: 'upright',
        synonyms: ['Gatekeeper'],
      },
      'PATCH',
    );
    const split = await step(`${variety}/split`, {
      version: await versionOf(variety, 'variety'),
      name: 'Tollgate Small',
      lotCodes: [c],
      reason: 'half the size',
    });
    await step(`/varieties/${String(split.id)}/join`, { version: 1, intoId: lot.varietyId, reason: 'poor soil' });
    await step(`${variety}/move`, { version: await versionOf(variety, 'variety'), cropKey: 'leek', reason: 'flat leaves' });
    await step('/mix-ups', { lotCode: a, otherCode: b, kind: 'spilled', reason: 'the tray fell' });
    await step(`/mix-ups/1/clear`, { version: 1, how: 'put-right', reason: 'sorted by size' });
    await step(`/lots/${b}/identity`, { version: await versionOf(`/lots/${b}`, 'lot'), identity: 'likely', reason: 'looks so' });
    await step(`/lots/${b}/identity/answer`, {
      version: await versionOf(`/lots/${b}`, 'lot'),
      answer: 'another',
      varietyId: lot.varietyId,
      reason: 'grown out',
    });
    await step('/restricted', { name: 'Kettle', rule: 'warn', why: 'ask first' });
    const take = await step('/stocktakes', { placeId: fridge.id });
    await step(`/stocktakes/${String(take.id)}/scans`, { lotCode: b, amount: 'counted', counted: 150 });
    await step(`/stocktakes/${String(take.id)}/close`, { markMissing: true, moveHere: true });
    await step(`/lots/${a}/found`, { version: (await library.get(`/api/lots/${a}`)).body.lot.version });
    const { errands } = (await library.get('/api/errands')).body;
    await step('/errands/done', { ids: errands.map((e: any) => e.id) });

    const { steps: told } = (await library.get('/api/history?limit=100')).body;
    for (const s of steps) {
      const line = told.find((t: any) => t.id === s.id);
      expect(line.person).toBe('Ottilie');
      expect(line.summary).toMatch(/^\S.{7,}[^:,\s]$/);
      expect(line.summary).not.toMatch(/undefined|null|NaN|\[object/);
    }
    await takeAllBack(library, steps);
    expect(everything(db)).toEqual(before);
    // And done again, in order, it is all there once more.
    await doAllAgain(library);
    expect((await library.get(`/api/lots/${b}`)).body.lot).toMatchObject({ variety: 'Tollgate Brown', crop: 'Leek', balance: 150 });
  });
});
