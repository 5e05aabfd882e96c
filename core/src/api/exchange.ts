import { emptyForm } from '../schemas/forms.ts';
import { does, givesFile, oneOf, reads, takesFile, text } from './contract.ts';

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

export const exchangeApi = {
  /** The whole library: a ZIP with datapackage.json, a CSV a table, and the photographs. */
  library: givesFile('/export/library.zip', 'application/zip', 'coordinator', { members: oneOf(PACKAGE_MEMBERS) }),
  /** How far the package that is being written is. */
  writing: reads<{ readonly done: number; readonly of: number }>()('/export/writing', 'coordinator'),
  look: takesFile<PackageLook>()('/packages', 'coordinator', { name: text() }),
  /** An empty library becomes the one in the package; the program closes and opens again. */
  takeOver: does<{ readonly name: string }>()('/packages/:file/take-over', emptyForm, 'coordinator'),
  leave: does<{ readonly left: string }>()('/packages/:file/leave', emptyForm, 'coordinator'),
};
