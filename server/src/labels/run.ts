import {
  addDays,
  bagLabel,
  boxLabel,
  cutLength,
  LABEL_FORMATS,
  type LabelFormat,
  type LabelFormatName,
  type LabelKind,
  type LabelLayout,
  type LabelLoan,
  type LabelLot,
  labelParts,
  labelPlaces,
  type LabelText,
  layoutLabel,
  lotLabel,
  overruns,
  parseLotCode,
  type Settings,
  shortDay,
  USUAL_FORMAT,
  wrong,
} from '@esprel/core';
import type { LabelRunAsked } from '@esprel/core/api';
import { all, type Db, one } from '../db/db.ts';
import { lotsByCode } from '../lots/list.ts';
import { lotRow } from '../records/lot.ts';
import { climateIn, lotsNowIn, placePath, placesById, placesWithin } from '../records/place.ts';
import { readSettings } from '../records/settings.ts';
import { replicatesOf, testRow } from '../records/test.ts';
import { SeasonReader } from '../season/windows.ts';
import { measure, stretches } from './fonts.ts';

/** Labels of one press of the button. */
interface PlacedLabel {
  readonly page: number;
  readonly xMm: number;
  readonly yMm: number;
  readonly heightMm: number;
  readonly text: LabelText;
  readonly layout: LabelLayout;
}

export interface LabelRunPlan {
  readonly kind: LabelKind;
  readonly format: LabelFormat;
  readonly formatName: LabelFormatName;
  readonly pages: number;
  /** Size of each page; from an endless roll every label is a page of its own length. */
  readonly pageMm: (page: number) => { readonly width: number; readonly height: number };
  readonly labels: readonly PlacedLabel[];
  /** What does not come out as it should, in words, by lot code or place. */
  readonly problems: readonly { readonly of: string; readonly message: string }[];
}

const MOST_LABELS = 2000;

function boxTexts(db: Db, ids: readonly number[], settings: Settings): LabelText[] {
  const places = placesById(db);
  return ids.map((id) => {
    const place = places.get(id);
    if (!place) throw wrong('places', 'names a place that is not here');
    const climate = climateIn(places, id);
    const lots = lotsNowIn(db, placesWithin(places, id)).map((l) => l.lotId);
    const crops = all<{ name: string; n: number }>(
      db,
      `SELECT c.name, count(*) AS n FROM lots l JOIN varieties v ON v.id = l.variety_id JOIN crops c ON c.key = v.crop_key
       WHERE l.balance > 0 AND l.id IN (SELECT value FROM json_each(?)) GROUP BY c.key ORDER BY c.name`,
      JSON.stringify(lots),
    );
    const t = climate.temperatureC;
    const warmth = t === null ? null : settings.temperatureUnit === 'C' ? `${String(t)} °C` : `${String(Math.round(t * 1.8 + 32))} °F`;
    return boxLabel({
      name: place.name,
      path: placePath(places, id),
      climate:
        warmth === null
          ? null
          : `${warmth}${climate.rhPercent === null ? '' : `, ${String(climate.rhPercent)} % humidity`}${climate.sealed ? ', sealed' : ''}`,
      crops: crops.map((c) => c.name.replace(/ \(.*\)/, '')),
      lots: crops.reduce((sum, c) => sum + c.n, 0),
    });
  });
}

/** One label a bag of these tests, in the order of the numbers on the bags. */
function bagTexts(db: Db, ids: readonly number[], settings: Settings): LabelText[] {
  const day = (d: string): string => shortDay(d, settings.dateOrder);
  const degrees = (c: number): string => (settings.temperatureUnit === 'C' ? `${String(c)} °C` : `${String(Math.round(c * 1.8 + 32))} °F`);
  const bags = ids.flatMap((id) => {
    const test = testRow(db, id);
    const lot = lotsByCode(db, [lotRow(db, test.lot_id)?.code ?? ''])[0] as LabelLot | undefined;
    const countDays = JSON.parse(test.count_days) as number[];
    return replicatesOf(db, id).map((r) => ({
      number: r.bag ?? r.number,
      round: test.round_id,
      code: lot?.code ?? '',
      variety: lot?.variety ?? '',
      crop: lot?.crop ?? '',
      seeds: r.seeds,
      warmth: test.night_c === test.day_c ? degrees(test.day_c) : `${degrees(test.night_c)} at night, ${degrees(test.day_c)} by day`,
      light: test.light,
      laidOn: day(r.laid_on ?? test.started_on),
      countOn: countDays.map((d) => day(addDays(r.warm_from ?? test.warm_from, d))),
      cautions: lot?.cautions ?? [],
    }));
  });
  return bags.sort((a, b) => (a.round ?? 0) - (b.round ?? 0) || a.number - b.number).map(bagLabel);
}

