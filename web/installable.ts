import vue from '@vitejs/plugin-vue';
import { defineConfig, type UserConfig } from 'vite';
import { VitePWA } from 'vite-plugin-pwa';

const server = process.env.ESPREL_SERVER ?? 'http://127.0.0.1:4173';

/** An application of its own, which stays where it was opened and works without a network. */
interface Installable {
  /** Its folder here, and its address under that of the library. */
  readonly folder: string;
  readonly name: string;
  readonly short_name: string;
  readonly description: string;
  readonly theme_color: string;
  /** Where it is served while it is worked on. */
  readonly port: number;
}

export function installable({ folder, port, ...words }: Installable): UserConfig {
  const base = `/${folder}/`;
  return defineConfig({
    root: `${import.meta.dirname}/${folder}`,
    base,
    plugins: [
      vue({ template: { compilerOptions: { whitespace: 'preserve' } } }),
      VitePWA({
        registerType: 'autoUpdate',
        injectRegister: 'script-defer',
        manifest: {
          ...words,
          lang: 'en',
          start_url: base,
          scope: base,
          display: 'standalone',
          background_color: '#f7f4ec',
          icons: [
            { src: 'seed-192.png', sizes: '192x192', type: 'image/png' },
            { src: 'seed-512.png', sizes: '512x512', type: 'image/png', purpose: 'any' },
            { src: 'seed-512.png', sizes: '512x512', type: 'image/png', purpose: 'maskable' },
          ],
        },
        workbox: {
          // All of it: also letters, and what reads and draws codes, since there is no network in the hall where they are scanned.
          globPatterns: ['**/*.{js,css,html,woff2,svg,png,wasm}'],
          maximumFileSizeToCacheInBytes: 3_000_000,
          navigateFallback: `${base}index.html`,
          cleanupOutdatedCaches: true,
          // From the first visit on, and a newer page at once.
          clientsClaim: true,
          skipWaiting: true,
          sourcemap: false,
        },
      }),
    ],
    build: { target: 'es2022', sourcemap: false, outDir: `../dist-${folder}`, emptyOutDir: true, chunkSizeWarningLimit: 1500 },
    server: { port, proxy: { '/api': { target: server, changeOrigin: false } } },
  });
}
