import { expect, it } from 'vitest';
import { envelope, openTestLibrary } from './library.ts';

it('finds by every kind of name, with typing mistakes, and by several words at once', async () => {
  const library = await openTestLibrary();
  const place = await library.done('/api/places', { name: 'Cellar fridge', kind: 'fridge', temperatureC: 4, rhPercent: 50, sealed: false });
  const red = await library.done('/api/lots', envelope({ placeId: place.id, source: 'Moss & Daughter', year: 2024 }));
  const old = await library.done('/api/lots', envelope({ year: 2019 }));
  const prince = await library.done('/api/lots', envelope({ varietyName: 'Чёрный Принц', year: 2019 }));
  const member = await library.done('/api/members', { name: 'Ottilie Vane' });
  const { lot } = (await library.get(`/api/lots/${red.code}`)).body;
  const { variety } = (await library.get(`/api/varieties/${String(lot.varietyId)}`)).body;
  await library.done(
    `/api/varieties/${String(variety.id)}`,
    { version: variety.version, name: variety.name, breeding: variety.breeding, synonyms: ['Gatekeeper'] },
    'PATCH',
  );
  const found = async (q: string): Promise<string[]> =>
    ((await library.get(`/api/find?q=${encodeURIComponent(q)}`)).body.found as { kind: string; code?: string; title: string }[]).map(
      (f) => f.code ?? `${f.kind} ${f.title}`,
    );
  for (const q of ['tollgate', 'TOLGATE RED', 'red tollgat', 'gatekeper', 'Gatekeeper'])
    expect((await found(q)).slice(0, 2).sort(), q).toEqual([old.code, red.code].sort());
  expect((await found('chernyi prints'))[0]).toBe(prince.code);
  expect((await found('solanum lycopersicum'))[0]).toBe('crop Tomato');
  expect(await found('mos daughter')).toContain(red.code);
  expect(await found('otilie vane')).toContain('member Ottilie Vane');
  expect(await found('cellar')).toContain('place Cellar fridge');
  expect(await found('tolgate 2019')).toEqual([old.code]);
  expect(await found('tomato 2019')).toEqual([old.code, prince.code]);
  expect(await found('tollgate fridge')).toEqual([red.code]);
  expect(await found('2024')).toEqual([red.code]);
  // Follows every change, and undo.
  const change = await library.done('/api/members', { name: 'Wilhelmina Frost' });
  expect(await found('wilhelmina')).toEqual(['member Wilhelmina Frost']);
  await library.done(`/api/history/${String(change.step.id)}/undo`, {});
  expect(await found('wilhelmina')).toEqual([]);
  expect(member.id).toBeGreaterThan(0);
});
