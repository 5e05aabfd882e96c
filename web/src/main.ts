import '@fontsource/atkinson-hyperlegible-next/latin-400.css';
import '@fontsource/atkinson-hyperlegible-next/latin-400-italic.css';
import '@fontsource/atkinson-hyperlegible-next/latin-600.css';
import '@fontsource/atkinson-hyperlegible-next/latin-ext-400.css';
import '@fontsource/atkinson-hyperlegible-next/latin-ext-600.css';
import '@fontsource/atkinson-hyperlegible-mono/latin-400.css';
import '@fontsource/atkinson-hyperlegible-mono/latin-600.css';
import '@fontsource/bitter/latin-600.css';
import '@fontsource/bitter/latin-ext-600.css';
import './base/desk.css';
import { createPinia } from 'pinia';
import { createApp } from 'vue';
import App from './app/App.vue';
import { router } from './app/router.ts';
import { useAccess } from './base/access.ts';
import { kit } from './app/kit.ts';
import { watchUnloaded } from './app/unloaded.ts';

const app = createApp(App);
app.use(createPinia());
app.use(kit);
app.use(router);
watchUnloaded(router);
// What is shown first depends on who this is.
void useAccess().load();
app.mount('#app');