/** Labels of a tray: a marker for each letter, or a tag for every plant that came up, which is what it is potted on with. */
function trayTexts(db: Db, trayId: number, each: 'marker' | 'plant', settings: Settings): LabelText[] {
  const rows = all<{ letter: string; code: string; up: number; sownOn: string | null; sown: number | null }>(
    db,
    `SELECT f.letter, l.code, s.sown_on AS sownOn, s.seeds AS sown, coalesce((SELECT max(emerged) FROM emergence_counts WHERE sowing_id = s.id), 0) AS up
     FROM tray_fills f JOIN lots l ON l.id = f.lot_id LEFT JOIN sowings s ON s.tray_id = f.tray_id AND s.letter = f.letter
     WHERE f.tray_id = ? ORDER BY f.letter`,
    trayId,
  );
  return rows.flatMap((r) => {
    const lot = lotsByCode(db, [r.code])[0] as LabelLot | undefined;
    if (!lot) return [];
    // The marker says how many were sown; a plant that was potted on is one.
    const text = lotLabel('pot', lot, settings, { seedsEach: null, sownOn: r.sownOn, sown: each === 'marker' ? r.sown : null });
    return each === 'marker' ? [{ ...text, title: `${r.letter}: ${text.title}` }] : Array.from({ length: r.up }, () => text);
  });
}

/** How it was agreed that what comes of a loan is kept apart. */
const LOAN_APART = ', (SELECT p.apart FROM patches p WHERE p.loan_id = loans.id) AS apart';

/** What was agreed when seed was handed over, or laid ready for it, for its packet. */
function agreed(db: Db, { loan, ask }: LabelRunAsked): (LabelLoan & { readonly seeds: number }) | null {
  const [table, id] = ask === null ? ['loans', loan] : ['asks', ask];
  return (
    one<LabelLoan & { seeds: number }>(
      db,
      `SELECT seeds, purpose, promise, promised_seeds AS promisedSeeds, due_on AS dueOn, packet_note AS note${ask === null ? LOAN_APART : ''}
       FROM ${table}
       WHERE id = ? AND seeds IS NOT NULL`,
      id,
    ) ?? null
  );
}

function lotTexts(
  db: Db,
  kind: Exclude<LabelKind, 'box' | 'bag'>,
  codes: readonly string[],
  settings: Settings,
  query: LabelRunAsked,
  today: string,
): LabelText[] {
  const lots = lotsByCode(db, codes) as unknown as LabelLot[];
  const missing = codes.find((c) => !lots.some((l) => l.code === c));
  if (missing !== undefined) throw wrong('codes', `there is no lot ${missing} here`);
  const sowing = query.sowing;
  const sown =
    sowing === null ? undefined : one<{ day: string; seeds: number }>(db, 'SELECT sown_on AS day, seeds FROM sowings WHERE id = ?', sowing);
  const loan = agreed(db, query);
  const seedsEach = query.seeds;
  const reader = kind === 'packet' ? new SeasonReader(db) : null;
  return lots.map((lot) =>
    lotLabel(kind, lot, settings, {
      seedsEach: seedsEach ?? loan?.seeds ?? null,
      sownOn: sown?.day ?? null,
      sown: sown?.seeds ?? null,
      window: reader ? reader.nextWindow(lot.code, null, today) : null,
      loan,
    }),
  );
}

/** A label for every packet that is brought to a swap day, in the order of its list. */
function swapTexts(db: Db, swapId: number, settings: Settings, today: string): LabelText[] {
  const rows = all<{ code: string; packets: number; seedsEach: number }>(
    db,
    `SELECT l.code, k.packets, k.seeds_each AS seedsEach FROM swap_packing k JOIN lots l ON l.id = k.lot_id
     JOIN varieties v ON v.id = l.variety_id JOIN crops c ON c.key = v.crop_key WHERE k.swap_id = ? ORDER BY c.name, v.folded, k.id`,
    swapId,
  );
  if (rows.length === 0) throw wrong('swap', 'has nothing on its list of what to bring yet');
  const lots = new Map((lotsByCode(db, [...new Set(rows.map((r) => r.code))]) as unknown as LabelLot[]).map((l) => [l.code, l]));
  const reader = new SeasonReader(db);
  return rows.flatMap((r) => {
    const lot = lots.get(r.code);
    if (!lot) return [];
    const text = lotLabel('packet', lot, settings, {
      seedsEach: r.seedsEach,
      sownOn: null,
      window: reader.nextWindow(r.code, null, today),
    });
    return Array.from({ length: r.packets }, () => text);
  });
}

