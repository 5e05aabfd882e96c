import type { PromiseKind } from '@esprel/core';
import type { LendableLot } from '@esprel/core/api';
import { numberOf } from '../base/useForm.ts';

/** What is said of one envelope that is handed over with others. */
export interface LentRow {
  /** The fill that its packets are of; null for loose seed. */
  fillId: number | null;
  packets: string;
  seeds: string;
  /** A promise of its own; empty goes with all others. */
  own: PromiseKind | '';
  promisedSeeds: string;
  dueOn: string;
  note: string;
}

/** A packet where some are filled, else as much loose seed as is usual. */
export function usualRow(lot: LendableLot): LentRow {
  const [fill] = lot.packets;
  return {
    fillId: fill?.id ?? null,
    packets: fill ? '1' : '',
    seeds: lot.usualSeeds === null ? '' : String(lot.usualSeeds),
    own: '',
    promisedSeeds: '',
    dueOn: '',
    note: '',
  };
}

/** Seeds that leave the lot: those of its packets, else what was typed. Throws an InputError for what is no number. */
export function seedsOf(lot: LendableLot, row: LentRow, path = 'seeds'): number | null {
  const fill = lot.packets.find((p) => p.id === row.fillId);
  if (!fill) return numberOf(path, row.seeds);
  const packets = numberOf(path, row.packets);
  return packets === null ? null : packets * fill.seedsEach;
}

/** The day by which all of it can be back: when the slowest is ripe. */
export function latestDue(lots: readonly LendableLot[]): string {
  return lots.reduce((last, l) => (l.usualDue > last ? l.usualDue : last), '');
}

/** One line of the request. */
export function lineOf(lot: LendableLot, row: LentRow, i: number, all: { readonly promise: PromiseKind; readonly dueOn: string }) {
  const promise = row.own === '' ? all.promise : row.own;
  const at = `lots[${String(i)}]`;
  const seeds = seedsOf(lot, row, `${at}.seeds`);
  return {
    lotCode: lot.code,
    seeds: seeds ?? undefined,
    packetFillId: row.fillId,
    packets: row.fillId === null ? null : numberOf(`${at}.packets`, row.packets),
    promise,
    promisedSeeds: promise === 'amount' ? numberOf(`${at}.promisedSeeds`, row.promisedSeeds) : null,
    dueOn: promise === 'nothing' ? null : (row.own !== '' && row.dueOn) || all.dueOn || null,
    packetNote: row.note.trim() || null,
  };
}
