import {
  amountInSeeds,
  CropNames,
  foldName,
  formatLotCode,
  readAmount,
  readLotCode,
  readYear,
  type Restriction,
  restrictionsOf,
  restrictionWords,
  cautionWords,
  unusedNumber,
  wrong,
} from '@esprel/core';
import { CROP_NAMES } from '@esprel/core/crops/names';
import type { SwapCopyCrop } from '@esprel/core/api';
import { gather } from '../base/useForm.ts';
import type { KeptCopy } from './keep.ts';
import type { InSaid } from './steps.ts';

/** What is typed of one envelope. */
export interface EnvelopeLine {
  name: string;
  crop: string;
  year: string;
  packets: string;
  seeds: string;
  from: string;
  note: string;
  saved: boolean;
  wet: boolean;
  treated: boolean;
}

export const emptyEnvelope = (): EnvelopeLine => ({
  name: '',
  crop: '',
  year: '',
  packets: '1',
  seeds: '',
  from: '',
  note: '',
  saved: false,
  wet: false,
  treated: false,
});

/** Crops by their names, without asking anybody. */
export class DeskCrops {
  readonly byKey: ReadonlyMap<string, SwapCopyCrop>;
  private readonly names: CropNames;
  /** The library's own crops, which are asked first. */
  private readonly own: CropNames;

  constructor(crops: readonly SwapCopyCrop[], ownNames: KeptCopy['ownNames']) {
    this.byKey = new Map(crops.map((c) => [c.key, c]));
    this.names = new CropNames(CROP_NAMES);
    this.own = new CropNames(ownNames.map((n) => ({ ...n, kind: 'common', rank: 1, proper: true })));
  }

  private known(keys: readonly string[]): SwapCopyCrop[] {
    return [...new Set(keys)].flatMap((k) => this.byKey.get(k) ?? []);
  }

  find(text: string, most = 8): SwapCopyCrop[] {
    return this.known([...this.own.find(text, most), ...this.names.find(text, most)].map((m) => m.key)).slice(0, most);
  }

  named(text: string): SwapCopyCrop[] {
    return this.known([...this.own.named(text), ...this.names.named(text)].map((m) => m.key));
  }

  /** The crop that the words of a nickname name; null where they name none, or several. */
  within(text: string): SwapCopyCrop | null {
    const found = this.known([...this.own.within(text), ...this.names.within(text)].map((m) => m.key));
    return found.length === 1 ? (found[0] ?? null) : null;
  }
}

/** The crop of a line: what was typed for it, what the variety is known as, or what its name says. */
export function cropOfLine(
  line: Pick<EnvelopeLine, 'name' | 'crop'>,
  crops: DeskCrops,
  varieties: ReadonlyMap<string, string>,
): SwapCopyCrop | null {
  const typed = line.crop.trim();
  if (typed !== '') {
    const named = crops.named(typed);
    return named.length === 1 ? (named[0] ?? null) : null;
  }
  const known = varieties.get(foldName(line.name));
  return known === undefined ? crops.within(line.name) : (crops.byKey.get(known) ?? null);
}

/** What to say at the desk of what comes in: what hurts, what is ruled, what is said of nothing that is known. */
export function cautionsOfLine(line: EnvelopeLine, crop: SwapCopyCrop | null, restricted: readonly Restriction[]): string[] {
  const wet = line.wet ? ['Wet: it is not put with others. Dry it thin on paper, in moving air and without warmth above 30 °C'] : [];
  if (crop === null) return wet;
  return [
    ...wet,
    ...cautionWords(crop.cautions, line.treated ? 'treated' : 'cleaned', crop.storageBehaviour),
    ...restrictionsOf(restricted, crop, [line.name]).map(restrictionWords),
  ];
}

/**
 * A line as it is said. `nameless`: nobody knows what it is called; without a crop nobody knows that either. Throws an InputError that names the fields.
 */
export function envelopeSaid(line: EnvelopeLine, crop: SwapCopyCrop | null, nameless: boolean): Omit<InSaid, 'visit' | 'code' | 'mark'> {
  const read = gather({
    name: () => {
      const name = line.name.trim();
      if (name === '' && !nameless) throw wrong('name', 'what is it called? If nobody knows, press “No name”');
      return name === '' ? null : name;
    },
    crop: () => {
      if (crop !== null) return crop.key;
      if (nameless && line.crop.trim() === '') return null;
      throw wrong(
        'crop',
        line.crop.trim() === '' ? 'which crop? Any of its names will do' : 'may be several, or none; choose one from the list',
      );
    },
    year: () => readYear('year', line.year),
    packets: () => {
      const n = Number(line.packets.trim());
      if (!Number.isInteger(n) || n < 1 || n > 1000) throw wrong('packets', 'a whole number from 1 to 1000');
      return n;
    },
    seeds: () => {
      const amount = readAmount('seeds', line.seeds, 'seeds');
      if (amount === null) throw wrong('seeds', 'how many? “about 20” or “a pinch” will do');
      if (amount.seeds === null && crop === null) throw wrong('seeds', 'as a number: of what nobody knows a weight says nothing');
      const { seeds, known } = amountInSeeds('seeds', amount, crop?.seedsPerGram ?? 1);
      return { n: seeds, known };
    },
  });
  return {
    name: read.name,
    cropKey: read.crop,
    yearKind: read.year === null ? 'unknown' : read.year.packed ? 'packing' : 'harvest',
    year: read.year?.year ?? null,
    form: line.treated ? 'treated' : 'cleaned',
    packets: read.packets,
    seedsEach: read.seeds.n,
    amountKnown: read.seeds.known,
    from: line.from.trim() || null,
    saved: line.saved,
    wet: line.wet,
    note: line.note.trim() || null,
  };
}

/** The next code of a desk for a crop; null where its numbers are used up. */
export function nextCode(blocks: KeptCopy['desk']['blocks'], used: Iterable<number>, letters: string): string | null {
  const n = unusedNumber(blocks, new Set(used));
  return n === null ? null : formatLotCode(letters, n);
}

export const serialOf = (code: string): number | null => readLotCode(code)?.serial ?? null;
