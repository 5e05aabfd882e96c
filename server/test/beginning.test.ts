import { describe, expect, it } from 'vitest';
import { PDFDocument } from 'pdf-lib';
import { openTestLibrary } from './library.ts';

type Steps = readonly { readonly step: string; readonly state: string; readonly version: number; readonly found: string }[];

describe('the first hour of a library', () => {
  it('sees what is done as it is done, and Today leads to the rest while the library is young', async () => {
    const library = await openTestLibrary();
    const page = async (): Promise<{ steps: Steps; next: string | null; fresh: boolean; newest: string[] }> =>
      (await library.get('/api/beginning')).body;
    const stateOf = async (step: string): Promise<string | undefined> => (await page()).steps.find((s) => s.step === step)?.state;
    expect((await page()).fresh).toBe(true);
    expect((await library.get('/api/session')).body.beginning).toEqual({ done: 0, of: 8, fresh: true });

    const settings = (await library.get('/api/settings')).body;
    await library.done('/api/settings', { ...settings, libraryName: 'Reedmace Seed Shelf', lastFrost: '05-09' }, 'PUT');
    expect(await stateOf('place')).toBe('done');
    expect((await page()).steps.find((s) => s.step === 'frost')?.found).toContain('9 May');
    await library.done('/api/people', { name: 'Ottilie' });
    expect(await stateOf('people')).toBe('begun');
    const code = await library.takeIn();
    expect(await stateOf('seed')).toBe('begun');
    expect((await page()).newest).toEqual([code]);

    await library.done('/api/beginning/labels', { version: 0, said: 'done' }, 'PUT');
    await library.done('/api/beginning/members', { version: 0, said: 'not-for-us' }, 'PUT');
    expect(await stateOf('members')).toBe('not-for-us');
    expect((await library.get('/api/session')).body.beginning).toEqual({ done: 3, of: 7, fresh: false });
    // Taken up again, and that taken back.
    const { version } = (await page()).steps.find((s) => s.step === 'members') ?? { version: -1 };
    const { step } = await library.done('/api/beginning/members', { version, said: 'open' }, 'PUT');
    expect(await stateOf('members')).toBe('open');
    await library.done(`/api/history/${String(step.id)}/undo`, {});
    expect(await stateOf('members')).toBe('not-for-us');

    // A library that has long begun is left alone.
    library.today = '2031-01-01';
    expect((await library.get('/api/session')).body.beginning).toBeNull();
  });

  it('refuses a step that is none, a word that is none, and a word said over another one', async () => {
    const library = await openTestLibrary();
    expect((await library.send('PUT', '/api/beginning/cellar', { version: 0, said: 'done' })).status).toBe(404);
    const wrong = await library.send('PUT', '/api/beginning/frost', { version: 0, said: 'maybe' });
    expect([wrong.status, wrong.body.errors[0].path]).toEqual([400, 'said']);
    await library.done('/api/beginning/frost', { version: 0, said: 'done' }, 'PUT');
    expect((await library.send('PUT', '/api/beginning/frost', { version: 0, said: 'not-for-us' })).status).toBe(409);
  });

  it('says that there is no demo where the program came without one', async () => {
    const library = await openTestLibrary();
    expect((await library.get('/api/look-round')).body.state).toBe('nowhere');
    expect((await library.post('/api/look-round/open', {})).status).toBe(409);
  });

  it('prints a test page for every sheet, also for a printer that was measured', async () => {
    const library = await openTestLibrary();
    const { formats } = (await library.get('/api/labels/formats')).body as { formats: { name: string; pageWidthMm: number }[] };
    for (const { name, pageWidthMm } of formats) {
      const answer = await fetch(`${library.base}/api/labels/test-page.pdf?format=${name}&scaleX=0.96&shiftY=-2`);
      const pdf = await PDFDocument.load(await answer.arrayBuffer());
      expect(pdf.getPage(0).getWidth()).toBeCloseTo((pageWidthMm * 72) / 25.4, 3);
    }
    const wrong = await library.get('/api/labels/test-page.pdf?scaleX=3');
    expect([wrong.status, wrong.body.errors[0].path]).toEqual([400, 'scaleX']);
  });
});
