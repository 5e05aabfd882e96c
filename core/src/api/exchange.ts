import type { NearVariety } from './varieties.ts';
import { emptyForm } from '../schemas/forms.ts';
import { giftsForm } from '../schemas/exchangeForms.ts';
import { changes, decimal, does, givesFile, oneOf, reads, takesFile, text } from './contract.ts';

/** How much of its members a package of the library holds. */
export const PACKAGE_MEMBERS = ['all', 'no-contact', 'none'] as const;
export type PackageMembers = (typeof PACKAGE_MEMBERS)[number];

/** A package that was sent here, before anything is done with it. */
export interface PackageLook {
  readonly id: string;
  /** The name of the library that wrote it. */
  readonly title: string;
  /** The day on which it was written. */
  readonly writtenOn: string;
  readonly members: PackageMembers;
  /** What is in it: tables that people know, by how many rows. */
  readonly counts: readonly { readonly what: string; readonly rows: number }[];
  readonly photos: number;
  /** Whether it can take the place of this library: nothing was taken in here yet, and the program can open anew by itself. */
  readonly canTakeOver: boolean;
}

/** A lot of another library as it would come in here. */
export interface GiftListed {
  readonly code: string;
  readonly variety: string;
  readonly crop: string;
  readonly year: number | null;
  readonly form: string;
  /** What there is of it there; how much came is said by whoever takes it in. */
  readonly seeds: number;
  readonly tests: number;
  readonly lastTest: { readonly on: string; readonly alive: number; readonly sown: number } | null;
  /** Whether a variety of this name is here. */
  readonly known: boolean;
  /** One whose name is nearly the same. */
  readonly near: NearVariety | null;
  /** Why it cannot come in as it is. */
  readonly problem: string | null;
}

export const exchangeApi = {
  /** The whole library: a ZIP with datapackage.json, a CSV a table, and the photographs. */
  library: givesFile('/export/library.zip', 'application/zip', 'coordinator', { members: oneOf(PACKAGE_MEMBERS) }),
  /** Every lot with seed as passport descriptors of collections (MCPD 2.1). */
  passport: givesFile('/export/lots.mcpd.csv', 'text/csv', 'desk'),
  /** Where gardens lie, to half a kilometre; the library's own place is asked for, since it is written down nowhere. */
  gardens: givesFile('/export/gardens.geojson', 'application/geo+json', 'desk', { lat: decimal(-89, 89), lon: decimal(-180, 180) }),
  tests: givesFile('/export/tests.csv', 'text/csv', 'desk'),
  sowings: givesFile('/export/sowings.csv', 'text/csv', 'desk'),
  loans: givesFile('/export/loans.csv', 'text/csv', 'desk'),
  returns: givesFile('/export/returns.csv', 'text/csv', 'desk'),
  /** How far the package that is being written is. */
  writing: reads<{ readonly done: number; readonly of: number }>()('/export/writing', 'coordinator'),
  look: takesFile<PackageLook>()('/packages', 'coordinator', { name: text() }),
  /** An empty library becomes the one in the package; the program closes and opens again. */
  takeOver: does<{ readonly name: string }>()('/packages/:file/take-over', emptyForm, 'coordinator'),
  /** What is in a package, as gifts. */
  gifts: does<{ readonly title: string; readonly lots: readonly GiftListed[] }>()('/packages/:file/gifts', emptyForm, 'coordinator'),
  takeGifts: changes<{ readonly codes: readonly string[] }>()('post', '/packages/:file/take-gifts', giftsForm, 'coordinator'),
  leave: does<{ readonly left: string }>()('/packages/:file/leave', emptyForm, 'coordinator'),
};
