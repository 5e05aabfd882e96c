import { TRUE_FIT } from '@esprel/core';
import { labelsApi, readQuery } from '@esprel/core/api';
import { PDFDocument } from 'pdf-lib';
import { describe, expect, it } from 'vitest';
import { drawLabels } from '../src/labels/drawing.ts';
import { envelope, openTestLibrary, type TestLibrary } from './library.ts';

async function withLots(library: TestLibrary, ...over: Record<string, unknown>[]): Promise<string[]> {
  const codes: string[] = [];
  for (const o of over) codes.push((await library.done('/api/lots', envelope(o))).code);
  return codes;
}

async function pdfOf(library: TestLibrary, query: string): Promise<PDFDocument> {
  const response = await fetch(`${library.base}/api/labels/labels.pdf?${query}`);
  expect([response.status, response.headers.get('content-type')]).toEqual([200, 'application/pdf']);
  return PDFDocument.load(await response.arrayBuffer());
}

describe('labels', () => {
  it('pot tags in a run: one for each pot, on as many sheets as it takes', async () => {
    const library = await openTestLibrary();
    const [code] = await withLots(library, {});
    const query = `kind=pot&codes=${String(code)}&copies=40&skip=30`;
    expect((await library.get(`/api/labels/plan?${query}`)).body).toEqual({
      kind: 'pot',
      format: 'a4-36',
      labels: 40,
      pages: 2,
      problems: [],
    });
    const pdf = await pdfOf(library, query);
    expect(pdf.getPageCount()).toBe(2);
    expect(Math.round(pdf.getPage(0).getWidth())).toBe(595);
    expect((await pdfOf(library, `codes=${String(code)}&format=roll-62&copies=3`)).getPageCount()).toBe(3);
    // An endless roll is cut to the length of the text: a packet says more than a pot.
    const length = async (kind: string) =>
      (await pdfOf(library, `codes=${String(code)}&format=tape-62&kind=${kind}`)).getPage(0).getHeight();
    expect(await length('packet')).toBeGreaterThan((await length('pot')) + 10);
  });

  it('a page as SVG says what it shows, without running anything', async () => {
    const library = await openTestLibrary();
    const [code] = await withLots(library, { varietyName: 'Red <b>& "Round"', form: 'treated' });
    const svg = await library.get(`/api/labels/page.svg?codes=${String(code)}`);
    expect(svg.type).toContain('svg');
    expect(svg.body).toContain(`<title>${String(code)}. Red &lt;b&gt;&amp; &quot;Round&quot;. Treated seed`);
    expect(svg.body).not.toContain('<b>');
    expect((await library.get(`/api/labels/page.svg?codes=${String(code)}&page=9`)).body.errors[0].path).toBe('page');
  });

  it('names in other alphabets come out; letters that no font has are named', async () => {
    const library = await openTestLibrary();
    const [a, b] = await withLots(library, { varietyName: 'Чёрный Принц' }, { varietyName: '黒豆 Black' });
    const { problems } = (await library.get(`/api/labels/plan?codes=${String(a)},${String(b)}`)).body;
    expect(problems).toEqual([{ of: b, message: 'cannot be drawn: 黒豆. Write it by hand.' }]);
    expect((await pdfOf(library, `codes=${String(a)},${String(b)}`)).getPageCount()).toBe(1);
  });

  it('box fronts tell what lies in the box', async () => {
    const library = await openTestLibrary();
    const place = await library.done('/api/places', { name: 'Box 1', kind: 'box', temperatureC: 15, rhPercent: 50, sealed: false });
    await withLots(library, { placeId: place.id }, { placeId: place.id, cropKey: 'onion', varietyName: 'Copper Kettle' });
    const svg = (await library.get(`/api/labels/page.svg?kind=box&places=${String(place.id)}`)).body as string;
    expect(svg).toContain('<title>Box 1. 15 °C, 50 % humidity. 2 lots: Onion, Tomato</title>');
    expect((await library.get('/api/labels/plan?kind=box&places=99')).body.errors[0].path).toBe('places');
  });

  it('refuses lots that are not here, formats that are none, and runs without end', async () => {
    const library = await openTestLibrary();
    const [code] = await withLots(library, {});
    const path = async (query: string) => (await library.get(`/api/labels/plan?${query}`)).body.errors[0].path;
    expect(await path('codes=TM-999Z')).toBe('codes');
    expect(await path(`codes=${String(code)}&format=napkin`)).toBe('format');
    expect(await path(`codes=${String(code)}&kind=poster`)).toBe('kind');
    expect(await path(`codes=${String(code)}&copies=0`)).toBe('copies');
    expect(await path(`codes=${Array(20).fill(code).join(',')}&copies=400`)).toBe('copies');
    expect((await library.get('/api/labels/labels.pdf')).body.errors[0].path).toBe('codes');
  });

  it('a long run is drawn beside all else: one layout for its plan, its pages and its PDF, and it says how far it is', async () => {
    const library = await openTestLibrary();
    const codes = await withLots(library, {}, { varietyName: 'Чёрный Принц' }, { varietyName: 'Copper Kettle', cropKey: 'onion' });
    const query = `codes=${codes.join(',')}&copies=400`;
    const { labels, pages } = (await library.get(`/api/labels/plan?${query}`)).body;
    expect(labels).toBe(1200);
    expect((await library.get(`/api/labels/page.svg?${query}&page=${String(pages)}`)).body).toContain('Copper Kettle');
    expect((await library.get(`/api/labels/page.svg?${query}&page=${String(pages + 1)}`)).body.errors[0].path).toBe('page');
    const drawing = `/api/labels/drawing?${query}`;
    expect((await library.get(drawing)).body).toEqual({ done: 0, of: 0 });
    // Two desks that want the same wait for the same.
    const both = Promise.all([pdfOf(library, query), pdfOf(library, `${query}&save=1`)]);
    const seen: number[] = [];
    let ended = false;
    void both.finally(() => (ended = true));
    await library.takeIn({ varietyName: 'Meanwhile' });
    while (!ended) {
      const { done, of } = (await library.get(drawing)).body;
      if (of > 0) seen.push(done);
      expect([0, 1200]).toContain(of);
      await new Promise((resolve) => setTimeout(resolve, 5));
    }
    expect((await both).map((pdf) => pdf.getPageCount())).toEqual([pages, pages]);
    expect(seen).toEqual([...seen].sort((a, b) => a - b));
    const told = new Int32Array(new SharedArrayBuffer(8));
    await drawLabels(library.db, {
      query: readQuery(labelsApi.plan.query, { codes: codes.join(','), copies: '30' }),
      today: library.today,
      asked: { as: 'pdf', fit: TRUE_FIT },
      state: '',
      told,
    });
    expect([...told]).toEqual([90, 90]);
    // What was laid out is not shown once the lot says something else.
    const { version } = (await library.get(`/api/lots/${String(codes[0])}`)).body.lot;
    const changed = await library.send('PATCH', `/api/lots/${String(codes[0])}`, { form: 'treated', version });
    expect(changed.status).toBe(200);
    expect((await library.get(`/api/labels/page.svg?${query}&page=1`)).body).toContain('Treated seed');
  });
});

