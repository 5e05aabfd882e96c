import { cautionWords, CropNames } from '@esprel/core';
import type { LineLook } from '@esprel/core/api';
import { CROP_NAMES } from '@esprel/core/crops/names';
import { CROP_REFERENCE } from '@esprel/core/crops/reference';

/** What an envelope may be, by the names of crops that ship with the program: while the library does not answer. Varieties and the library's own crops it does not know. */
const names = new CropNames(CROP_NAMES);
const byKey = new Map(CROP_REFERENCE.map((c) => [c.key, c]));
const MOST_CHOICES = 6;

export function lookHere(name: string, cropTyped: string): LineLook {
  const exact = cropTyped === '' ? names.within(name) : names.named(cropTyped);
  const meant = (cropTyped !== '' && exact.length === 0 ? names.find(cropTyped, MOST_CHOICES) : exact).flatMap(
    (m) => byKey.get(m.key) ?? [],
  );
  const crop = meant.length === 1 ? (meant[0] ?? null) : null;
  return {
    crop:
      crop === null
        ? null
        : {
            key: crop.key,
            name: crop.name,
            scientific: crop.scientific,
            seedsPerGram: crop.seedsPerGram,
            by: cropTyped === '' ? 'word' : 'typed',
          },
    choices:
      crop === null ? meant.slice(0, MOST_CHOICES).map(({ key, name: called, scientific }) => ({ key, name: called, scientific })) : [],
    known: null,
    near: [],
    cautions: crop === null ? [] : cautionWords(crop.cautions, 'cleaned', crop.storageBehaviour),
  };
}
