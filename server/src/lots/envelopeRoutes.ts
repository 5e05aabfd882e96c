import { isChaffy, plural, weigh, wrong } from '@esprel/core';
import { lotsApi } from '@esprel/core/api';
import { one } from '../db/db.ts';
import { keepPhoto, readPhoto } from '../files/photos.ts';
import { holdWritten } from '../journal/change.ts';
import { notFound } from '../problem.ts';
import { lotByCode } from '../records/lot.ts';
import { FileAnswer, gives, makes, type Route } from '../routing/route.ts';
import { envelopeTextOf, photosOf } from './envelope.ts';
import { moveSeeds } from './intake.ts';

/** Fields of an envelope that are the two ends of one range. */
export const RANGES = [
  ['depthMm', 'depthMaxMm'],
  ['spacingCm', 'spacingMaxCm'],
  ['weeksMin', 'weeksMax'],
  ['daysMin', 'daysMax'],
  ['maturityMin', 'maturityMax'],
] as const;
export function envelopeRoutes(): Route[] {
  return [
    makes(lotsApi.envelope, 'envelope', (change, { params, body }) => {
      const lot = lotByCode(change.db, params.code);
      for (const [first, last] of RANGES) {
        const [from, to] = [body[first], body[last]];
        if (from != null && to != null && to < from) throw wrong(last, 'must not be less than the first');
      }
      const row = {
        packed_for: body.packedFor ?? null,
        depth_mm: body.depthMm ?? null,
        depth_max_mm: body.depthMaxMm ?? null,
        spacing_cm: body.spacingCm ?? null,
        spacing_max_cm: body.spacingMaxCm ?? null,
        light: body.light ?? null,
        maturity_min: body.maturityMin ?? body.maturityMax ?? null,
        maturity_max: body.maturityMax ?? body.maturityMin ?? null,
        habit: (body.habit ?? '').trim() || null,
        weeks_min: body.weeksMin ?? body.weeksMax ?? null,
        weeks_max: body.weeksMax ?? body.weeksMin ?? null,
        anchor: body.anchor ?? null,
        warmth_c: body.warmthC ?? null,
        days_min: body.daysMin ?? body.daysMax ?? null,
        days_max: body.daysMax ?? body.daysMin ?? null,
        warnings: (body.warnings ?? '').trim() || null,
        words: (body.words ?? '').trim() || null,
      };
      const now = envelopeTextOf(change.db, lot.id) ?? undefined;
      holdWritten(change.db, 'envelope_texts', now, body.version, body);
      if (now) change.update('envelope_texts', now.id, row);
      else change.insert('envelope_texts', { lot_id: lot.id, ...row });
      change.touch('lot', lot.id);
      change.touch('variety', lot.variety_id);
      change.describe(`Wrote down what the envelope of ${lot.code} says`);
      return { code: lot.code };
    }),
    makes(lotsApi.followPacket, 'envelope', (change, { params, body }) => {
      const lot = lotByCode(change.db, params.code);
      if (body.follow && envelopeTextOf(change.db, lot.id) === null) throw wrong('follow', 'write down first what the packet says');
      change.update('lots', lot.id, { follows_packet: body.follow ? 1 : 0 }, body.version);
      change.touch('lot', lot.id);
      change.describe(`${lot.code} ${body.follow ? 'is sown as its packet says' : 'is sown by the library’s figures again'}`);
      return { code: lot.code };
    }),
    makes(lotsApi.addPhoto, 'photo', (change, { params, body }) => {
      const lot = lotByCode(change.db, params.code);
      if (photosOf(change.db, lot.id).length >= 12) throw wrong('jpeg', 'there are twelve pictures already; take one out first');
      const id = change.insert('photos', { lot_id: lot.id, file: keepPhoto(change.db, body.jpeg), taken_on: change.today });
      change.touch('lot', lot.id);
      change.describe(`Added a photo of ${lot.code}`);
      return { id };
    }),
    makes(lotsApi.removePhoto, 'photo', (change, { params, body }) => {
      const id = params.id;
      const photo = one<{ lot_id: number; code: string }>(
        change.db,
        'SELECT p.lot_id, l.code FROM photos p JOIN lots l ON l.id = p.lot_id WHERE p.id = ?',
        id,
      );
      if (!photo) throw notFound('That photo');
      change.remove('photos', id, body.version);
      change.touch('lot', photo.lot_id);
      change.describe(`Took a photo of ${photo.code} out`);
      return { id };
    }),
    gives(lotsApi.photo, ({ db }, { params }) => {
      return new FileAnswer(readPhoto(db, params.file), { keepSeconds: 86400 * 365 });
    }),
    makes(lotsApi.weigh, 'weigh', (change, { params, body }) => {
      const lot = lotByCode(change.db, params.code);
      if (body.weighedOn > change.today) throw wrong('weighedOn', `must not be after today, ${change.today}`);
      const samples = body.samples as { seeds: number; grams: number }[];
      const result = weigh(samples, body.totalGrams, isChaffy(lot.crop_key));
      if (result.seeds > 10000000) throw wrong('totalGrams', 'is more than ten million seeds; check the weights');
      change.insert('weighings', {
        lot_id: lot.id,
        weighed_on: body.weighedOn,
        samples: JSON.stringify(samples),
        total_grams: body.totalGrams,
        seeds: result.seeds,
        seeds_low: result.low,
        seeds_high: result.high,
        grams_per_thousand: result.gramsPerThousand,
        variation_percent: result.variationPercent,
      });
      const difference = result.seeds - (body.seen ?? lot.balance);
      if (difference !== 0) {
        moveSeeds(change, lot, 'correction', difference, change.today, 'weighed', 'totalGrams');
      }
      if (lot.amount_known !== 'weighed') change.update('lots', lot.id, { amount_known: 'weighed' });
      change.touch('lot', lot.id);
      const bounds = result.low === null || result.high === null ? '' : ` (${String(result.low)} to ${String(result.high)})`;
      change.describe(
        `Weighed ${lot.code}: ${plural(result.seeds, 'seed')}${bounds}, ${result.gramsPerThousand.toPrecision(3)} g a thousand`,
      );
      return { code: lot.code, ...result };
    }),
  ];
}
