import { describe, expect, it } from 'vitest';
import { simulatedLog } from './climateLogger.ts';
import { SimulatedScale, SMALL_SCALE } from './scale.ts';

describe('the simulated scale', () => {
  const at = { ms: 0 };
  const scale = () => {
    at.ms = 0;
    return new SimulatedScale(
      SMALL_SCALE,
      () => at.ms,
      () => 0.9,
    );
  };
  it('swings when something is laid on it, and rests at its weight', () => {
    const s = scale();
    s.lay(10);
    at.ms = 200;
    expect(s.read().stable).toBe(false);
    expect(Math.abs(s.read().grams - 10)).toBeGreaterThan(0.1);
    at.ms = 2000;
    expect(s.read()).toEqual({ grams: 10, stable: true, overloaded: false });
  });
  it('drifts by the hour until it is tared, and tare takes the tray off', () => {
    const s = scale();
    s.lay(5);
    at.ms = 3_600_000;
    expect(s.read().grams).toBeCloseTo(5.02, 3);
    s.tare();
    expect(s.read().grams).toBeCloseTo(0, 6);
    s.lay(8);
    at.ms += 2000;
    expect(s.read().grams).toBeCloseTo(3, 3);
  });
  it('says when there is too much on it', () => {
    const s = scale();
    s.lay(250);
    expect(s.read().overloaded).toBe(true);
  });
});

it('the simulated logger writes a fridge that fails one weekend', () => {
  const log = simulatedLog({ temperatureC: 4, rhPercent: 55, failsFrom: '2027-02-06', roomC: 19 }, '2027-02-05', '2027-02-08', () => 0.5);
  const rows = log.trim().split('\r\n').slice(1);
  expect(rows).toHaveLength(48);
  const warm = rows.filter((r) => Number(r.split(',')[1]) > 12).map((r) => r.slice(0, 10));
  expect([...new Set(warm)]).toEqual(['2027-02-06', '2027-02-07']);
});
