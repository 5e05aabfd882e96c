import vue from '@vitejs/plugin-vue';
import { defineConfig } from 'vite';

const server = process.env.ESPREL_SERVER ?? 'http://127.0.0.1:4173';

export default defineConfig({
  root: import.meta.dirname,
  // As in HTML, a line break between two elements is a space: the formatter relies on it.
  plugins: [vue({ template: { compilerOptions: { whitespace: 'preserve' } } })],
  build: { target: 'es2022', sourcemap: false, chunkSizeWarningLimit: 700 },
  server: { proxy: { '/api': { target: server, changeOrigin: false } } },
});
