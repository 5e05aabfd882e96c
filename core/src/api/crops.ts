import type { Crop, LibraryCrop, OwnFigure, RestrictionRule } from '../index.ts';
import { asSeenForm, ownCropEditForm, ownCropForm, ownFigureForm } from '../schemas/forms.ts';
import { restrictedForm } from '../schemas/keepForms.ts';
import { changes, reads, text } from './contract.ts';

/** A crop as a list or a search shows it: `as` is the name it was found by, where that is another. */
export interface ListedCrop extends LibraryCrop {
  readonly as: string | null;
  readonly lots: number;
}

/** A crop with where its figures come from. */
export interface CropSheet {
  readonly crop: LibraryCrop;
  /** The same without the library's own figures. */
  readonly reference: Crop;
  /** Set where the library added the crop itself. */
  readonly ownCrop: { readonly fromKey: string; readonly names: readonly string[]; readonly version: number } | null;
  readonly names: readonly string[];
  readonly figures: readonly { readonly field: OwnFigure; readonly reason: string | null; readonly version: number }[];
}

export const cropsApi = {
  list: reads<{ readonly crops: readonly ListedCrop[] }>()('/crops', 'desk', { q: text() }),
  sheet: reads<CropSheet>()('/crops/:key', 'desk'),
  add: changes<{ readonly key: string; readonly letters: string }>()('post', '/crops', ownCropForm, 'desk'),
  edit: changes<{ readonly key: string }>()('patch', '/crops/:key', ownCropEditForm, 'desk'),
  remove: changes<{ readonly key: string }>()('delete', '/crops/:key', asSeenForm, 'coordinator'),
  figure: changes<{ readonly crop: LibraryCrop }>()('put', '/crops/:key/own-figure', ownFigureForm, 'coordinator'),
};

/** An entry of the list of plants that may not, or not so, be handed on. */
export interface RestrictedEntry {
  readonly id: number;
  readonly version: number;
  readonly cropKey: string | null;
  readonly crop: string | null;
  readonly name: string | null;
  readonly rule: RestrictionRule;
  readonly why: string;
}

/** A crop whose exchange is ruled in places, of which the library has something and nobody decided. */
export interface UndecidedCrop {
  readonly key: string;
  readonly name: string;
  readonly lots: number;
}

export const restrictedApi = {
  list: reads<{ readonly restricted: readonly RestrictedEntry[]; readonly undecided: readonly UndecidedCrop[] }>()('/restricted', 'desk'),
  add: changes<{ readonly id: number }>()('post', '/restricted', restrictedForm, 'coordinator'),
  remove: changes<{ readonly id: number }>()('delete', '/restricted/:id', asSeenForm, 'coordinator'),
};
