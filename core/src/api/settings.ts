import type { Settings } from '../index.ts';
import { settingsEditForm } from '../schemas/forms.ts';
import { changes, reads } from './contract.ts';

export const settingsApi = {
  /** The settings, and the version that a change of them is made from; 0 where none was ever made. */
  sheet: reads<Settings & { readonly version: number }>()('/settings', 'desk'),
  change: changes<{ readonly settings: Settings; readonly version: number }>()('put', '/settings', settingsEditForm, 'coordinator'),
};