/** What a run of labels is, from the query that every output shares: kind, codes or places, format, skip, copies. */
export function planRun(db: Db, query: LabelRunAsked, today: string): LabelRunPlan {
  const settings = readSettings(db);
  const kind = query.kind ?? 'envelope';
  const formatName = query.format ?? USUAL_FORMAT[kind];
  const skip = query.skip ?? 0;
  const copies = query.copies ?? 1;
  // Boxes and bags are named by the number of their place or test, all else by lot code.
  const byNumber = kind === 'box' ? 'places' : kind === 'bag' ? 'tests' : null;
  const list = (query[byNumber ?? 'codes'] ?? '').split(',').filter((c) => c !== '');
  const codes = list.map((c) => (byNumber !== null ? c : (parseLotCode(c) ?? c)));
  if (byNumber !== null && codes.some((c) => !/^\d{1,15}$/.test(c))) throw wrong(byNumber, 'holds what is no number');
  const { tray, swap } = query;
  const texts =
    swap !== null
      ? swapTexts(db, swap, settings, today)
      : tray !== null
        ? trayTexts(db, tray, query.each ?? 'marker', settings)
        : kind === 'box'
          ? boxTexts(db, codes.map(Number), settings)
          : kind === 'bag'
            ? bagTexts(db, codes.map(Number), settings)
            : lotTexts(db, kind, codes, settings, query, today);
  return layOut(texts, { kind, formatName, skip, copies });
}

/** Lays texts out on sheets or a roll: what a run is made of. */
export function layOut(
  texts: readonly LabelText[],
  {
    kind,
    formatName,
    skip,
    copies,
  }: { readonly kind: LabelKind; readonly formatName: LabelFormatName; readonly skip: number; readonly copies: number },
): LabelRunPlan {
  const format: LabelFormat = LABEL_FORMATS[formatName];
  const problems: { of: string; message: string }[] = [];
  // What does not fit on one label stands on a second one, for the back.
  const parts =
    format.continuous === true
      ? texts
      : texts.flatMap((text) => {
          const own = labelParts(text, format.widthMm, format.heightMm, measure);
          if (own.length > 1) {
            const message = `takes ${String(own.length)} labels: the second goes on the back, or take a larger label`;
            problems.push({ of: text.code ?? text.title, message });
          }
          return own;
        });
  if (parts.length * copies > MOST_LABELS) throw wrong('copies', `makes more than ${String(MOST_LABELS)} labels; print them in parts`);
  const places = labelPlaces(format, parts.length * copies, skip);
  const labels = parts.flatMap((text, i) => {
    const heightMm = format.continuous === true ? cutLength(text, format.widthMm, format.heightMm, measure) : format.heightMm;
    const layout = layoutLabel(text, format.widthMm, heightMm, measure);
    const of = text.code ?? text.title;
    const lost = [
      ...new Set(
        layout.texts.flatMap((t) =>
          stretches(t.text, t.font)
            .filter((s) => s.face === null)
            .map((s) => s.text),
        ),
      ),
    ];
    if (lost.length > 0) problems.push({ of, message: `cannot be drawn: ${lost.join(' ')}. Write it by hand.` });
    if (layout.leftOut.length > 0) problems.push({ of, message: `no room for: ${layout.leftOut.join('; ')}` });
    if (overruns(layout, heightMm)) problems.push({ of, message: 'its cautions do not fit; take a larger label' });
    return Array.from({ length: copies }, (_, n): PlacedLabel => ({
      ...(places[i * copies + n] as (typeof places)[number]),
      heightMm,
      text,
      layout,
    }));
  });
  return {
    kind,
    format,
    formatName,
    pages: labels.length === 0 ? 0 : (labels[labels.length - 1] as PlacedLabel).page + 1,
    pageMm: (page) => ({
      width: format.pageWidthMm,
      height: format.continuous === true ? (labels[page]?.heightMm ?? format.heightMm) : format.pageHeightMm,
    }),
    labels,
    problems,
  };
}
