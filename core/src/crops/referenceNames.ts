import type { CropName, CropNameKind } from './cropNames.ts';
import rows from './names.json' with { type: 'json' };
import { CROP_REFERENCE } from './reference.ts';

type NameRow = readonly [name: string, language: string, kind: CropNameKind, rank: number];

/** The names that ship with the program: each crop's own two, and those of the table, in many languages. */
export const CROP_NAMES: readonly CropName[] = [
  ...CROP_REFERENCE.flatMap((c): CropName[] => [
    { key: c.key, name: c.name, kind: 'common', rank: 1, proper: true },
    { key: c.key, name: c.scientific, kind: 'botanical', rank: 1 },
  ]),
  ...Object.entries(rows as unknown as Readonly<Record<string, readonly NameRow[]>>).flatMap(([key, names]) =>
    names.map(([name, , kind, rank]): CropName => ({ key, name, kind, rank })),
  ),
];
