import './codeInAddress.ts';
import '@fontsource/atkinson-hyperlegible-next/latin-400.css';
import '@fontsource/atkinson-hyperlegible-next/latin-600.css';
import '@fontsource/atkinson-hyperlegible-next/latin-ext-400.css';
import '@fontsource/atkinson-hyperlegible-next/latin-ext-600.css';
import '@fontsource/bitter/latin-600.css';
import '@fontsource/bitter/latin-ext-600.css';
import './my.css';
import { createPinia } from 'pinia';
import PrimeVue from 'primevue/config';
import { writeStylesOnce } from '../base/stylesOnce.ts';
import { createApp } from 'vue';
import { watchFingers } from './finger.ts';
import MyApp from './MyApp.vue';
import { router } from './router.ts';
import { preset } from './theme.ts';

writeStylesOnce();
watchFingers(window);
createApp(MyApp)
  .use(createPinia())
  .use(PrimeVue, { theme: { preset, options: { darkModeSelector: 'none' } } })
  .use(router)
  .mount('#app');
