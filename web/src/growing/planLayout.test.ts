import type { GardenOnPlan, PlanPatch } from '@esprel/core/api';
import { describe, expect, it } from 'vitest';
import { flowerPicture } from './flowerLayout.ts';
import { varietyColours } from './looks.ts';
import { drawnLines, lineWidth, planMarkers, planScale, rings } from './planLayout.ts';

const garden = (id: number | null, eastM: number, northM: number, name = `Garden ${String(id)}`): GardenOnPlan => ({
  id,
  name,
  member: null,
  spot: { eastM, northM },
  forSeed: 0,
  mostVarieties: null,
  cages: 0,
});
const patch = (over: Partial<PlanPatch> = {}): PlanPatch => ({
  key: 'loan-1',
  kind: 'seed',
  varietyId: 1,
  variety: 'Long Trailer',
  crop: 'Squash',
  lotCode: null,
  memberId: null,
  grower: null,
  gardenId: 1,
  place: 'Garden 1',
  spot: { eastM: -600, northM: 200 },
  plants: 8,
  plantsKnown: 'said',
  flower: { from: '2027-06-20', to: '2027-08-10', sdDays: 6 },
  flowerSeen: false,
  apart: 'open',
  crossing: { share: 0.02, low: 0.01, high: 0.03, band: 'watch', instead: null },
  ...over,
});
const overlap = (a: { x: number; y: number }, b: { x: number; y: number }): boolean => Math.abs(a.x - b.x) < 20 && Math.abs(a.y - b.y) < 14;

describe('the plan', () => {
  const gardens = [garden(null, 0, 0, 'Library'), garden(1, -600, 200), garden(2, 800, -300), garden(3, 5000, 5000)];

  it('holds every spot within its edges, north up and east to the right, whatever the distances', () => {
    for (const far of [0, 50, 700, 19_000]) {
      const spots = [
        { eastM: far, northM: 0 },
        { eastM: 0, northM: far },
      ];
      const scale = planScale(spots, 760, 320);
      for (const s of spots) {
        expect(scale.x(s.eastM) >= 0 && scale.x(s.eastM) <= 760).toBe(true);
        expect(scale.y(s.northM) >= 0 && scale.y(s.northM) <= 320).toBe(true);
      }
      if (far > 0) expect([scale.x(far) > scale.x(0), scale.y(far) < scale.y(0)]).toEqual([true, true]);
      const drawn = rings(scale);
      expect(drawn.length <= 4 && drawn.every((m, i) => i === 0 || m > (drawn[i - 1] ?? 0))).toBe(true);
    }
  });

  it('puts patches into their gardens, others where they stand, and words where nothing is in their way', () => {
    const scale = planScale(
      gardens.map((g) => g.spot!),
      760,
      320,
    );
    const patches = [
      patch(),
      patch({ key: 'loan-2', varietyId: 2 }),
      patch({ key: 'seen-3', gardenId: null, place: 'Lockhouse', spot: { eastM: -450, northM: 400 }, kind: 'neighbour' }),
      patch({ key: 'loan-4', spot: null, gardenId: null, place: null }),
    ];
    const markers = planMarkers(gardens, patches, scale, null);
    expect(markers.find((m) => m.key === 'garden-1')?.patches.map((p) => p.key)).toEqual(['loan-1', 'loan-2']);
    expect(markers.find((m) => m.key === 'seen-3')?.name).toBe('Lockhouse');
    expect(markers.some((m) => m.patches.some((p) => p.key === 'loan-4'))).toBe(false);
    const labels = markers.flatMap((m) => (m.label ? [m.label] : []));
    labels.forEach((a, i) => {
      labels.slice(i + 1).forEach((b) => {
        expect(overlap(a, b)).toBe(false);
      });
    });
    // Stacked on one spot not all can be named; none of them is lost.
    const crowd = Array.from({ length: 60 }, (_, i) => garden(i + 10, 0, 0));
    expect(planMarkers(crowd, [], scale, null).length).toBe(60);
  });

  it('leaves the corner of the buttons free of words', () => {
    const scale = planScale(
      [
        { eastM: -1000, northM: 1000 },
        { eastM: 1000, northM: -1000 },
      ],
      700,
      400,
    );
    const corner = {
      id: 5,
      name: 'A garden of a long name',
      member: null,
      spot: { eastM: 1000, northM: -850 },
      forSeed: 0,
      mostVarieties: null,
      cages: 0,
    };
    const [marker] = planMarkers([corner], [], scale, null);
    expect(marker?.label).toMatchObject({ end: true });
  });

  it('draws crossing the stronger the more there is, and none within one garden', () => {
    expect(lineWidth(0.1)).toBeGreaterThan(lineWidth(0.01));
    const scale = planScale([{ eastM: -600, northM: 200 }], 760, 320);
    const markers = planMarkers(
      gardens,
      [patch(), patch({ key: 'loan-2' }), patch({ key: 'loan-9', gardenId: 2, place: 'Garden 2', spot: { eastM: 800, northM: -300 } })],
      scale,
      null,
    );
    const lines = drawnLines(
      [
        { from: 'loan-9', to: 'loan-1', share: 0.03 },
        { from: 'loan-2', to: 'loan-1', share: 0.3 },
        { from: 'gone', to: 'loan-1', share: 0.3 },
      ],
      markers,
    );
    expect(lines.map((l) => l.key)).toEqual(['loan-9 loan-1']);
    expect(lines[0]?.path).not.toMatch(/NaN|undefined/);
  });
});

describe('in flower', () => {
  it('stands each bar within its doubt and within the months that are named, over the turn of a year too', () => {
    const { rows, months } = flowerPicture([
      patch({ flower: { from: '2027-12-10', to: '2028-01-25', sdDays: 8 } }),
      patch({ key: 'b', flower: { from: '2028-01-05', to: '2028-02-20', sdDays: 0 } }),
      patch({ key: 'c', flower: null }),
    ]);
    expect(months.map((m) => m.name)).toEqual(['Dec', 'Jan', 'Feb', 'Mar'].slice(0, months.length));
    expect(rows[2]?.bar).toBeNull();
    for (const r of rows.slice(0, 2)) {
      expect(r.doubt!.from).toBeLessThanOrEqual(r.bar!.from);
      expect(r.doubt!.to).toBeGreaterThanOrEqual(r.bar!.to);
      expect(r.doubt!.from >= 0 && r.doubt!.to <= 1).toBe(true);
    }
    expect(flowerPicture([]).rows).toEqual([]);
  });

  it('tells varieties apart; the opened one has the first colour, what nobody knows none', () => {
    const [a, b] = [patch(), patch({ key: 'b', varietyId: 2 })];
    const colours = varietyColours([a, b, patch({ key: 'c', varietyId: null })], b);
    expect(colours.get(2)).toBe('var(--action)');
    expect(colours.get(1)).not.toBe('var(--action)');
    expect(colours.size).toBe(2);
  });
});
