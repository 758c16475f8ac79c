import tailwindcss from '@tailwindcss/vite';
import vue from '@vitejs/plugin-vue';
import { defineConfig } from 'vite';
import { VitePWA } from 'vite-plugin-pwa';
import { createPrecompress } from './build/precompress';
import { createWasmBeside } from './build/wasmBeside';

export default defineConfig({
  plugins: [
    vue(),
    tailwindcss(),
    createWasmBeside(),
    // What was opened once goes on without the server: pages, and the rigs that were read.
    VitePWA({
      registerType: 'autoUpdate',
      injectRegister: null,
      manifest: false,
      workbox: {
        globPatterns: ['index.html', 'assets/**/*.{js,css,woff2,wasm}'],
        maximumFileSizeToCacheInBytes: 8 * 1024 * 1024,
        cleanupOutdatedCaches: true,
        clientsClaim: true,
        skipWaiting: true,
        navigateFallback: null,
        sourcemap: false,
        runtimeCaching: [
          {
            // The server first: a page of an older build is shown only while there is none.
            urlPattern: ({ request }) => request.mode === 'navigate',
            handler: 'NetworkFirst',
            options: {
              cacheName: 'pages',
              networkTimeoutSeconds: 10,
              precacheFallback: { fallbackURL: 'index.html' },
            },
          },
          {
            urlPattern: ({ url, sameOrigin }) =>
              sameOrigin &&
              (/^\/api\/rigs\/[^/]+(\/log)?$/.test(url.pathname) || url.pathname === '/api/kit'),
            handler: 'NetworkFirst',
            method: 'GET',
            options: {
              cacheName: 'rigs',
              // Long: what is stored is worth waiting for; without a server the answer comes at once.
              networkTimeoutSeconds: 20,
              expiration: { maxEntries: 60 },
              cacheableResponse: { statuses: [200] },
            },
          },
        ],
      },
    }),
    createPrecompress(),
  ],
  // The core is taken from its sources: one build step, and tree-shaking sees through it.
  resolve: { conditions: ['development', 'module', 'browser', 'import', 'default'] },
  build: { target: 'es2022', manifest: true, emptyOutDir: true },
  worker: { format: 'es', plugins: () => [createWasmBeside()] },
  server: {
    host: '127.0.0.1',
    port: Number(process.env.ZUCCHINI_DEV_PORT ?? 4711),
    proxy: {
      '/api': { target: process.env.ZUCCHINI_API ?? 'http://127.0.0.1:4710', changeOrigin: true },
    },
  },
});
