import vue from '@vitejs/plugin-vue';
import { defineConfig } from 'vite';

const server = process.env.ESPREL_SERVER ?? 'http://127.0.0.1:4173';

export default defineConfig({
  root: import.meta.dirname,
  plugins: [vue()],
  build: { target: 'es2022', sourcemap: false, chunkSizeWarningLimit: 700 },
  server: { proxy: { '/api': { target: server, changeOrigin: false } } },
});
