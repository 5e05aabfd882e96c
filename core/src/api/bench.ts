import type { LearnedEmergence, SowingMethod } from '../index.ts';
import { asSeenForm } from '../schemas/forms.ts';
import { benchEditForm, benchForm, lampForm, trayKindForm } from '../schemas/sowingForms.ts';
import { changes, reads } from './contract.ts';

/** Where something that finds no room could go instead: another day within its window, or a smaller container. */
export interface BenchOffer {
  readonly planId: number;
  readonly variety: string;
  readonly place: string;
  readonly day: string | null;
  readonly trayKind: { readonly id: number; readonly name: string } | null;
  readonly words: string;
}

export interface BenchPlaceShown {
  readonly id: number;
  readonly name: string;
  readonly kind: 'mat' | 'lamp' | 'sill' | 'dark' | 'fridge' | 'outdoors';
  readonly holds: number;
  readonly warmthC: number | null;
  readonly lampHours: number | null;
  readonly lampCm: number | null;
  readonly lampSetOn: string | null;
  readonly note: string | null;
  readonly version: number;
}

export interface TrayKindShown {
  readonly id: number;
  readonly name: string;
  readonly rows: number;
  readonly columns: number;
  readonly gaps: readonly number[];
}

export interface BenchData {
  readonly places: readonly BenchPlaceShown[];
  readonly trayKinds: readonly TrayKindShown[];
  readonly learned: {
    readonly methods: readonly (LearnedEmergence & { readonly method: SowingMethod })[];
    readonly benches: readonly (LearnedEmergence & { readonly benchId: number; readonly method: SowingMethod })[];
  };
}

export const benchApi = {
  sheet: reads<BenchData>()('/bench', 'desk'),
  add: changes<{ readonly id: number }>()('post', '/bench', benchForm, 'desk'),
  edit: changes<{ readonly id: number }>()('put', '/bench/:id', benchEditForm, 'desk'),
  hangLamp: changes<{ readonly id: number }>()('post', '/bench/:id/lamp', lampForm, 'desk'),
  remove: changes<{ readonly id: number }>()('delete', '/bench/:id', asSeenForm, 'desk'),
  addTrayKind: changes<{ readonly id: number }>()('post', '/tray-kinds', trayKindForm, 'desk'),
};
