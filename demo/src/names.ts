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

/** What the places of the lots stand in. */
export const ROOMS = [
  { name: 'Hall', kind: 'room', in: null, temperatureC: 17, rhPercent: 48 },
  { name: 'Cupboard', kind: 'cupboard', in: 'Hall', temperatureC: 16, rhPercent: 45 },
  { name: 'Kitchen', kind: 'room', in: null, temperatureC: 20, rhPercent: 52 },
  { name: 'Fridge', kind: 'fridge', in: 'Kitchen', temperatureC: 5, rhPercent: 55 },
  { name: 'Freezer', kind: 'freezer', in: 'Kitchen', temperatureC: -18, rhPercent: 60 },
] as const;

/** Where lots are kept; what is null is that of the room or fridge around it. */
export const PLACES = [
  { name: 'Box A', kind: 'box', in: 'Cupboard', temperatureC: null, rhPercent: null, sealed: false, seen: [16, 45] },
  { name: 'Box B', kind: 'box', in: 'Cupboard', temperatureC: null, rhPercent: null, sealed: false, seen: [16, 45] },
  { name: 'Box C', kind: 'box', in: 'Cupboard', temperatureC: null, rhPercent: null, sealed: false, seen: [16, 45] },
  { name: 'Jars', kind: 'box', in: 'Fridge', temperatureC: null, rhPercent: 30, sealed: true, seen: [5, 30] },
  { name: 'Frozen jars', kind: 'box', in: 'Freezer', temperatureC: null, rhPercent: 20, sealed: true, seen: [-18, 20] },
  { name: 'Window shelf', kind: 'drawer', in: 'Hall', temperatureC: 21, rhPercent: 48, sealed: false, seen: [21, 48] },
  { name: 'Cellar steps', kind: 'room', in: null, temperatureC: 12, rhPercent: 64, sealed: false, seen: [12, 64] },
] as const;