describe('the label printer', () => {
  it('shows what came out, says when the roll is empty, and what to do when it jams', async () => {
    const library = await openTestLibrary();
    const [code] = await withLots(library, {});
    const print = (copies: number) => library.post(`/api/labels/print?codes=${String(code)}&format=roll-62&copies=${String(copies)}`, {});
    await library.done('/api/devices/printer', { labelsLeft: 3 });
    expect((await print(2)).body).toMatchObject({ cameOut: 2, state: 'printed' });
    expect((await print(2)).body).toMatchObject({ cameOut: 1, state: 'ran-out' });
    const empty = await print(1);
    expect([empty.status, empty.body.code]).toEqual([503, 'device']);
    expect(empty.body.detail).toContain('Put a roll in');
    await library.done('/api/devices/printer', { labelsLeft: 10, jammed: true });
    expect((await print(1)).body.detail).toContain('jammed');
    const { jobs } = (await library.get('/api/devices/printer')).body;
    expect(jobs.map((j: any) => j.cameOut)).toEqual([1, 2]);
    expect((await library.get(`/api/devices/printer/jobs/${String(jobs[0].id)}/1`)).body).toContain('<svg');
    expect((await library.get(`/api/devices/printer/jobs/${String(jobs[0].id)}/9`)).status).toBe(404);
    expect((await library.post('/api/devices/printer', { labelsLeft: -1 })).body.errors[0].path).toBe('labelsLeft');
  });
});

describe('scale and logger', () => {
  it('the scale comes to rest, and is tared', async () => {
    const library = await openTestLibrary();
    const [code] = await withLots(library, { seeds: 500 });
    await library.done('/api/devices/scale', { trayGrams: 4 });
    const atRest = async () => {
      for (;;) {
        const reading = (await library.get('/api/devices/scale')).body;
        if (reading.stable === true) return reading;
        await new Promise((resolve) => setTimeout(resolve, 50));
      }
    };
    expect((await library.get('/api/devices/scale')).body.stable).toBe(false);
    await atRest();
    await library.done('/api/devices/scale/tare', {});
    await library.done('/api/devices/scale', { lotCode: code, seeds: 100, trayGrams: 4 });
    const reading = await atRest();
    expect(reading).toMatchObject({ stable: true, on: `100 seeds of ${String(code)}` });
    expect(reading.grams).toBeGreaterThan(0.2);
    expect(reading.grams).toBeLessThan(0.6);
    expect((await library.post('/api/devices/scale', { grams: -2 })).body.errors[0].path).toBe('grams');
  });

  it('what the logger wrote is read by the door that takes any logger’s file', async () => {
    const library = await openTestLibrary();
    const fridge = await library.done('/api/places', { name: 'Fridge', kind: 'fridge', temperatureC: 4, rhPercent: 55, sealed: false });
    const file = await library.get(`/api/devices/logger.csv?place=${String(fridge.id)}`);
    await library.done(`/api/places/${String(fridge.id)}/climate-log`, { fileName: 'logger.csv', text: file.body });
    const { climate } = (await library.get(`/api/places/${String(fridge.id)}`)).body;
    expect(climate.days).toHaveLength(120);
    expect(climate.warmSpells).toHaveLength(1);
    expect(climate.warmSpells[0].days).toBe(2);
    expect(new Date(climate.warmSpells[0].from).getUTCDay()).toBe(6);
  });
});
