import { plural, pluralLarge } from '@esprel/core';
import type { YearReport } from '@esprel/core/api';

/** A row of a list with bars: what it is, how long its bar is, where the mark of the time before stands, and its words. */
export interface YearRow {
  readonly name: string;
  readonly value: number;
  readonly was?: number | null;
  readonly words: string;
}

/** So many crops are drawn; the rest is counted. */
export const CROPS_SHOWN = 16;

export const large = (value: number): string => Math.round(value).toLocaleString('en');

const CAME = { donated: 'given', purchased: 'bought', saved: 'saved here and by members' } as const;
const WENT = { lent: 'lent', sown: 'sown here', tested: 'tested', given: 'given away, mixed', thrownOut: 'thrown out' } as const;

/** Envelopes that came in, by how. `before` is the report of the time before; null where it is not wanted. */
export const cameRows = (report: YearReport, before: YearReport | null): YearRow[] =>
  (Object.keys(CAME) as (keyof typeof CAME)[]).map((kind) => ({
    name: CAME[kind],
    value: report.flows.in[kind].lots,
    was: before?.flows.in[kind].lots ?? null,
    words: plural(report.flows.in[kind].lots, 'envelope'),
  }));

/** Seeds that went out, by what for. */
export const wentRows = (report: YearReport, before: YearReport | null): YearRow[] =>
  (Object.keys(WENT) as (keyof typeof WENT)[]).map((kind) => ({
    name: WENT[kind],
    value: report.flows.out[kind],
    was: before?.flows.out[kind] ?? null,
    words: pluralLarge(report.flows.out[kind], 'seed'),
  }));

export const cameByCropRows = (report: YearReport): YearRow[] =>
  report.cameByCrop.map((c) => ({ name: c.crop, value: c.lots, words: plural(c.lots, 'envelope') }));
export const lentByCropRows = (report: YearReport): YearRow[] =>
  report.lentByCrop.map((c) => ({ name: c.crop, value: c.packets, words: plural(c.packets, 'packet') }));
export const sourceRows = (report: YearReport): YearRow[] =>
  report.sources.map((s) => ({ name: s.name, value: s.lots, words: plural(s.lots, 'envelope') }));

/** Varieties with sound seed, by crop; where a few of them hold nearly all of it, that is said. */
export const diversityRows = (report: YearReport): YearRow[] =>
  report.diversity.slice(0, CROPS_SHOWN).map(({ crop, before, after, effective }) => ({
    name: crop,
    value: after,
    was: before,
    words: [
      `${plural(after, 'variety', 'varieties')}${after === before ? '' : `, was ${String(before)}`}`,
      ...(after > 1 && effective < after - 0.5 ? [`seed as of ${effective.toFixed(1)}`] : []),
    ].join('; '),
  }));

const COSTS = { crops: 'By crop', places: 'By place', sources: 'By where it came from' } as const;

/** Live seeds that died of age, by what they had in common. */
export const costLists = (report: YearReport): { readonly title: string; readonly rows: YearRow[] }[] =>
  (Object.keys(COSTS) as (keyof typeof COSTS)[]).map((what) => ({
    title: COSTS[what],
    rows: report.costs[what].map((c) => ({ name: c.name, value: c.died, words: `${large(c.died)} of ${large(c.of)}` })),
  }));

/** What became of the promises that fell due. */
export function promiseWords({ promises: p }: YearReport): string {
  if (p.due === 0) return 'No promise fell due.';
  const late = p.late > 0 ? `, ${String(p.late)} of them late` : '';
  const rest = [p.letGo > 0 ? `${String(p.letGo)} let go` : '', p.open > 0 ? `${String(p.open)} still open` : ''].filter((s) => s !== '');
  return `Of ${plural(p.due, 'promise')} that fell due ${String(p.kept)} were kept${late}${rest.length > 0 ? `; ${rest.join(', ')}` : ''}.`;
}

/** What took the last of a variety, after its name. */
export const lossWords = (lost: YearReport['lost'][number]): string => (lost.cause === 'thrown-out' ? `thrown out, ${lost.why}` : lost.why);
