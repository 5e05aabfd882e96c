import { describe, expect, it } from 'vitest';
import { envelope, openTestLibrary, type TestLibrary } from './library.ts';

const look = async (library: TestLibrary, name: string, crop = ''): Promise<any> =>
  (await library.get(`/api/intake/look?name=${encodeURIComponent(name)}${crop === '' ? '' : `&crop=${encodeURIComponent(crop)}`}`)).body;

describe('what a line of the run is told', () => {
  it('guesses the crop: from the variety, a name like it, or a word of the nickname', async () => {
    const library = await openTestLibrary();
    await library.done('/api/lots', envelope());
    expect(await look(library, 'tollgate red')).toMatchObject({
      crop: { key: 'tomato', by: 'variety' },
      known: { name: 'Tollgate Red', lots: 1 },
      near: [],
    });
    expect(await look(library, 'Tolgate Red')).toMatchObject({
      crop: { key: 'tomato', by: 'near' },
      known: null,
      near: [{ name: 'Tollgate Red', like: 'near' }],
    });
    expect((await look(library, 'the old parsnip of the mill')).crop).toMatchObject({ key: 'parsnip', by: 'word' });
    expect((await look(library, 'small tomatoes, striped')).crop).toMatchObject({ key: 'tomato', by: 'word' });
    expect((await look(library, 'squat, orange, no name')).crop).toBeNull();
  });

  it('asks where a name may mean several crops, the likeliest first, and never picks', async () => {
    const library = await openTestLibrary();
    await library.done('/api/lots', envelope({ cropKey: 'runner-bean', varietyName: 'Chapel Row' }));
    const beans = await look(library, 'flat dark beans');
    expect(beans.crop).toBeNull();
    expect(beans.choices.map((c: any) => c.key)).toEqual(expect.arrayContaining(['bush-bean', 'climbing-bean', 'runner-bean']));
    expect((await look(library, 'a broad bean, dark')).crop.key).toBe('broad-bean');
    const corn = await look(library, 'Mill Gold', 'corn');
    expect(corn).toMatchObject({ crop: null, choices: [{ key: 'sweet-corn' }, { key: 'popcorn' }] });
    expect((await look(library, 'Mill Gold', 'popcorn')).crop).toMatchObject({ key: 'popcorn', by: 'typed' });
  });

  it('knows every everyday name, in other languages and scripts too', async () => {
    const library = await openTestLibrary();
    for (const [name, key] of [
      ['aubergine', 'eggplant'],
      ['Möhren', 'carrot'],
      ['морква', 'carrot'],
      ['cilantro', 'coriander'],
      ['Lycopersicon esculentum', 'tomato'],
    ] as const) {
      expect((await look(library, 'Old One', name)).crop?.key, name).toBe(key);
    }
  });

  it('what is typed as the crop wins, and names like it are sought in that crop', async () => {
    const library = await openTestLibrary();
    await library.done('/api/lots', envelope());
    expect(await look(library, 'Tolgate Red', 'onion')).toMatchObject({ crop: { key: 'onion', by: 'typed' }, near: [] });
    expect((await look(library, 'Tolgate Red', 'no such plant')).crop).toBeNull();
  });

  it('says at once what is poisonous, or on the library’s list', async () => {
    const library = await openTestLibrary();
    await library.done('/api/restricted', { cropKey: 'foxglove', rule: 'warn', why: 'ask first' });
    const { cautions } = await look(library, 'White Tower', 'foxglove');
    expect(cautions.some((c: string) => c.includes('poisonous'))).toBe(true);
    expect(cautions).toContain('On the library’s list: ask first');
  });

  it('an empty line is told nothing', async () => {
    const library = await openTestLibrary();
    expect(await look(library, '')).toEqual({ crop: null, choices: [], known: null, near: [], cautions: [] });
  });
});
