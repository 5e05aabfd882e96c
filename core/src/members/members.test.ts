import { describe, expect, it } from 'vitest';
import { bestToServe, type ServingLot } from './bestToServe.ts';
import { type PacketFacts, packetNow, packetWay, sownNow } from './packetNow.ts';
import { stillGrows } from '../sowing/fates.ts';
import { broughtWords } from './brought.ts';
import { saidDay } from './saidDay.ts';

const SAID = { dateOrder: 'day-month', temperatureUnit: 'C', lengthUnit: 'mm' } as const;
const tomato: PacketFacts = {
  seeds: 27,
  unit: 'seed',
  style: 'several',
  perCell: 2,
  depthMm: 6,
  light: 'either',
  warmC: 21,
  soilC: 16,
  emergeMinD: 6,
  emergeMaxD: 14,
  preparation: [],
  chillWeeks: 0,
  window: { from: '2027-03-20', target: '2027-03-27', to: '2027-04-03', way: 'start' },
  missedOn: null,
  plantOutFrom: '2027-05-14',
  keepsShort: false,
};
const bean: PacketFacts = {
  ...tomato,
  perCell: 1,
  depthMm: 40,
  soilC: 12,
  window: { from: '2027-05-08', target: '2027-05-15', to: '2027-06-10', way: 'direct' },
  plantOutFrom: null,
};
const now = (f: PacketFacts, today: string): string => {
  const { lead, rest } = packetNow(f, today, SAID);
  return `${lead} ${rest}`;
};

describe('what to do now with a packet', () => {
  it('is one sentence for that garden, that lot and that day', () => {
    expect(now(tomato, '2027-03-14')).toBe(
      'Sow from Saturday. Two in each cell, 6 mm deep, somewhere at 21 °C or more. In your garden it goes out after 14 May.',
    );
    expect(now(tomato, '2027-03-28')).toMatch(/^Sow now, until 3 April\. Two in each cell/);
    expect(now(tomato, '2027-03-01')).toBe('Not yet. Sow indoors from 20 March.');
    expect(now(tomato, '2026-11-20')).toBe('Not yet. Sow indoors from 20 March 2027. Until then keep it dry, cool and dark.');
    expect(now(bean, '2027-03-28')).toBe('Not yet. Wait for soil at 12 °C, about 8 May with you.');
    expect(now(bean, '2027-05-20')).toMatch(
      /^Sow now, until 10 June\. One in each place, 40 mm deep, where it is to grow, once the soil has 12 °C\.$/,
    );
  });

  it('begins with what has to be done to the seed before', () => {
    const rose = {
      ...tomato,
      chillWeeks: 6,
      window: { from: '2027-04-20', target: '2027-05-01', to: '2027-05-10', way: 'start' as const },
    };
    expect(now(rose, '2027-03-16')).toMatch(
      /^Put it in the cold now\. Between damp paper in a bag in the fridge for 6 weeks, then sow from 20 April\./,
    );
    expect(now(rose, '2027-03-01')).toBe(
      'Not yet. Sow indoors from 20 April. It wants 6 weeks in the fridge before that. Until then keep it dry, cool and dark.',
    );
    expect(now({ ...tomato, preparation: ['nick it', 'soak 24 hours'] }, '2027-03-21')).toContain(
      'Nick it, then soak 24 hours first. Two in',
    );
  });

  it('is honest where numbers are not known, and hurries what does not keep', () => {
    expect(now({ ...tomato, style: 'pinch', depthMm: 0, light: 'light' }, '2027-03-21')).toContain(
      'A pinch in each cell, on the surface, in the light,',
    );
    expect(now({ ...tomato, perCell: null }, '2027-03-21')).toContain('Sow it thickly, 6 mm deep');
    expect(now({ ...tomato, window: null, plantOutFrom: null }, '2027-03-21')).toMatch(/^Sow it when it suits\./);
    expect(packetNow({ ...bean, keepsShort: true }, '2027-03-01', SAID)).toMatchObject({
      lead: 'Sow it soon: it does not keep.',
      today: true,
    });
    const nextYear = { from: '2028-03-20', target: '2028-03-27', to: '2028-04-03', way: 'start' as const };
    expect(now({ ...tomato, missedOn: '2027-04-03', window: nextYear }, '2027-04-08')).toMatch(
      /^Sow it at once: it is a little late\. Its days ended on 3 April; the next begin on 20 March 2028\. Two in each cell/,
    );
    expect(now({ ...tomato, missedOn: '2027-04-03', window: nextYear }, '2027-05-01')).toMatch(
      /^Not yet\. Too late for this season\. Sow indoors from 20 March 2028\./,
    );
  });
});

describe('the way that a packet is sown in', () => {
  const window = (from: string, to: string) => ({ from, target: from, to });
  // A runner bean: under cover in April, outdoors in May, in two years.
  const start = (year: number) => window(`${String(year)}-04-13`, `${String(year)}-05-04`);
  const direct = (year: number) => window(`${String(year)}-05-04`, `${String(year)}-06-01`);
  const on = (today: string) => {
    const ahead = (way: 'start' | 'direct', of: typeof start) => {
      const year = today > of(2027).to ? 2028 : 2027;
      return { way, season: { year }, window: of(year), missed: year === 2027 ? null : { window: of(2027), forPreparing: false } };
    };
    const chosen = packetWay([ahead('start', start), ahead('direct', direct)], 2027, today);
    return [chosen?.way.way, chosen?.way.window.from, chosen?.missedOn];
  };

  it('is under cover while there is time for that, then outdoors, then at once, and then next year', () => {
    expect(on('2027-03-14')).toEqual(['start', '2027-04-13', null]);
    expect(on('2027-05-20')).toEqual(['direct', '2027-05-04', null]);
    expect(on('2027-06-10')).toEqual(['direct', '2028-05-04', '2027-06-01']);
    expect(on('2027-07-10')).toEqual(['start', '2028-04-13', '2027-06-01']);
    expect(packetWay([], 2027, '2027-03-14')).toBeNull();
  });
});

