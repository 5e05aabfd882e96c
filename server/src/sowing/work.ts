import {
  addDays,
  beforeSowing,
  CARE_WORDS,
  daysBetween,
  LAMP_LOOK_DAYS,
  lampWords,
  nextChillLook,
  plural,
  prepareBefore,
  soilSays,
  soilWords,
} from '@esprel/core';
import type { WorkItem } from '@esprel/core/api';
import type { Db } from '../db/db.ts';
import { groupBy } from '../db/groupBy.ts';
import { benchPlaces } from '../records/bench.ts';
import { everyLibraryCrop } from '../records/crop.ts';
import { type OpenPlan, plannedOpen, seedsOf } from '../records/planned.ts';
import { readSettings } from '../records/settings.ts';
import { soilOf, type SoilRow } from '../season/gardens.ts';
import { seasonOfPlanned } from '../season/lanes.ts';
import { SeasonReader, windowOf } from '../season/windows.ts';
import { type SowingInList, listSowings } from './sowingList.ts';

/** Dated work of the season: what is planned, what grows on trays, and sowings elsewhere. */
export function sowingWork(db: Db, today: string, until: string): WorkItem[] {
  const open = listSowings(db, 'open', today);
  const onTrays = open.filter((s) => s.trayId !== null);
  const byTray = groupBy(onTrays, (s) => s.trayId as number);
  return [
    ...plannedWork(db, today, until),
    ...[...byTray.values()].flatMap(trayLook),
    ...open.filter((s) => s.trayId === null).flatMap(look),
    ...lampWork(db, open, today),
    ...[
      ...groupBy(
        open.filter((s) => s.care !== null),
        (s) => `${String(s.trayId ?? `s${String(s.id)}`)} ${s.care?.kind ?? ''}`,
      ).values(),
    ].map(care),
  ];
}

/** Plants grow towards their lamp: it is hung to its distance again every week while something is up under it. */
function lampWork(db: Db, open: readonly SowingInList[], today: string): WorkItem[] {
  const { lengthUnit } = readSettings(db);
  return benchPlaces(db).flatMap((p): WorkItem[] => {
    const under = open.filter((s) => s.benchId === p.id && (s.emerged ?? 0) > 0);
    const first = under[0];
    if (p.kind !== 'lamp' || first === undefined) return [];
    return [
      {
        kind: 'care',
        due: p.lampSetOn === null ? today : addDays(p.lampSetOn, LAMP_LOOK_DAYS),
        title: `Raise ${p.name}`,
        detail: `${lampWords({ hours: p.lampHours, cm: p.lampCm }, lengthUnit)}; ${[...new Set(under.map((s) => s.tray ?? s.variety))].slice(0, 4).join(', ')} under it`,
        at: '/sowing/bench',
        lotCode: first.lotCode,
        minutes: 3,
      },
    ];
  });
}

function look(s: SowingInList): WorkItem[] {
  if (!s.next) return [];
  const whose = s.member === null ? 'the library’s own' : `with ${s.member}`;
  return [
    {
      kind: s.next.last ? 'fate' : 'look',
      due: s.next.due,
      title: s.next.last ? `Say what became of ${s.variety}` : `Look at ${s.variety}`,
      detail: `${s.crop}, ${whose}, ${s.emerged === null ? `${String(s.seeds)} sown` : `${String(s.emerged)} of ${String(s.seeds)} up so far`}${s.inDark ? DARK_WORDS : ''}`,
      at: `/sowing/${String(s.id)}`,
      lotCode: s.lotCode,
      minutes: 3,
      personal: s.member !== null,
    },
  ];
}

const DARK_WORDS = '; twice a day: the dark cover comes off at the first one up';

/** One look at a tray sees everything on it. */
function trayLook(sowings: readonly SowingInList[]): WorkItem[] {
  const due = sowings.flatMap((s) => (s.next ? [s.next.due] : [])).sort()[0];
  const s = sowings[0];
  if (due === undefined || !s) return [];
  const up = sowings.reduce((n, x) => n + (x.emerged ?? 0), 0);
  const seeds = sowings.reduce((n, x) => n + x.seeds, 0);
  const last = sowings.every((x) => x.next?.last === true);
  return [
    {
      kind: 'tray',
      due,
      title: last ? `Say what became of ${s.tray ?? ''}` : `Look at ${s.tray ?? ''}`,
      detail: `${[...new Set(sowings.map((x) => x.crop))].join(', ')}; ${String(up)} of ${String(seeds)} up so far${s.bench === null ? '' : `; ${s.bench}`}${sowings.some((x) => x.inDark) ? DARK_WORDS : ''}`,
      at: `/sowing/trays/${String(s.trayId)}`,
      lotCode: s.lotCode,
      minutes: 4,
    },
  ];
}

function care(sowings: readonly SowingInList[]): WorkItem {
  const s = sowings[0] as SowingInList;
  const kind = s.care?.kind ?? 'feed';
  const plants = sowings.reduce((n, x) => n + (x.emerged ?? 0), 0);
  const what = s.tray ?? s.variety;
  const tags = kind === 'pot-on' ? `; print ${plural(plants, 'pot tag')}` : '';
  const moved = s.care?.movedDays ?? 0;
  return {
    kind: 'care',
    due: sowings.map((x) => x.care?.due ?? '').sort()[0] ?? '',
    title: `${CARE_WORDS[kind].words}: ${what}`,
    detail: `${[...new Set(sowings.map((x) => (s.tray === null ? x.crop : x.variety)))].join(', ')}, ${String(plants)} up${tags}${moved > 0 ? `; moved by ${plural(moved, 'day')}` : ''}`,
    at: s.trayId === null ? `/sowing/${String(s.id)}` : `/sowing/trays/${String(s.trayId)}`,
    lotCode: s.lotCode,
    minutes: kind === 'pot-on' || kind === 'plant-out' ? 5 + Math.round(plants / 3) : 4,
  };
}

