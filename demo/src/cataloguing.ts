import { addDays, simulatedLog } from '@esprel/core';
import { all, one } from '@esprel/server';
import { DEMO_TODAY } from './names.ts';
import { Random } from './random.ts';
import type { Story } from './story.ts';

interface LotRow {
  readonly id: number;
  readonly code: string;
  readonly variety_id: number;
  readonly crop_key: string;
  readonly balance: number;
  readonly floor: number;
}

/** Kept lots with plenty of seed, the oldest first. */
function plentiful(story: Story): LotRow[] {
  return all<LotRow>(
    story.db,
    `SELECT l.id, l.code, l.variety_id, v.crop_key, l.balance, l.floor FROM lots l JOIN varieties v ON v.id = l.variety_id
     WHERE l.state = 'kept' AND l.identity IN ('sure', 'likely') AND l.balance - l.floor > 120 ORDER BY l.id`,
  );
}

const HABITS: Readonly<Record<string, { habit: string; heightCm: number }>> = {
  tomato: { habit: 'vine', heightCm: 180 },
  'cherry-tomato': { habit: 'vine', heightCm: 200 },
  'sweet-pepper': { habit: 'bush', heightCm: 60 },
  'bush-bean': { habit: 'bush', heightCm: 45 },
  'climbing-bean': { habit: 'vine', heightCm: 220 },
  'runner-bean': { habit: 'vine', heightCm: 250 },
  pea: { habit: 'vine', heightCm: 120 },
  cucumber: { habit: 'vine', heightCm: 170 },
};

/** Habits and heights of the crops where a label needs them. */
function traits(story: Story, day: string): void {
  const varieties = all<{ id: number; name: string; breeding: string; crop_key: string; version: number }>(
    story.db,
    'SELECT id, name, breeding, crop_key, version FROM varieties WHERE joined_into IS NULL ORDER BY id',
  );
  for (const [i, v] of varieties.entries()) {
    const usual = HABITS[v.crop_key];
    if (!usual) continue;
    const bush = i % 4 === 0;
    const synonyms = all<{ name: string }>(story.db, 'SELECT name FROM variety_synonyms WHERE variety_id = ? ORDER BY id', v.id).map(
      (s) => s.name,
    );
    story.desk.do(day, 'patch', `/varieties/${String(v.id)}`, {
      version: v.version,
      name: v.name,
      breeding: v.breeding,
      habit: bush ? 'bush' : usual.habit,
      heightCm: bush ? Math.round(usual.heightCm * 0.45) : usual.heightCm,
      synonyms,
    });
  }
}

/** What bought packets say; of a few varieties two suppliers, who do not agree. */
function envelopes(story: Story, day: string): void {
  const bought = all<LotRow & { source: string; acquisition: string }>(
    story.db,
    `SELECT l.id, l.code, l.variety_id, v.crop_key, l.acquisition, s.name AS source FROM lots l JOIN varieties v ON v.id = l.variety_id
     JOIN sources s ON s.id = l.source_id WHERE l.balance > 0 ORDER BY l.variety_id, l.id`,
  );
  const byVariety = new Map<number, typeof bought>();
  for (const lot of bought) byVariety.set(lot.variety_id, [...(byVariety.get(lot.variety_id) ?? []), lot]);
  let told = 0;
  for (const lots of byVariety.values()) {
    const two = [...new Map(lots.map((l) => [l.source, l])).values()].slice(0, 2);
    const [first, second] = two;
    if (!first || !second || (first.acquisition !== 'purchased' && second.acquisition !== 'purchased') || told >= 6) continue;
    told += 1;
    story.desk.do(day, 'put', `/lots/${first.code}/envelope`, {
      version: 0,
      depthMm: 5,
      spacingCm: 30,
      weeksMin: 6,
      weeksMax: 8,
      anchor: 'last-frost',
      daysMin: 7,
      daysMax: 14,
      words: 'Sow under cover, prick out when they can be handled.',
    });
    story.desk.do(day, 'put', `/lots/${second.code}/envelope`, {
      version: 0,
      packedFor: 2026,
      depthMm: 12,
      spacingCm: 40,
      weeksMin: 8,
      weeksMax: 12,
      anchor: 'plant-out',
      warmthC: 20,
      daysMin: 10,
      daysMax: 21,
    });
    if (told === 1) {
      const chosen = one<{ id: number; version: number }>(
        story.db,
        'SELECT t.id, v.version FROM envelope_texts t JOIN lots l ON l.id = t.lot_id JOIN varieties v ON v.id = l.variety_id WHERE l.id = ?',
        first.id,
      );
      story.desk.do(day, 'put', `/varieties/${String(first.variety_id)}/instructions`, {
        version: chosen?.version,
        envelopeId: chosen?.id,
        reason: 'came up best here, two springs running',
      });
    }
  }
}