describe('what to ask about a sowing', () => {
  const kale = { seeds: 20, sownOn: '2027-03-02', emerged: null, emergeMinD: 5, emergeMaxD: 10 };
  it('goes with the days that the crop takes', () => {
    const lead = (emerged: number | null, today: string): string => sownNow({ ...kale, emerged }, today, SAID).lead;
    expect(sownNow(kale, '2027-03-04', SAID)).toEqual({
      lead: 'Keep it moist.',
      rest: 'You sowed 20 on 2 March; usually up in 5 to 10 days. Look from 7 March.',
      today: false,
    });
    expect(lead(null, '2027-03-10')).toBe('How many are up?');
    expect(lead(0, '2027-03-10')).toBe('How many are up?');
    expect(lead(null, '2027-03-24')).toBe('Nothing up?');
    expect(lead(14, '2027-03-14')).toBe('14 of 20 are up.');
    expect(sownNow({ ...kale, emerged: 14 }, '2027-03-24', SAID).rest).toBe('If no more come, say so.');
  });
});

describe('the day that a phone says', () => {
  const today = '2027-03-14';
  it('is its own where its clock is right, or a time zone away', () => {
    expect(saidDay({ on: '2027-03-10', phoneToday: today }, today, '2027-01-01')).toBe('2027-03-10');
    expect(saidDay({ on: '2027-03-15', phoneToday: '2027-03-15' }, today, '2027-01-01')).toBe(today);
    expect(saidDay({ on: '2027-03-12', phoneToday: '2027-03-13' }, today, '2027-01-01')).toBe('2027-03-12');
  });
  it('is put right by as much as its clock is wrong, and is never one that cannot be', () => {
    expect(saidDay({ on: '2031-05-02', phoneToday: '2031-05-04' }, today, '2027-01-01')).toBe('2027-03-12');
    expect(saidDay({ on: '1970-01-01', phoneToday: today }, today, '2027-02-20')).toBe('2027-02-20');
    expect(saidDay({ on: '2027-03-20', phoneToday: '2027-03-14' }, today, '2027-01-01')).toBe(today);
  });
});

describe('the lot that an ask is served from', () => {
  const lot = (code: string, over: Partial<ServingLot> = {}): ServingLot => ({
    code,
    free: 40,
    enough: true,
    median: 0.85,
    verdict: 'lend',
    beside: null,
    belowFortyOn: null,
    doubtful: false,
    problem: null,
    ...over,
  });
  const order = (...lots: ServingLot[]): string[] => bestToServe(lots).map((l) => l.code);

  it('is alive enough and the soonest to be lost', () => {
    expect(
      order(
        lot('FEW', { free: 2, enough: false, belowFortyOn: '2027-10-01' }),
        lot('KEEPS'),
        lot('UNTESTED', { verdict: 'test-first', belowFortyOn: '2027-06-01' }),
        lot('LATER', { belowFortyOn: '2031-01-01' }),
        lot('SOON', { belowFortyOn: '2028-01-01', median: 0.75 }),
        lot('THICK', { verdict: 'renew', beside: 'sow-thicker', belowFortyOn: '2027-09-01' }),
      ),
    ).toEqual(['THICK', 'SOON', 'LATER', 'KEEPS', 'UNTESTED', 'FEW']);
  });

  it('is never the floor, one in quarantine, or one that is all but dead', () => {
    expect(
      order(
        lot('FLOOR', { free: 0 }),
        lot('WAITS', { problem: 'waits in quarantine' }),
        lot('DEAD', { verdict: 'let-go' }),
        lot('LAST', { verdict: 'rescue' }),
        lot('WHO', { doubtful: true }),
      ),
    ).toEqual(['WHO']);
  });

  it('is the one that needs it most for whoever renews', () => {
    const lots = [
      lot('SOUND', { belowFortyOn: '2029-01-01' }),
      lot('LAST', { verdict: 'rescue', median: 0.2 }),
      lot('DEAD', { verdict: 'let-go' }),
    ];
    expect(bestToServe(lots, true).map((l) => l.code)).toEqual(['LAST', 'SOUND']);
  });
});

describe('what somebody has growing', () => {
  it('ends with the life of the plant, or with what was said of it', () => {
    const grows = (lifeCycle: Parameters<typeof stillGrows>[2], today: string, fate: string | null = null): boolean =>
      stillGrows('2025-04-10', fate, lifeCycle, today);
    expect([grows('annual', '2025-12-01'), grows('annual', '2026-04-10')]).toEqual([true, false]);
    // Seed of a kale is ripe in its second summer; of a rhubarb nobody knows before it is said.
    expect([grows('biennial', '2026-09-01'), grows('biennial', '2027-04-10'), grows('perennial', '2035-01-01')]).toEqual([
      true,
      false,
      true,
    ]);
    expect([grows('annual', '2025-06-01', 'came-up'), grows('annual', '2025-06-01', 'eaten')]).toEqual([true, false]);
  });
});

describe('what became of seed that came back', () => {
  it('says who grows it, and how alive it is once it is known', () => {
    expect(broughtWords({ waits: false, alive: 0.914, gardens: 1 })).toBe('91 in 100 alive, in 1 garden');
    expect(broughtWords({ waits: false, alive: null, gardens: 0 })).toBe('in nobody’s garden yet');
    expect(broughtWords({ waits: true, alive: 0.9, gardens: 0 })).toBe('is dried and looked through just now');
  });
});
