import type { ListedLot } from '../answers/lots.ts';

/** One line of the list: a crop's heading or a lot. */
export type ListItem =
  | { readonly kind: 'crop'; readonly key: string; readonly name: string; readonly scientific: string; readonly n: number | null }
  | { readonly kind: 'lot'; readonly key: string; readonly lot: ListedLot };

/** Lots in the order they came, with a heading wherever the crop changes; no headings when `grouped` is false. */
export function lotItems(lots: readonly ListedLot[], grouped: boolean, cropCounts: Readonly<Record<string, number>> | null): ListItem[] {
  const items: ListItem[] = [];
  let crop = '';
  for (const lot of lots) {
    if (grouped && lot.cropKey !== crop) {
      crop = lot.cropKey;
      items.push({
        kind: 'crop',
        key: `crop:${crop}`,
        name: lot.crop,
        scientific: lot.scientific,
        n: cropCounts?.[`all@${crop}`] ?? null,
      });
    }
    items.push({ kind: 'lot', key: lot.code, lot });
  }
  return items;
}

/** The lot `by` lines away from `code`, headings passed over; the nearest end when there is none further. */
export function neighbour(items: readonly ListItem[], code: string | null, by: 1 | -1): string | null {
  const lots = items.flatMap((i) => (i.kind === 'lot' ? [i.lot.code] : []));
  const here = code === null ? -1 : lots.indexOf(code);
  if (here < 0) return lots[0] ?? null;
  return lots[Math.min(lots.length - 1, Math.max(0, here + by))] ?? null;
}
