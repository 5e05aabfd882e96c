import type { Breeding } from '../lots/vocabulary.ts';

/**
 * Multi-Crop Passport Descriptors, version 2.1 (Alercia, Diulgheroff & Mackay 2015, FAO and Bioversity International): the columns by which
 * collections of seed tell each other what they have.
 */
export const MCPD_COLUMNS = [
  'PUID',
  'INSTCODE',
  'ACCENUMB',
  'COLLNUMB',
  'COLLCODE',
  'COLLNAME',
  'COLLINSTADDRESS',
  'COLLMISSID',
  'GENUS',
  'SPECIES',
  'SPAUTHOR',
  'SUBTAXA',
  'SUBTAUTHOR',
  'CROPNAME',
  'ACCENAME',
  'ACQDATE',
  'ORIGCTY',
  'COLLSITE',
  'DECLATITUDE',
  'LATITUDE',
  'DECLONGITUDE',
  'LONGITUDE',
  'COORDUNCERT',
  'COORDDATUM',
  'GEOREFMETH',
  'ELEVATION',
  'COLLDATE',
  'BREDCODE',
  'BREDNAME',
  'SAMPSTAT',
  'ANCEST',
  'COLLSRC',
  'DONORCODE',
  'DONORNAME',
  'DONORNUMB',
  'OTHERNUMB',
  'DUPLSITE',
  'DUPLINSTNAME',
  'STORAGE',
  'MLSSTAT',
  'REMARKS',
] as const;
export type McpdColumn = (typeof MCPD_COLUMNS)[number];

/** A lot as far as the descriptors go. */
export interface McpdLot {
  readonly code: string;
  readonly scientific: string;
  readonly crop: string;
  readonly variety: string;
  readonly synonyms: readonly string[];
  readonly breeding: Breeding;
  readonly acquisition: 'donated' | 'purchased' | 'saved';
  readonly source: string;
  /** The day on which it came, YYYY-MM-DD. */
  readonly receivedOn: string;
  readonly parentCode: string | null;
  /** Of the coldest place that it is kept in now, °C; null where nobody knows. */
  readonly keptC: number | null;
}

/** Biological status of the sample: descriptor 19. A hybrid is an advanced cultivar; what nobody knows is 999, other. */
const SAMPSTAT: Readonly<Record<Breeding, string>> = {
  landrace: '300',
  'open-pollinated': '500',
  'hybrid-f1': '500',
  clone: '500',
  unknown: '999',
};

/** Where it was got: descriptor 21. 23 is a backyard, kitchen or home garden; 50 a seed company; 99 other. */
const COLLSRC = { donated: '99', purchased: '50', saved: '23' } as const;

/** Kind of storage: descriptor 26. Freezers are for the long term, fridges for the medium, all else for the short. */
function storageOf(keptC: number | null): string {
  if (keptC === null) return '10';
  return keptC <= -10 ? '13' : keptC <= 10 ? '12' : '11';
}

/** Genus, species and what stands under it: `Brassica oleracea var. capitata` is split as the descriptors ask. */
function taxon(scientific: string): Pick<Record<McpdColumn, string>, 'GENUS' | 'SPECIES' | 'SUBTAXA'> {
  const [genus = '', species = '', ...rest] = scientific.trim().split(/\s+/);
  return { GENUS: genus, SPECIES: species.replace(/^spp?\.$/, 'sp.'), SUBTAXA: rest.join(' ') };
}

/** A lot as the cells of its row, in the order of the columns. Countries, coordinates and collectors are not known of it. */
export function mcpdRow(lot: McpdLot): string[] {
  const cells: Partial<Record<McpdColumn, string>> = {
    ACCENUMB: lot.code,
    ...taxon(lot.scientific),
    CROPNAME: lot.crop,
    ACCENAME: [lot.variety, ...lot.synonyms].map((n) => n.replaceAll(';', ',')).join(';'),
    ACQDATE: lot.receivedOn.replaceAll('-', ''),
    SAMPSTAT: SAMPSTAT[lot.breeding],
    ANCEST: lot.parentCode === null ? '' : `from ${lot.parentCode}`,
    COLLSRC: COLLSRC[lot.acquisition],
    DONORNAME: lot.acquisition === 'donated' ? lot.source : '',
    BREDNAME: lot.acquisition === 'purchased' ? lot.source : '',
    STORAGE: storageOf(lot.keptC),
  };
  return MCPD_COLUMNS.map((c) => cells[c] ?? '');
}

/** Whether the heading of a file is that of passport descriptors. */
export function isMcpd(header: readonly string[]): boolean {
  const names = new Set(header.map((h) => h.trim().toUpperCase()));
  return names.has('ACCENUMB') && names.has('GENUS') && (names.has('CROPNAME') || names.has('SPECIES'));
}

/** The columns into which passport descriptors are turned, as a file of lots has them. */
export const LOT_HEADER = ['Variety', 'Crop', 'Scientific name', 'Breeding', 'Source', 'Acquisition', 'Received', 'Note'] as const;

/** 19 Biological status, as breeding. */
function breedingOf(sampstat: string): Breeding {
  if (/^3\d\d$/.test(sampstat)) return 'landrace';
  return /^[45]\d\d$/.test(sampstat) ? 'open-pollinated' : 'unknown';
}

/** YYYYMMDD with dashes where parts are missing ("1987----"), as the date of an import: whole, or nothing. */
const dateOf = (text: string): string => (/^\d{8}$/.test(text) ? `${text.slice(0, 4)}-${text.slice(4, 6)}-${text.slice(6)}` : '');

/**
 * A row of passport descriptors as a row of a file of lots. The accession's number, its institute, country and site stand in the note;
 * amounts are no part of the descriptors, and are asked for when it is taken in.
 */
export function lotFromMcpd(header: readonly string[], cells: readonly string[]): string[] {
  const at = new Map(header.map((h, i) => [h.trim().toUpperCase(), i]));
  const of = (column: McpdColumn): string => (cells[at.get(column) ?? -1] ?? '').trim();
  const scientific = [of('GENUS'), of('SPECIES'), of('SUBTAXA')].filter((s) => s !== '').join(' ');
  const [variety = '', ...others] = of('ACCENAME')
    .split(';')
    .map((s) => s.trim());
  const collsrc = of('COLLSRC');
  const note = [
    `${of('INSTCODE')} ${of('ACCENUMB')}`.trim(),
    others.length > 0 ? `also called ${others.join('; ')}` : '',
    of('ORIGCTY') === '' ? '' : `from ${of('ORIGCTY')}${of('COLLSITE') === '' ? '' : `, ${of('COLLSITE')}`}`,
    /^\d{4}/.test(of('COLLDATE')) ? `collected ${of('COLLDATE').slice(0, 4)}` : '',
    of('ANCEST'),
    of('REMARKS'),
  ];
  return [
    variety === '' ? `${of('INSTCODE')} ${of('ACCENUMB')}`.trim() : variety,
    of('CROPNAME') === '' ? scientific : of('CROPNAME'),
    scientific,
    breedingOf(of('SAMPSTAT')),
    of('DONORNAME') || of('BREDNAME') || of('DONORCODE') || of('INSTCODE'),
    collsrc === '50' ? 'bought' : 'gift',
    dateOf(of('ACQDATE')),
    note.filter((s) => s !== '').join('. '),
  ];
}
