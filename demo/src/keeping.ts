import { ageingStart, yearOf } from '@esprel/core';
import { CROP_REFERENCE } from '@esprel/core/crops/reference';
import { addSynonym, Change, one } from '@esprel/server';
import { MIXUP_REASONS, memberName, NICKNAMES, OWN_PLOT, PLACE_WEIGHTS, SUPPLIERS, SWAPS, toldOf } from './names.ts';
import type { Story, Variety } from './story.ts';
import { aliveOn, drawTruth } from './truth.ts';

/** Takes in one envelope of a variety; `found` is what is known of one that was found. */
export function takeIn(story: Story, day: string, variety: Variety, found?: { readonly year: number; readonly note: string }): void {
  const r = story.random;
  const crop = CROP_REFERENCE.find((c) => c.key === variety.cropKey);
  if (!crop) return;
  const acquisition = found || r.chance(0.45) ? 'donated' : r.chance(0.6) ? 'purchased' : 'saved';
  const source =
    acquisition === 'purchased'
      ? r.pick(SUPPLIERS)
      : acquisition === 'saved'
        ? OWN_PLOT
        : r.chance(0.5)
          ? r.pick(SWAPS)
          : memberName(r.whole(0, 29));
  const yearKind = acquisition === 'purchased' ? 'packing' : !found && r.chance(0.12) ? 'unknown' : 'harvest';
  const back = day < '2023-04-01' ? r.whole(0, 2) : r.whole(0, 1);
  const newest = day.slice(5) < '09-15' ? yearOf(day) - 1 : yearOf(day);
  const year = found
    ? found.year
    : yearKind === 'unknown'
      ? null
      : yearKind === 'packing'
        ? yearOf(day) - Math.min(back, 2)
        : newest - back;
  const form =
    acquisition === 'purchased' && r.chance(0.12) ? (r.chance(0.5) ? 'pelleted' : 'treated') : r.chance(0.75) ? 'cleaned' : 'raw';
  const dust = crop.seedsPerGram > 3000;
  const seeds = crop.seedsPerGram < 12 ? r.whole(30, 110) : dust ? r.whole(5, 20) * 100 : r.whole(10, 55) * 10 + r.whole(0, 9);
  const place = story.places[crop.storageBehaviour === 'recalcitrant' ? 6 : r.weighted(PLACE_WEIGHTS)];
  const lot = story.desk.do<{ id: number; code: string }>(day, 'post', '/lots', {
    varietyName: variety.name,
    cropKey: variety.cropKey,
    breeding: variety.breeding,
    identity: yearKind === 'unknown' && r.chance(0.4) ? 'doubtful' : r.chance(0.5) ? 'sure' : 'likely',
    source,
    acquisition,
    yearKind,
    year,
    form,
    seeds,
    amountKnown: dust ? 'estimated' : r.chance(0.5) ? 'counted' : r.chance(0.5) ? 'weighed' : 'estimated',
    statedGermination: acquisition === 'purchased' && r.chance(0.7) ? Math.round(crop.freshGermination * 100) / 100 : null,
    placeId: place?.id ?? null,
    receivedOn: day,
    floor: null,
    note: found?.note ?? (r.chance(0.1) ? r.pick(NICKNAMES) : toldOf(acquisition, story.lots.length)),
  });
  const row = one<{ variety_id: number; identity: string }>(story.db, 'SELECT variety_id, identity FROM lots WHERE id = ?', lot.id);
  const truth = drawTruth(r, crop, ageingStart(yearKind, year, day, 'north'), form);
  if (place) truth.storage.push({ from: day, temperatureC: place.temperatureC, rhPercent: place.rhPercent });
  story.lots.push({
    id: lot.id,
    code: lot.code,
    truth,
    varietyId: row?.variety_id ?? 0,
    doubtful: row?.identity === 'doubtful',
    kept: true,
  });
  if (r.chance(0.06)) {
    const change = new Change(story.db, day, 1, 'synonym');
    addSynonym(change, row?.variety_id ?? 0, r.pick(NICKNAMES));
    change.describe(`Wrote down another name of ${variety.name}`);
  }
}

export function doubt(story: Story, day: string, i: number): void {
  const lot = story.someLot(1);
  if (!lot) return;
  lot.doubtful = true;
  const row = one<{ version: number; identity: string }>(story.db, 'SELECT version, identity FROM lots WHERE id = ?', lot.id);
  if (!row || row.identity === 'doubtful') return;
  story.desk.do(day, 'post', `/lots/${lot.code}/identity`, {
    version: row.version,
    identity: 'doubtful',
    reason: MIXUP_REASONS[i % MIXUP_REASONS.length],
  });
}

export function discard(story: Story, day: string): void {
  const old = story.lots.filter((l) => l.kept && aliveOn(l.truth, day) < 0.15);
  const lot = old.find((l) => (one<{ balance: number }>(story.db, 'SELECT balance FROM lots WHERE id = ?', l.id)?.balance ?? 0) > 0);
  const balance = lot ? one<{ balance: number }>(story.db, 'SELECT balance FROM lots WHERE id = ?', lot.id)?.balance : 0;
  if (!lot || !balance) return;
  lot.kept = false;
  story.desk.do(day, 'post', `/lots/${lot.code}/movements`, {
    kind: 'discarded',
    seeds: -balance,
    reason: 'nothing came up two years running',
  });
}

export function move(story: Story, day: string): void {
  const lot = story.someLot(1);
  const place = story.places[story.random.pick([3, 4])];
  if (!lot || !place || lot.truth.storage.some((s) => s.from >= day)) return;
  lot.truth.storage.push({ from: day, temperatureC: place.temperatureC, rhPercent: place.rhPercent });
  story.desk.do(day, 'post', `/lots/${lot.code}/move`, { placeId: place.id, movedOn: day });
}

/** Somebody typed a wrong amount, saw it, and took it back. */
export function slip(story: Story, day: string): void {
  const lot = story.someLot(40);
  if (!lot) return;
  const step = story.desk.do(day, 'post', `/lots/${lot.code}/movements`, { kind: 'correction', seeds: -30, reason: 'counted again' });
  story.desk.do(day, 'post', `/history/${String(step.stepId)}/undo`, {});
}
