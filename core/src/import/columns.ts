import { foldName } from '../names/fold.ts';

/**
 * What a column of a file of lots may hold: its heading in an export, other headings by which it is known (folded), and
 * whether a lot cannot do without it.
 */
export const IMPORT_FIELDS = {
  code: { label: 'Code', known: ['lot code', 'lot', 'label'], needed: false },
  variety: { label: 'Variety', known: ['variety name', 'cultivar', 'name', 'sort', 'sorte', 'variedad', 'variete'], needed: true },
  crop: {
    label: 'Crop',
    known: ['plant', 'species', 'kind', 'vegetable', 'common name', 'pflanze', 'art', 'cultivo', 'espece'],
    needed: true,
  },
  scientific: { label: 'Scientific name', known: ['latin name', 'latin', 'botanical name', 'scientific', 'taxon'], needed: false },
  breeding: { label: 'Breeding', known: ['hybrid', 'type', 'open pollinated'], needed: false },
  source: { label: 'Source', known: ['from', 'supplier', 'donor', 'origin', 'came from', 'herkunft', 'seed source'], needed: false },
  acquisition: { label: 'Acquisition', known: ['how', 'acquired', 'obtained', 'gift or bought'], needed: false },
  year: {
    label: 'Year',
    known: ['harvest year', 'harvest', 'harvested', 'year of harvest', 'jahr', 'ernte', 'ano', 'annee'],
    needed: false,
  },
  packedYear: { label: 'Packed for', known: ['packed', 'packing year', 'packed year', 'sow by', 'best before'], needed: false },
  form: { label: 'Form', known: ['treatment', 'seed form', 'coating'], needed: false },
  seeds: { label: 'Seeds', known: ['amount', 'number', 'count', 'quantity', 'qty', 'number of seeds', 'anzahl', 'menge'], needed: false },
  grams: { label: 'Grams', known: ['weight', 'g', 'weight g', 'grams g', 'gramm', 'gewicht', 'gramos', 'grammes'], needed: false },
  ounces: { label: 'Ounces', known: ['oz', 'weight oz'], needed: false },
  amountKnown: { label: 'Amount known', known: ['how known', 'counted or weighed'], needed: false },
  floor: { label: 'Floor', known: ['keep back', 'base stock', 'minimum'], needed: false },
  germination: { label: 'Germination', known: ['germination rate', 'germ', 'germ percent', 'viability', 'keimfahigkeit'], needed: false },
  place: { label: 'Place', known: ['location', 'stored', 'storage', 'box', 'where', 'kept in', 'lagerort', 'ort', 'lugar'], needed: false },
  receivedOn: {
    label: 'Received',
    known: ['date', 'came on', 'received on', 'date received', 'acquired on', 'datum', 'fecha'],
    needed: false,
  },
  identity: { label: 'Identity', known: ['identity confidence', 'certainty', 'sure'], needed: false },
  note: { label: 'Note', known: ['notes', 'comment', 'comments', 'remarks', 'description', 'bemerkung', 'notizen', 'nota'], needed: false },
} as const;
export type ImportField = keyof typeof IMPORT_FIELDS;
export const IMPORT_FIELD_KEYS = Object.keys(IMPORT_FIELDS) as ImportField[];

/** Which column of a file holds what; a field that no column holds is left out. */
export type ColumnMapping = Readonly<Partial<Record<ImportField, number>>>;

/** How well a heading names a field: 3 its own name, 2 another name of it, 1 holds one of them as a word. */
function headingFit(heading: string, field: ImportField): number {
  const folded = foldName(heading);
  const { label, known } = IMPORT_FIELDS[field];
  if (folded === foldName(label)) return 3;
  if ((known as readonly string[]).includes(folded)) return 2;
  const words = ` ${folded} `;
  return [label, ...known].some((n) => n.length > 3 && words.includes(` ${foldName(n)} `)) ? 1 : 0;
}

/**
 * Guesses which column holds what from the headings: the surest pair first, each column and each field once. What is not
 * guessed is matched by hand.
 */
export function guessColumns(header: readonly string[]): ColumnMapping {
  const pairs = header.flatMap((heading, column) =>
    IMPORT_FIELD_KEYS.map((field) => ({ field, column, fit: headingFit(heading, field) })).filter((p) => p.fit > 0),
  );
  pairs.sort((a, b) => b.fit - a.fit || a.column - b.column);
  const mapping: Partial<Record<ImportField, number>> = {};
  const taken = new Set<number>();
  for (const { field, column } of pairs) {
    if (mapping[field] !== undefined || taken.has(column)) continue;
    mapping[field] = column;
    taken.add(column);
  }
  return mapping;
}
