import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { LABEL_FORMATS, labelPlaces, USUAL_FORMAT } from './formats.ts';
import { boxLabel, broughtLabel, type LabelLot, lotLabel } from './labelText.ts';
import { cutLength, labelParts, layoutLabel, type Measure, overruns } from './layout.ts';

const units = { libraryName: 'Brook Street Seed Library', lengthUnit: 'mm', dateOrder: 'day-month', temperatureUnit: 'C' } as const;
const lot: LabelLot = {
  code: 'TM-187K',
  variety: 'Tollgate Red',
  crop: 'Tomato',
  year: 2025,
  yearKind: 'harvest',
  generation: 1,
  identity: 'sure',
  sowing: {
    preparation: [],
    perCell: 2,
    unit: 'seed',
    warmC: { low: 21, high: 29 },
    depthMm: 6,
    light: 'either',
    spacingCm: 50,
    emergeMinD: 6,
    emergeMaxD: 14,
    startWeeksMin: 6,
    startWeeksMax: 8,
    anchor: 'last-frost',
    habit: 'bush',
    heightCm: 60,
    harvestDaysMin: 60,
    harvestDaysMax: 85,
  },
  saving: { seedPlantsMin: 5, apartM: 3, hybrid: false, comesTrue: 'usually', grown: null },
  cautions: [],
  shortCautions: [],
};
/** Half a size wide a letter. */
const measure: Measure = (text, pt) => text.length * pt * 0.5 * (25.4 / 72);

describe('what labels say', () => {
  it('a packet tells how and when to sow, and how much room it wants', () => {
    const { lines } = lotLabel('packet', lot, units, { seedsEach: 25, sownOn: null });
    expect(lines).toEqual([
      'Tomato, harvest 2025, generation 1, 25 seeds',
      'Sow indoors 6 to 8 weeks before the last frost',
      '2 for each plant, 6 mm deep, at 21 to 29 °C; up in 6 to 14 days',
      'Bush, 60 cm high, 50 cm apart',
      'First crop after 60 to 85 days',
      'Brook Street Seed Library',
    ]);
  });
  it('a packet with a window of the library’s own says its days, in the order that is set, instead of weeks', () => {
    const window = { from: '2027-03-02', to: '2027-03-16', outdoors: false };
    const run = { seedsEach: null, sownOn: null, window };
    expect(lotLabel('packet', lot, units, run).lines[1]).toBe('Sow indoors 2 to 16 Mar here');
    const american = { ...units, dateOrder: 'month-day' } as const;
    expect(lotLabel('packet', lot, american, { ...run, window: { ...window, outdoors: true } }).lines[1]).toBe(
      'Sow outdoors Mar 2 to Mar 16 here',
    );
  });
  it('a packet says how the seed is prepared, in the units that are set, and clusters where they are sown', () => {
    const sowing = {
      ...lot.sowing,
      preparation: ['nick it', 'soak it 24 hours'],
      perCell: 1,
      unit: 'cluster',
      depthMm: 6,
      light: 'dark',
    } as const;
    const american = { ...units, lengthUnit: 'inch', temperatureUnit: 'F' } as const;
    const { lines } = lotLabel('packet', { ...lot, sowing }, american, { seedsEach: 12, sownOn: null });
    expect(lines).toContain('First: nick it, then soak it 24 hours');
    expect(lines).toContain('1 cluster for each plant, 1/4 inch deep, in the dark, at 70 to 84 °F; up in 6 to 14 days');
    expect(lines[0]).toContain('12 clusters');
  });
  it('a packet of which five are not enough for a plant says to sow thickly, and an envelope nothing of it', () => {
    const weak = { ...lot, sowing: { ...lot.sowing, perCell: null } };
    const run = { seedsEach: 25, sownOn: null };
    expect(lotLabel('packet', weak, units, run).lines).toContain('Sow thickly, 6 mm deep, at 21 to 29 °C; up in 6 to 14 days');
    expect(lotLabel('envelope', weak, units, run).lines.join(' ')).not.toContain('thickly');
  });
  it('lent to save seed, it says parents, distance and promise; a hybrid, that it will not come true; what the return said, for good', () => {
    const loan = { purpose: 'save-seed', promise: 'amount', promisedSeeds: 50, dueOn: '2027-11-01', note: null } as const;
    const squash = {
      ...lot,
      saving: { seedPlantsMin: 6, apartM: 800, hybrid: true, comesTrue: 'if-isolated', grown: { plants: 3, isolated: 'no' } },
    } as const;
    const { lines } = lotLabel('packet', squash, units, { seedsEach: 10, sownOn: null, loan });
    expect(lines).toContain('A hybrid: its seed will not come true');
    expect(lines).toContain('For seed: 6 plants or more, 800 m from others of its kind or bagged');
    expect(lines.join('\n')).toContain('Promised: 50 seeds by 1 Nov 2027');
    expect(lines).toContain('Saved from 3 plants, fewer than it wants; not kept apart: may have crossed');
    const garden = lotLabel('packet', squash, units, {
      seedsEach: 10,
      sownOn: null,
      loan: { ...loan, purpose: 'garden', promise: 'nothing' },
    });
    expect(garden.lines.join(' ')).not.toContain('For seed');
    // What the return said stands on the envelope too, whoever it is lent to.
    expect(lotLabel('envelope', squash, units).lines.join(' ')).toContain('may have crossed');
  });
  it('a pot tells name, date and number first, then bush or vine, height and room; lengths and dates by setting', () => {
    const american = { ...units, lengthUnit: 'inch', dateOrder: 'month-day' } as const;
    const poisonous = { ...lot, cautions: ['The plant is poisonous; keep from children and animals'], shortCautions: ['Poisonous plant'] };
    expect(lotLabel('pot', poisonous, american, { seedsEach: null, sownOn: '2027-03-14', sown: 6 })).toMatchObject({
      title: 'Tollgate Red',
      cautions: [],
      lines: ['Sown Mar 14 2027, 6 seeds', 'Poisonous plant', 'Bush, 24 inch high, 20 inch apart', 'Tomato'],
    });
  });
  it('doubt and cautions come before all else', () => {
    const { cautions } = lotLabel('envelope', { ...lot, identity: 'doubtful', cautions: ['The seed is poisonous'] }, units);
    expect(cautions).toEqual(['The name is in doubt', 'The seed is poisonous']);
  });
  it('the front of a box', () => {
    expect(
      boxLabel({ name: 'Box 2', path: 'Cellar, Fridge, Box 2', climate: '4 °C, 25 %', crops: ['Bean', 'Tomato'], lots: 12 }),
    ).toMatchObject({
      title: 'Box 2',
      lines: ['in Cellar, Fridge', '4 °C, 25 %', '12 lots: Bean, Tomato'],
    });
  });
});

