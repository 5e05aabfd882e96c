/** A word of the work, as it is used on the screens: what it means, and where it matters. */
export interface GlossaryWord {
  readonly word: string;
  /** One or two short sentences. */
  readonly is: string;
  /** What follows from it, or how to tell; null where nothing does. */
  readonly so: string | null;
  /** Other words that help to understand it. */
  readonly see: readonly string[];
}

const word = (name: string, is: string, so: string | null = null, ...see: string[]): GlossaryWord => ({ word: name, is, so, see });

/** Every word that a screen explains on the spot, in the order of the work. Keys stay; words may be put better. */
export const GLOSSARY = {
  lot: word(
    'lot',
    'One batch of seed: one variety, from one source, of one year, in one form. It is what is stored, tested and lent.',
    'Seed of another year is another lot, even in the same envelope.',
    'variety',
    'code',
  ),
  variety: word(
    'variety',
    'A named form of a crop, such as one particular bean. It can have several names.',
    'A variety can have many lots.',
    'lot',
    'crop',
  ),
  crop: word('crop', 'A kind of plant: bean, onion, tomato. How long its seed lives and when it is sown go by the crop.', null, 'variety'),
  code: word(
    'lot code',
    'The short code on the label. Its last letter is a check: a misread code is noticed.',
    'Type or scan it anywhere and the lot opens.',
    'lot',
  ),
  alive: word(
    'alive',
    'How many of a hundred seeds could still grow, as far as is known. “82 % (74 to 88)” means: most likely 82, almost surely between 74 and 88.',
    'A wide range means that little is known. A test makes it narrow.',
    'band',
    'test',
    'dormant',
  ),
  band: word(
    '90 % band',
    'The shaded part of a curve. In nine cases of ten the truth lies inside it.',
    'The wider it is, the less is known.',
    'alive',
    'ribbon',
  ),
  ribbon: word(
    'survival ribbon',
    'How a lot ages: the line is the best guess, the shade is the doubt, every dot is a count, larger for more seeds.',
    'Where the line falls below the lending line, the lot stops being good enough.',
    'band',
    'lendingLine',
  ),
  verdict: word(
    'verdict',
    'What to do with a lot, in a few words, with the reason under it. The program works it out anew every day; you may overrule it.',
    'Verdicts are: lend, lend and sow thicker, test first, renew now, rescue only, let it go.',
    'alive',
    'lendingLine',
    'renewal',
  ),
  lendingLine: word(
    'lending line',
    'How much of a lot has to be alive for it to be lent as it is. Usually 70 %.',
    'Under it seed can still be lent, to be sown thicker.',
    'verdict',
  ),
  floor: word(
    'floor',
    'The part of a lot that is never lent, so that it can still be grown again if everything else fails.',
    'It is given out only to be renewed.',
    'renewal',
    'toSpare',
  ),
  toSpare: word('to spare', 'What is left of a lot above its floor and what is promised already.', null, 'floor'),
  renewal: word(
    'to renew',
    'To grow a lot so that it gives fresh seed of the same variety, while enough of it is alive.',
    'Also called growing out. It takes a season, for carrots and onions two.',
    'floor',
    'generation',
  ),
  generation: word(
    'generation',
    'How many times seed of this line was saved here. Bought or donated seed is 0; its children are 1.',
    null,
    'renewal',
    'trueToType',
  ),
  test: word(
    'test',
    'Some seeds on damp paper, counted on set days. It says how many of a lot are alive.',
    'Ten to thirty seeds are enough for most questions.',
    'bag',
    'round',
    'fresh',
  ),
  bag: word(
    'bag',
    'One sheet of damp paper with seeds of a test, in a loosely closed bag. Two or more bags show whether a paper went wrong.',
    null,
    'test',
  ),
  round: word('round', 'Tests of several lots that are laid together on an evening and counted together.', null, 'test', 'bag'),
  call: word(
    'to call a test',
    'To close it, since nothing more is to be expected.',
    'The program says the day: from then on less than half a seed is still to come.',
    'test',
  ),
  normal: word('sprouted', 'A seedling with a sound root and shoot. It counts as alive.', null, 'abnormal', 'fresh'),
  abnormal: word(
    'abnormal',
    'It sprouted, but would not become a plant: no root, a split or glassy shoot, rotten at the base.',
    'It counts as not alive, however lively it looks.',
    'normal',
  ),
  hard: word(
    'hard',
    'A seed that took up no water: as hard and as small as on the first day. Its coat is still shut.',
    'It is alive and asleep. Filing or a hot soak may wake it. Common in beans, peas and mallows.',
    'fresh',
    'dormant',
  ),
  fresh: word(
    'fresh',
    'A seed that is swollen and firm at the end of a test, but did not sprout.',
    'It is alive and asleep. Cold or light may wake it. One that is soft or leaks when pressed is dead.',
    'hard',
    'dormant',
    'mouldy',
  ),
  mouldy: word(
    'mouldy or dead',
    'Soft, grey or mouldy seed. Press it: what is dead gives way.',
    'Mould on a firm seed can come from its neighbour: wipe it and look again.',
    'fresh',
    'empty',
  ),
  empty: word(
    'empty',
    'A seed coat with nothing in it. It floats, and is flat when pressed.',
    'Much of it means that seed was not pollinated, or picked unripe.',
    'mouldy',
  ),
  dormant: word(
    'asleep',
    'Alive, but waiting for something: cold, light, a filed coat, time.',
    'Alive is not sprouting: whoever sows it untreated sees fewer plants.',
    'hard',
    'fresh',
    'chill',
  ),
  chill: word('to chill', 'To keep seed damp and cold for weeks, as a winter would, before it is sown warm.', null, 'dormant'),
  form: word(
    'form',
    'What was done to the seed: raw, cleaned, pelleted, primed, or treated.',
    'Pelleted and primed seed is easy to sow and lives less than half as long.',
    'treated',
  ),
  treated: word(
    'treated',
    'Seed with a chemical on it, often dyed.',
    'Do not touch it bare-handed, do not eat it, keep it from children.',
    'form',
  ),
  dust: word('dust-fine', 'Seed so small that nobody counts it. It is weighed or guessed, and sown by the pinch on top of the soil.'),
  noDrying: word(
    'not to be dried',
    'Some seed dies when it dries or freezes. It lives for weeks, kept damp and cool.',
    'Sow it now; it cannot be stored.',
  ),
  harvestYear: word(
    'harvest year',
    'The year in which the seed ripened. A packet “packed for” a year usually holds seed of the year before, or older.',
    null,
    'lot',
  ),
  quarantine: word(
    'quarantine',
    'Where saved seed waits, apart, until it is dry, free of beetles, and tested.',
    'Beetles and mould spread from one envelope to the box.',
    'promise',
  ),
  promise: word('promise', 'What a member undertakes to bring back of what was lent, and by when.', 'It can be nothing.', 'fairShare'),
  fairShare: word('fair share', 'Packets for one member in a season. It is said when there are more, and never enforced.', null, 'promise'),
  openPollinated: word(
    'open-pollinated',
    'A variety that comes true from its own seed, if nothing else crosses in.',
    'Seed can be saved from it.',
    'hybrid',
    'landrace',
    'trueToType',
  ),
  hybrid: word(
    'hybrid (F1)',
    'Seed of a cross of two lines. Its plants are alike, its children are not.',
    'Do not save seed of it for the library.',
    'openPollinated',
  ),
  landrace: word(
    'landrace',
    'A mixed population of one place. Its plants differ, and are meant to.',
    'Save seed of many plants.',
    'openPollinated',
  ),
  trueToType: word(
    'true to type',
    'How many of the plants will be what the label says.',
    'Crosses, too few parents and mixed-up envelopes lower it.',
    'crossing',
    'offType',
  ),
  crossing: word(
    'would cross',
    'Plants whose pollen can reach each other, by wind or insects, and make mixed seed.',
    'Distance, another flowering time, a cover or a bag keep them apart.',
    'trueToType',
    'patch',
  ),
  offType: word('off-type', 'A plant that is not as its variety should be. It is pulled out before it flowers.', null, 'trueToType'),
  patch: word('patch', 'A variety that grows in one garden in one season, whether for seed or not.', null, 'crossing'),
  line: word('line', 'Seed of chosen plants, kept apart under its variety with a name of its own.', null, 'generation'),
  lastFrost: word(
    'usual last frost',
    'The day by which, in half the years, the last frost of spring has come. In the other half it comes later.',
    'Tender plants wait until only one year in ten still has a frost.',
    'window',
  ),
  window: word(
    'sowing window',
    'The weeks in which a sowing makes sense, with its middle. It counts back from the last frost or from planting out.',
    null,
    'lastFrost',
  ),
  perCell: word(
    'seeds in a cell',
    'How many seeds to put in one cell or pot, or at one station in the ground, so that few stay empty and few have to be thinned.',
    null,
    'alive',
  ),
  marker: word('marker', 'A label that stands in a tray and says what grows on this side of it. It can take up a cell.'),
  harden: word(
    'to harden off',
    'To put plants outside for longer every day, for a week or two, before they are planted out.',
    null,
    'lastFrost',
  ),
  table: word(
    'the table',
    'The strip at the lower edge. Envelopes that you pulled out of their boxes lie on it until you put them away.',
    'What can be done with one lot can be done with all on the table.',
    'lot',
  ),
  mixUp: word(
    'mixed up',
    'Two lots of which nobody knows any more which is which.',
    'Both keep a note until somebody can tell, often when they flower.',
  ),
  stocktake: word('stocktake', 'Scanning all envelopes of a box, to see what is missing and what does not belong.', null, 'table'),
  undo: word('to take back', 'Every step can be undone, at once or years later. The history keeps both.', null),
} as const satisfies Readonly<Record<string, GlossaryWord>>;
export type GlossaryKey = keyof typeof GLOSSARY;

export const GLOSSARY_KEYS = Object.keys(GLOSSARY) as readonly GlossaryKey[];
