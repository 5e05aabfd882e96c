import '@fontsource/atkinson-hyperlegible-next/latin-400.css';
import '@fontsource/atkinson-hyperlegible-next/latin-600.css';
import '@fontsource/atkinson-hyperlegible-next/latin-ext-400.css';
import '@fontsource/atkinson-hyperlegible-next/latin-ext-600.css';
import '@fontsource/atkinson-hyperlegible-mono/latin-400.css';
import '@fontsource/atkinson-hyperlegible-mono/latin-600.css';
import '@fontsource/bitter/latin-600.css';
import '@fontsource/bitter/latin-ext-600.css';
import '../base/desk.css';
import { createPinia } from 'pinia';
import PrimeVue from 'primevue/config';
import { writeStylesOnce } from '../base/stylesOnce.ts';
import { createApp } from 'vue';
import { preset } from './theme.ts';
import SwapDeskApp from './SwapDeskApp.vue';

writeStylesOnce();
createApp(SwapDeskApp)
  .use(createPinia())
  .use(PrimeVue, { theme: { preset, options: { darkModeSelector: 'none' } } })
  .mount('#app');
