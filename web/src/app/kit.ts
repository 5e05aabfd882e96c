import PrimeVue from 'primevue/config';
import Tooltip from 'primevue/tooltip';
import type { App } from 'vue';
import { writeStylesOnce } from '../base/stylesOnce.ts';
import { preset } from './theme.ts';

/** The controls of the desk: PrimeVue's, in our paper and ink. */
export const kit = {
  install(app: App): void {
    writeStylesOnce();
    app.use(PrimeVue, { theme: { preset, options: { darkModeSelector: 'none' } } });
    app.directive('tooltip', Tooltip);
  },
};