/** The fridge failed one weekend; its logger saw it. */
function fridge(story: Story, day: string): void {
  const place = one<{ id: number }>(story.db, "SELECT id FROM places WHERE kind = 'fridge'");
  if (!place) return;
  const dice = new Random(41);
  const log = simulatedLog(
    { temperatureC: 5, rhPercent: 55, failsFrom: '2027-01-30', roomC: 19 },
    addDays(DEMO_TODAY, -150),
    addDays(day, -1),
    () => dice.next(),
  );
  story.desk.do(day, 'post', `/places/${String(place.id)}/climate-log`, { fileName: 'fridge logger.csv', text: log });
}

/** The last weeks at the desk: what an eye that goes through the boxes finds, and what is left to be done about it. */
export function catalogue(story: Story): void {
  const day = '2027-03-12';
  story.desk.sit(2);
  traits(story, day);
  envelopes(story, day);
  fridge(story, day);
  story.desk.do(day, 'post', '/restricted', {
    name: 'Impatiens glandulifera',
    rule: 'do-not-lend',
    why: 'spreads along the weir; on the list of the county',
  });
  story.desk.do(day, 'post', '/restricted', {
    cropKey: 'opium-poppy',
    rule: 'warn',
    why: 'ask the coordinator before it leaves the house',
  });
  const [a, b, c, d, e] = plentiful(story);
  if (!a || !b || !c || !d || !e) return;
  story.desk.do(day, 'post', '/mix-ups', {
    lotCode: a.code,
    otherCode: b.code,
    kind: 'swapped',
    sinceDay: '2027-03-06',
    reason: 'both envelopes lay open after the swap',
  });
  story.desk.do(day, 'post', `/lots/${c.code}/packets`, { seedsEach: 20, packets: 5, filledOn: day });
  story.desk.do(day, 'post', `/lots/${d.code}/weighings`, {
    samples: [
      { seeds: 50, grams: 0.402 },
      { seeds: 50, grams: 0.391 },
      { seeds: 50, grams: 0.413 },
    ],
    totalGrams: 1.65,
    weighedOn: day,
  });
  // Somebody wrote a squash under the wrong genus for a year.
  const moved = one<{ id: number; version: number; name: string }>(
    story.db,
    `SELECT v.id, v.version, v.name FROM varieties v WHERE v.crop_key = 'maxima-squash' AND EXISTS (SELECT 1 FROM lots WHERE variety_id = v.id AND balance > 0)
     ORDER BY v.id LIMIT 1`,
  );
  if (moved) {
    story.desk.do(day, 'post', `/varieties/${String(moved.id)}/move`, {
      version: moved.version,
      cropKey: 'moschata-squash',
      reason: 'the stalks are smooth and flared at the fruit, not corky',
    });
  }
  // The same name from a hurried hand.
  const twin = one<{ name: string; crop_key: string }>(
    story.db,
    'SELECT v.name, v.crop_key FROM varieties v JOIN lots l ON l.variety_id = v.id WHERE l.id = ?',
    e.id,
  );
  if (twin) {
    story.desk.do(day, 'post', '/lots', {
      varietyName: `${twin.name.slice(0, 4)}${twin.name.slice(5)}`,
      cropKey: twin.crop_key,
      identity: 'likely',
      source: 'Spring swap at the mill hall',
      acquisition: 'donated',
      yearKind: 'harvest',
      year: 2026,
      form: 'cleaned',
      seeds: 45,
      amountKnown: 'estimated',
      receivedOn: day,
    });
  }
  const box = one<{ id: number }>(story.db, "SELECT id FROM places WHERE name = 'Box B'");
  if (box) {
    const take = story.desk.do(day, 'post', '/stocktakes', { placeId: box.id });
    const inside = all<{ code: string }>(
      story.db,
      `SELECT l.code FROM lots l JOIN storage_periods s ON s.lot_id = l.id WHERE s.place_id = ? AND l.balance > 0
         AND NOT EXISTS (SELECT 1 FROM storage_periods t WHERE t.lot_id = l.id AND t.from_day > s.from_day) ORDER BY l.id`,
      box.id,
    );
    for (const [i, lot] of inside.slice(0, Math.ceil(inside.length * 0.7)).entries()) {
      story.desk.do(day, 'post', `/stocktakes/${String(take.id)}/scans`, {
        lotCode: lot.code,
        amount: i % 7 === 3 ? 'in-doubt' : i % 2 === 0 ? 'right' : 'not-looked',
      });
    }
    story.desk.do(day, 'post', `/stocktakes/${String(take.id)}/scans`, { lotCode: d.code, amount: 'not-looked' });
  }
}
