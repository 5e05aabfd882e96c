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

/** What people here call their varieties: after who kept them and where, and what they look like. Each name is one thing. */
const VARIETIES: Readonly<Record<string, readonly string[]>> = {
  tomato: ['Tollgate Red', 'Widow Hask’s Pink', 'Harrowgate Weir Early'],
  lettuce: ['Lockkeeper’s Butterhead', 'Goosegate Winter', 'Pewter Street Oakleaf'],
  'runner-bean': ['Copperbeck White', 'Rookery Two-faced', 'Thimble Hill Scarlet'],
  'climbing-bean': ['Upper Terrace Speckled', 'Lantern Yard Wren', 'Wharfside Pole'],
  pea: ['Osierbeck Marrow', 'Kiln Lane Sugar', 'Ferryman’s Purple-pod'],
  onion: ['Chapel Row Yellow', 'Millrace Red', 'Marl Pit Keeper'],
  carrot: ['Harrowgate Weir Winter', 'Old Schoolhouse Orange', 'Goosegate Stump'],
  'sweet-pepper': ['Lockkeeper’s Horn', 'Goosegate Bell', 'Pewter Street Early'],
  kale: ['Rookery Green', 'Thimble Hill Winter', 'Copperbeck Black'],
  parsnip: ['Upper Terrace Long', 'Lantern Yard Short', 'Wharfside Long'],
  beetroot: ['Ferryman’s Round', 'Kiln Lane Keeper'],
  'broad-bean': ['Marl Pit Brown', 'Millrace Tall'],
  'bush-bean': ['Old Schoolhouse Yellow-eye', 'Tollgate Dwarf'],
  calendula: ['Pewter Street Orange', 'Bellfounder’s Double'],
  'chilli-pepper': ['Rookery Candle', 'Hob’s Lantern'],
  cucumber: ['Lantern Yard Ridge', 'Saddler’s Pickling'],
  chard: ['Kiln Lane White-rib', 'Ferryman’s Red-rib'],
  leek: ['Marl Pit Winter', 'Millrace Blue'],
  basil: ['Old Schoolhouse Dark', 'Larkfold Bush'],
  radish: ['Lockkeeper’s Red', 'Pewter Street White-tip'],
  'pepo-pumpkin': ['Rookery Ribbed', 'Thimble Hill Carver'],
  'maxima-squash': ['Upper Terrace Blue', 'Quarry Foot Turban'],
  spinach: ['Kiln Lane Winter', 'Saddler’s Broadleaf'],
  parsley: ['Millrace Plain-leaf', 'Marl Pit Curled'],
  sunflower: ['Osierbeck Giant', 'Bellfounder’s Gold'],
  nasturtium: ['Tanner’s Climber', 'Lockkeeper’s Orange'],
  'sweet-pea': ['Rookery Crimson', 'Sexton’s Mixed'],
  cosmos: ['Lantern Yard White', 'Meadow Side Pink'],
  coriander: ['Ferryman’s Slow', 'Kiln Lane Small-seed'],
  dill: ['Marl Pit Feather', 'Gravel Pit Tall'],
  cabbage: ['Hob’s Pointed'],
  broccoli: ['Pewter Street Sprouting'],
  celery: ['Thimble Hill White'],
  fennel: ['Upper Terrace Bulb'],
  arugula: ['Wharfside Rocket'],
  eggplant: ['Millrace Long'],
  'summer-squash': ['Tollgate Yellow'],
  melon: ['Weir End Small'],
  tomatillo: ['Nine Sisters Green'],
  chives: ['Old Orchard Edging'],
  'corn-salad': ['Larkfold Hardy'],
  orach: ['Millrace Red-leaf'],
  amaranth: ['Tollgate Green'],
  quinoa: ['Chapel Rise Pale'],
  'sweet-corn': ['Weir End Sweet'],
  popcorn: ['Gravel Pit Pearl'],
  wheat: ['Ferryman’s Bearded'],
  flax: ['Canal Row Tall'],
  foxglove: ['Quarry Wood White'],
  larkspur: ['Pewter Street Blush'],
  snapdragon: ['Thimble Hill Mixed'],
  nigella: ['Upper Terrace Sky'],
  zinnia: ['Ferryman’s Coral'],
  'china-aster': ['Millrace Mixed'],
  'corn-poppy': ['Towpath Scarlet'],
  thyme: ['Chapel Wall'],
  sage: ['Sexton’s Grey'],
  borage: ['Osierbeck Blue'],
  rose: ['Ferryman’s Hedge'],
  avocado: ['Courtyard Stone'],
};

/** The `i`-th variety of a crop that the library has. Throws where nobody thought of one. */
export function varietyName(cropKey: string, i: number): string {
  const name = VARIETIES[cropKey]?.[i];
  if (name === undefined) throw new Error(`no name for variety ${String(i)} of ${cropKey}`);
  return name;
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

/** What people tell of their seed when they bring it, by how it came. */
const TOLD: Readonly<Record<'donated' | 'saved' | 'purchased', readonly string[]>> = {
  donated: [
    'Her grandmother brought it in a thimble when the mill closed; the family grew it every year since.',
    'Found in a tin behind the stove when a house was cleared. Nobody knows who saved it.',
    'Handed over the gate by somebody on a bicycle, who left no name.',
    'The school garden grew it for three years, until the new hall stood in the sun.',
    'Swapped for two jars of honey.',
    'He gave up his plot at eighty-six and wants to see it again next summer.',
    'Came in a coat pocket, with sand and a tram ticket.',
  ],
  saved: [
    'From the six plants that the hail of June left standing.',
    'Only the earliest plants, marked with red wool.',
    'Saved in the wet summer: dried indoors, and cleaned twice.',
    'Came up by itself behind the compost, and did better than what was sown.',
    'From the row that the frost of May passed over.',
  ],
  purchased: ['Bought when ours had come to nothing; keep some of both.', 'The last packet of a shop that closed.'],
};

/** What was told of every fourth envelope, one after the other; null of the others. */
export function toldOf(how: keyof typeof TOLD, number: number): string | null {
  return number % 4 === 1 ? (TOLD[how][Math.floor(number / 4) % TOLD[how].length] ?? null) : null;
}