/** Days before its sowing on which the work of a crop begins, of those that want cold or water first. */
function daysBefore(db: Db, today: string): Map<string, number> {
  return new Map(
    everyLibraryCrop(db).flatMap((c): [string, number][] => {
      const { chillFrom, soakFrom } = prepareBefore(today, c);
      const from = soakFrom ?? chillFrom;
      return from === null ? [] : [[c.key, daysBetween(from, today)]];
    }),
  );
}

/** Soaking, chilling, looks into the cold, and the sowing itself; what is laid out on one tray is one piece of work. */
function plannedWork(db: Db, today: string, until: string): WorkItem[] {
  const reader = new SeasonReader(db);
  const soils = new Map<number | null, SoilRow[]>();
  const soil = (gardenId: number | null): SoilRow[] => {
    const rows = soils.get(gardenId) ?? soilOf(db, gardenId, today);
    soils.set(gardenId, rows);
    return rows;
  };
  const items: WorkItem[] = [];
  const trays = new Map<number, OpenPlan[]>();
  for (const p of plannedOpen(db, until, daysBefore(db, today))) {
    const cold = coldWork(reader, p);
    if (cold) items.push(cold);
    else if (p.tray_id !== null) trays.set(p.tray_id, [...(trays.get(p.tray_id) ?? []), p]);
    else items.push(sowWork(reader, p, today, soil));
  }
  for (const [id, own] of trays) {
    const p = own[0] as OpenPlan;
    items.push({
      kind: 'sow',
      due: own.map((x) => x.sow_on).sort()[0] ?? p.sow_on,
      title: `Sow ${p.tray ?? ''}`,
      detail: `${own
        .map((x) => x.variety)
        .slice(0, 4)
        .join(', ')}${own.length > 4 ? ' and more' : ''}${p.bench === null ? '' : `; ${p.bench}`}`,
      at: `/sowing/trays/${String(id)}`,
      lotCode: p.code,
      minutes: 10 + 4 * own.length,
    });
  }
  return items.filter((i) => i.due <= until);
}

/** What is done in the cold before a sowing; null when nothing is, or no more. */
function coldWork(reader: SeasonReader, p: OpenPlan): WorkItem | null {
  const crop = reader.crop(p.crop_key);
  const { chillFrom, soakFrom } = prepareBefore(p.sow_on, beforeSowing(crop, p.way));
  const base = { at: `/sowing/planned/${String(p.id)}`, lotCode: p.code, minutes: 5 };
  if (p.sprouted_on !== null) {
    return {
      ...base,
      kind: 'sow',
      due: p.sprouted_on,
      title: `Sow ${p.variety} now: it sprouts in the cold`,
      detail: `${p.crop}, ${plural(seedsOf(p), 'seed')}; roots break when they are longer than a grain of rice`,
      urgent: true,
    };
  }
  if (chillFrom === null) return null;
  if (p.chilled_on === null) {
    const soak = soakFrom !== null;
    return {
      ...base,
      kind: 'cold',
      due: soakFrom ?? chillFrom,
      title: soak ? `Soak ${p.variety}, then put it into the cold` : `Put ${p.variety} into the cold`,
      detail: `${p.crop}, ${plural(crop.chillWeeks, 'week')} damp at 2 to 5 °C${soak ? `, after ${String(crop.soakHours)} hours in water` : ''}`,
    };
  }
  const due = nextChillLook(p.chilled_on, crop.chillWeeks, p.chill_looked_on);
  if (due === null) return null;
  const week = Math.floor((Date.parse(due) - Date.parse(p.chilled_on)) / (7 * 86_400_000)) + 1;
  return {
    ...base,
    kind: 'cold',
    due,
    title: `Look at ${p.variety} in the cold`,
    detail: `${p.crop}, week ${String(week)} of ${String(crop.chillWeeks)}; it may sprout early now`,
  };
}

/** A window is looked up for what is due about now; further ahead there is time to move it. */
const NEAR_DAYS = 14;

function sowWork(reader: SeasonReader, p: OpenPlan, today: string, soilOfGarden: (id: number | null) => SoilRow[]): WorkItem {
  const crop = reader.crop(p.crop_key);
  const near = p.sow_on <= addDays(today, NEAR_DAYS);
  const soil = near && p.way === 'direct' ? soilSays(crop, soilOfGarden(p.garden_id), today) : null;
  const { soakFrom } = prepareBefore(p.sow_on, { chillWeeks: 0, soakHours: crop.soakHours });
  const soak = soakFrom !== null && p.chilled_on === null;
  const season = near ? seasonOfPlanned(reader, p) : null;
  const over = season !== null && p.sow_on > (windowOf(season, p.way)?.to ?? p.sow_on);
  return {
    kind: 'sow',
    due: soak ? soakFrom : p.sow_on,
    title: soak ? `Soak and sow ${p.variety}` : `Sow ${p.variety}`,
    detail: `${p.crop}, ${plural(seedsOf(p), 'seed')}${soak ? `, ${String(crop.soakHours)} hours in water first` : ''}${p.bench === null ? '' : `; ${p.bench}`}${soil?.state === 'wait' ? `; ${soilWords(soil)}` : ''}${over ? '; its window is over' : ''}`,
    at: `/sowing/planned/${String(p.id)}`,
    lotCode: p.code,
    minutes: 8,
  };
}
