/** Everything that is called something in the demo library is invented, except the crops. */
export const LIBRARY_NAME = 'Osierbeck Valley Seed Library';
export const DEMO_TODAY = '2027-03-14';
export const DEMO_START = '2023-02-20';

export const DESK = ['Ottilie', 'Bram', 'Sunniva', 'Tobin'] as const;

const FIRST = [
  'Alda',
  'Bertil',
  'Caja',
  'Dorit',
  'Edvin',
  'Fenna',
  'Gisla',
  'Hjalma',
  'Ivo',
  'Jorunn',
  'Kasimir',
  'Linnet',
  'Marit',
  'Nenna',
  'Odo',
  'Petra',
  'Quill',
  'Runa',
  'Stellan',
  'Tamsin',
  'Ulla',
  'Vesper',
  'Wilm',
  'Xenia',
  'Ylva',
  'Zita',
  'Aron',
  'Brisa',
  'Corin',
  'Delphe',
] as const;
const LAST = [
  'Ashmeadow',
  'Brackwater',
  'Coldwell',
  'Dunfarrow',
  'Eelmoor',
  'Fernsby',
  'Gorsedale',
  'Hartwick',
  'Inglebeck',
  'Jessamy',
  'Kettlewood',
  'Larkrise',
  'Mossgrave',
  'Nettlefold',
  'Oxley-Marsh',
  'Pennywell',
  'Quernby',
  'Rushmere',
  'Saltmarsh',
  'Thistlecote',
  'Underhay',
  'Vanewright',
] as const;
/** Quarters of the town: coarse places, as a member's garden is kept. */
export const QUARTERS = [
  'Weir End',
  'Upper Terrace',
  'Kiln Hill',
  'Meadow Side',
  'Canal Row',
  'Old Orchard',
  'Chapel Rise',
  'Far Bank',
  'Tannery Lanes',
  'Quarry Foot',
] as const;

/** The `i`-th member: no two alike within the first 660. */
export function memberName(i: number): string {
  return `${FIRST[i % FIRST.length] as string} ${LAST[(i * 7 + Math.floor(i / FIRST.length)) % LAST.length] as string}`;
}

export const SUPPLIERS = ['Tarnholme Seed Merchants', 'Brightfallow Seeds', 'Hollin & Daughters', 'Greywether Organics'] as const;
export const SWAPS = ['Spring swap at the mill hall', 'Autumn swap at the mill hall', 'Swap table of the Far Bank allotments'] as const;
export const OWN_PLOT = 'The library’s own plot';

const PLACE_WORDS = [
  'Tollgate',
  'Harrowgate Weir',
  'Kiln Lane',
  'Nine Sisters',
  'Quince Street',
  'Millrace',
  'Chapel Row',
  'Lantern Yard',
  'Bellfounder’s',
  'Cinder Path',
  'Ferryman’s',
  'Osierbeck',
  'Rookery',
  'Saddler’s',
  'Tanner’s Yard',
  'Upper Terrace',
  'Wharfside',
  'Lockkeeper’s',
  'Gravel Pit',
  'Far Bank',
  'Thimble Hill',
  'Copperbeck',
  'Old Schoolhouse',
  'Hob’s',
  'Larkfold',
  'Pewter Street',
  'Goosegate',
  'Marl Pit',
  'Sexton’s',
  'Wheelwright’s',
] as const;
const LAST_WORDS: Readonly<Record<string, readonly string[]>> = {
  vegetable: ['Red', 'Keeper', 'Long White', 'Early', 'Yellow', 'Winter', 'Green', 'Striped'],
  fruit: ['Gold', 'Small', 'Sweet', 'Late'],
  legume: ['Speckled', 'Flat Dark', 'White', 'Pole', 'Two-faced'],
  herb: ['Broadleaf', 'Fine', 'Dark', 'Window'],
  flower: ['Blue', 'Blush', 'White', 'Mixed', 'Crimson'],
  grain: ['Bearded', 'Black', 'Tall'],
  tree: ['Hillside', 'Courtyard'],
};

/** An invented variety name for a kind of crop; `i` chooses. */
export function varietyName(kind: string, i: number): string {
  const words = LAST_WORDS[kind] ?? ['Plain'];
  return `${PLACE_WORDS[(i * 11) % PLACE_WORDS.length] as string} ${words[Math.floor(i / 3) % words.length] as string}`;
}

export const NICKNAMES = [
  'flat dark ones from the mill garden',
  'grandmother’s, with the string',
  'no name, squat, orange',
  'the tall one by the gate',
] as const;
export const MIXUP_REASONS = [
  'two trays were carried in together and the tags fell off',
  'the plants came up in two leaf shapes',
  'the donor now remembers another name',
  'colour of the flower does not fit the name',
] as const;

/** Sixty crops of a mixed library, the commonest first. */
export const CROPS = [
  'tomato',
  'lettuce',
  'runner-bean',
  'climbing-bean',
  'pea',
  'onion',
  'carrot',
  'sweet-pepper',
  'kale',
  'parsnip',
  'beetroot',
  'broad-bean',
  'bush-bean',
  'calendula',
  'chilli-pepper',
  'cucumber',
  'chard',
  'leek',
  'basil',
  'radish',
  'pepo-pumpkin',
  'maxima-squash',
  'spinach',
  'parsley',
  'sunflower',
  'nasturtium',
  'sweet-pea',
  'cosmos',
  'coriander',
  'dill',
  'cabbage',
  'broccoli',
  'celery',
  'fennel',
  'arugula',
  'eggplant',
  'summer-squash',
  'melon',
  'tomatillo',
  'chives',
  'corn-salad',
  'orach',
  'amaranth',
  'quinoa',
  'sweet-corn',
  'popcorn',
  'wheat',
  'flax',
  'foxglove',
  'larkspur',
  'snapdragon',
  'nigella',
  'zinnia',
  'china-aster',
  'corn-poppy',
  'thyme',
  'sage',
  'borage',
  'rose',
  'avocado',
] as const;

/** How often each place is chosen, of a hundred. */
export const PLACE_WEIGHTS = [11, 9, 8, 48, 18, 3, 3] as const;

export const PLACES = [
  { name: 'Box A, hall cupboard', temperatureC: 16, rhPercent: 45, sealed: false },
  { name: 'Box B, hall cupboard', temperatureC: 16, rhPercent: 45, sealed: false },
  { name: 'Box C, hall cupboard', temperatureC: 16, rhPercent: 45, sealed: false },
  { name: 'Jars in the fridge', temperatureC: 5, rhPercent: 30, sealed: true },
  { name: 'Jars in the freezer', temperatureC: -18, rhPercent: 20, sealed: true },
  { name: 'Shelf by the window', temperatureC: 21, rhPercent: 48, sealed: false },
  { name: 'Cellar steps', temperatureC: 12, rhPercent: 64, sealed: false },
] as const;
