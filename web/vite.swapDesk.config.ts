import vue from '@vitejs/plugin-vue';
import { defineConfig } from 'vite';
import { VitePWA } from 'vite-plugin-pwa';

const server = process.env.ESPREL_SERVER ?? 'http://127.0.0.1:4173';

/** A desk of a swap day: an application of its own, which works in a hall without a network. */
export default defineConfig({
  root: `${import.meta.dirname}/swap-desk`,
  base: '/swap-desk/',
  plugins: [
    vue({ template: { compilerOptions: { whitespace: 'preserve' } } }),
    VitePWA({
      registerType: 'autoUpdate',
      injectRegister: 'script-defer',
      manifest: {
        name: 'Esprel, swap desk',
        short_name: 'Swap desk',
        description: 'A desk of a swap day: what comes in and goes out, with a network or without.',
        lang: 'en',
        start_url: '/swap-desk/',
        scope: '/swap-desk/',
        display: 'standalone',
        background_color: '#f7f4ec',
        theme_color: '#e9e0ce',
        icons: [
          { src: 'seed-192.png', sizes: '192x192', type: 'image/png' },
          { src: 'seed-512.png', sizes: '512x512', type: 'image/png', purpose: 'any' },
          { src: 'seed-512.png', sizes: '512x512', type: 'image/png', purpose: 'maskable' },
        ],
      },
      workbox: {
        // All of it: letters, what draws codes on labels and what reads them.
        globPatterns: ['**/*.{js,css,html,woff2,svg,png,wasm}'],
        maximumFileSizeToCacheInBytes: 3_000_000,
        navigateFallback: '/swap-desk/index.html',
        cleanupOutdatedCaches: true,
        // From the first visit on, and a newer page at once.
        clientsClaim: true,
        skipWaiting: true,
        sourcemap: false,
      },
    }),
  ],
  build: { target: 'es2022', sourcemap: false, outDir: '../dist-swap-desk', emptyOutDir: true, chunkSizeWarningLimit: 1500 },
  server: { port: 5175, proxy: { '/api': { target: server, changeOrigin: false } } },
});
