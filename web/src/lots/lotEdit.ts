import { type Settings } from '@esprel/core';
import type { LotSheetData, SeedWeight } from '@esprel/core/api';
import { fromCelsius, toCelsius } from '../base/format.ts';
import { gather, numberOf, shareOf } from '../base/useForm.ts';
import { readSeeds } from '../fields/seedsText.ts';

type Lot = LotSheetData['lot'];
type Unit = Settings['temperatureUnit'];

/** What the fields hold in which a lot is put right: text as it was typed, and what was chosen. */
export const emptyLotEdit = () => ({
  year: '',
  yearKind: 'unknown' as Lot['yearKind'],
  form: 'cleaned' as Lot['form'],
  acquisition: 'donated' as Lot['acquisition'],
  source: '',
  stated: '',
  receivedOn: '',
  seeds: '',
  amountKnown: 'counted' as Lot['amountKnown'],
  sealed: 'no' as 'no' | 'yes',
  sealedRh: '',
  openedOn: '',
  pickedOn: '',
  ripenedWhere: '',
  ripenedInSeason: 'unknown' as 'yes' | 'no' | 'unknown',
  night: '',
  floor: '',
  note: '',
});
export type LotEditValues = ReturnType<typeof emptyLotEdit>;

/** The fields as a lot fills them. */
export function lotAsRead(sheet: LotSheetData, unit: Unit): LotEditValues {
  const l = sheet.lot;
  return {
    year: l.year === null ? '' : String(l.year),
    yearKind: l.yearKind,
    form: l.form,
    acquisition: l.acquisition,
    source: l.source,
    stated: l.statedGermination === null ? '' : String(Math.round(l.statedGermination * 100)),
    receivedOn: l.receivedOn,
    seeds: String(sheet.cameIn),
    amountKnown: l.amountKnown,
    sealed: l.sealed ? 'yes' : 'no',
    sealedRh: l.sealedRhPercent === null ? '' : String(l.sealedRhPercent),
    openedOn: l.openedOn ?? '',
    pickedOn: l.pickedOn ?? '',
    ripenedWhere: l.ripenedWhere ?? '',
    ripenedInSeason: l.ripenedInSeason ?? 'unknown',
    night: l.nightC === null ? '' : String(fromCelsius(l.nightC, unit)),
    floor: String(l.floor),
    note: l.note ?? '',
  };
}

/** What was changed since it was read, as the request has it. Throws an InputError that names every field whose text is no number. */
export function lotEditBody(v: LotEditValues, asRead: LotEditValues, weight: SeedWeight, unit: Unit): Record<string, unknown> {
  const n = gather({
    year: () => (v.yearKind === 'unknown' ? null : numberOf('year', v.year)),
    stated: () => shareOf('statedGermination', v.stated),
    seeds: () => readSeeds('seeds', v.seeds, weight),
    floor: () => numberOf('floor', v.floor),
    sealedRh: () => numberOf('sealedRhPercent', v.sealedRh),
    night: () => numberOf('nightC', v.night),
  });
  const sealed = v.sealed === 'yes';
  const whole: Record<keyof LotEditValues, Record<string, unknown>> = {
    year: { year: n.year, yearKind: v.yearKind },
    yearKind: { year: n.year, yearKind: v.yearKind },
    form: { form: v.form },
    acquisition: { acquisition: v.acquisition },
    source: { source: v.source.trim() },
    stated: { statedGermination: n.stated },
    receivedOn: { receivedOn: v.receivedOn || undefined },
    seeds: n.seeds === null ? {} : { seeds: n.seeds.seeds, ...(n.seeds.known === 'counted' ? {} : { amountKnown: n.seeds.known }) },
    amountKnown: { amountKnown: v.amountKnown },
    sealed: { sealed },
    sealedRh: { sealed, sealedRhPercent: sealed ? n.sealedRh : null },
    openedOn: { sealed, openedOn: sealed ? v.openedOn || null : null },
    pickedOn: { pickedOn: v.pickedOn || null },
    ripenedWhere: { ripenedWhere: v.ripenedWhere.trim() || null },
    ripenedInSeason: { ripenedInSeason: v.ripenedInSeason === 'unknown' ? null : v.ripenedInSeason },
    night: { nightC: n.night === null ? null : toCelsius(n.night, unit) },
    floor: { floor: n.floor ?? undefined },
    note: { note: v.note.trim() || null },
  };
  const changed = (Object.keys(whole) as (keyof LotEditValues)[]).filter((k) => v[k] !== asRead[k]);
  return Object.assign({}, ...changed.map((k) => whole[k])) as Record<string, unknown>;
}
