import vue from '@vitejs/plugin-vue';
import { defineConfig } from 'vite';
import { VitePWA } from 'vite-plugin-pwa';

const server = process.env.ESPREL_SERVER ?? 'http://127.0.0.1:4173';

/** The member's page: an application of its own, which stays on the phone. */
export default defineConfig({
  root: `${import.meta.dirname}/my`,
  base: '/my/',
  plugins: [
    vue({ template: { compilerOptions: { whitespace: 'preserve' } } }),
    VitePWA({
      registerType: 'autoUpdate',
      injectRegister: 'script-defer',
      manifest: {
        name: 'Esprel, my seed',
        short_name: 'My seed',
        description: 'Your seed from the library: what to do now, growing for seed, and asking for more.',
        lang: 'en',
        start_url: '/my/',
        scope: '/my/',
        display: 'standalone',
        background_color: '#f7f4ec',
        theme_color: '#f7f4ec',
        icons: [
          { src: 'seed-192.png', sizes: '192x192', type: 'image/png' },
          { src: 'seed-512.png', sizes: '512x512', type: 'image/png', purpose: 'any' },
          { src: 'seed-512.png', sizes: '512x512', type: 'image/png', purpose: 'maskable' },
        ],
      },
      workbox: {
        // All of it: also what reads codes, since there is no network in the hall where the card is scanned.
        globPatterns: ['**/*.{js,css,html,woff2,svg,png,wasm}'],
        maximumFileSizeToCacheInBytes: 2_000_000,
        navigateFallback: '/my/index.html',
        cleanupOutdatedCaches: true,
        // From the first visit on, and a newer page at once.
        clientsClaim: true,
        skipWaiting: true,
        sourcemap: false,
      },
    }),
  ],
  build: { target: 'es2022', sourcemap: false, outDir: '../dist-my', emptyOutDir: true },
  server: { port: 5174, proxy: { '/api': { target: server, changeOrigin: false } } },
});