describe('formats', () => {
  it.each(Object.entries(LABEL_FORMATS))('%s lies within its page, and no label over another', (_name, f) => {
    const places = labelPlaces(f, f.columns * f.rows, 0);
    expect(places.every((p) => p.page === 0)).toBe(true);
    expect(Math.max(...places.map((p) => p.xMm)) + f.widthMm).toBeLessThanOrEqual(f.pageWidthMm + 0.05);
    expect(Math.max(...places.map((p) => p.yMm)) + f.heightMm).toBeLessThanOrEqual(f.pageHeightMm + 0.05);
  });
  it('a run goes on behind the labels that are used', () => {
    expect(labelPlaces(LABEL_FORMATS['a4-21'], 3, 20).map((p) => p.page)).toEqual([0, 1, 1]);
    expect(labelPlaces(LABEL_FORMATS['roll-62'], 3, 0).map((p) => p.page)).toEqual([0, 1, 2]);
    expect(labelPlaces(LABEL_FORMATS['a4-21'], 0, 0)).toEqual([]);
  });
});

describe('layoutLabel', () => {
  it('every kind fits its usual format with nothing left out', () => {
    for (const kind of ['envelope', 'packet', 'pot'] as const) {
      const f = LABEL_FORMATS[USUAL_FORMAT[kind]];
      const layout = layoutLabel(lotLabel(kind, lot, units), f.widthMm, f.heightMm, measure);
      expect([kind, layout.leftOut, overruns(layout, f.heightMm)]).toEqual([kind, [], false]);
    }
  });
  it('stays within the label, keeps the code, the name and every caution, whatever they say', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...Object.values(LABEL_FORMATS)),
        fc.string({ minLength: 1, maxLength: 60 }),
        fc.array(fc.string({ maxLength: 60 }), { maxLength: 8 }),
        (f, title, lines) => {
          const text = { code: 'TM-187K', title, cautions: ['The seed is poisonous'], lines };
          const layout = layoutLabel(text, f.widthMm, f.heightMm, measure);
          const said = layout.texts
            .map((t) => t.text)
            .join('')
            .replace(/ /g, '');
          for (const needed of ['TM-187K', title, 'The seed is poisonous']) expect(said).toContain(needed.replace(/ /g, ''));
          for (const t of layout.texts) {
            expect(t.xMm + measure(t.text, t.sizePt, t.font)).toBeLessThanOrEqual(f.widthMm);
            expect(t.sizePt).toBeGreaterThanOrEqual(6.5);
          }
        },
      ),
      { numRuns: 60 },
    );
  });
  it('from an endless roll is cut as long as its text needs, and nothing is left out', () => {
    fc.assert(
      fc.property(fc.array(fc.string({ maxLength: 60 }), { maxLength: 12 }), (lines) => {
        const text = { code: 'TM-187K', title: 'Tollgate Red', cautions: ['The seed is poisonous'], lines };
        const mm = cutLength(text, 62, 18, measure);
        const layout = layoutLabel(text, 62, mm, measure);
        expect(layout.leftOut).toEqual([]);
        expect(overruns(layout, mm)).toBe(false);
      }),
      { numRuns: 60 },
    );
    expect(cutLength({ code: null, title: 'A', cautions: [], lines: [] }, 62, 18, measure)).toBe(18);
  });
  it('what finds no room on one label stands on a second, in order, and nothing is lost', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...Object.values(LABEL_FORMATS)),
        fc.array(fc.string({ minLength: 1, maxLength: 70 }), { maxLength: 10 }),
        fc.array(fc.constantFrom('Poisonous seed', 'Gloves on'), { maxLength: 2 }),
        (f, lines, cautions) => {
          const text = { code: 'TM-187K', title: 'Tollgate Red', cautions, lines };
          const parts = labelParts(text, f.widthMm, f.heightMm, measure);
          expect(parts.flatMap((p) => p.cautions)).toEqual(cautions);
          expect(parts.flatMap((p) => p.lines)).toEqual(lines);
          expect(parts.every((p) => p.code === 'TM-187K')).toBe(true);
          for (const p of parts) expect(layoutLabel(p, f.widthMm, f.heightMm, measure).leftOut).toEqual([]);
        },
      ),
      { numRuns: 60 },
    );
    const few = { code: 'TM-187K', title: 'Tollgate Red', cautions: [], lines: ['Tomato'] };
    expect(labelParts(few, 63.5, 38.1, measure)).toEqual([few]);
  });
  it('leaves out from the end, and says what', () => {
    const long = {
      code: 'TM-187K',
      title: 'Tollgate Red',
      cautions: [],
      lines: Array.from({ length: 12 }, (_, i) => `line ${String(i)} of many words that take room`),
    };
    const { leftOut } = layoutLabel(long, 63.5, 22, measure);
    expect(leftOut.length).toBeGreaterThan(0);
    expect(leftOut.at(-1)).toContain('line 11');
  });
});

describe('a packet that was brought to a swap', () => {
  const brought = {
    code: 'TM-187K',
    name: 'Tollgate Red',
    crop: 'Tomato (cherry)',
    year: 2026,
    packed: false,
    seedsEach: 20,
    saved: true,
    cautions: ['Treated seed'],
    swap: 'Spring swap',
    libraryName: 'Hill Library',
  };
  it('says what was said of it', () => {
    expect(broughtLabel(brought)).toEqual({
      code: 'TM-187K',
      title: 'Tollgate Red',
      cautions: ['Treated seed'],
      lines: ['Tomato, harvest 2026, 20 seeds', 'Home-saved: it may have crossed', 'Spring swap', 'Hill Library'],
    });
  });
  it('of which nobody knows anything says so, and that it is not eaten', () => {
    expect(broughtLabel({ ...brought, name: null, crop: null, year: null, saved: false, cautions: [] })).toMatchObject({
      title: 'Not known yet',
      cautions: ['Eat nothing of it before it has a name'],
      lines: ['Nobody knows what it is, year not known, 20 seeds', 'Spring swap', 'Hill Library'],
    });
  });
});
