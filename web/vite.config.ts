import tailwindcss from '@tailwindcss/vite';
import vue from '@vitejs/plugin-vue';
import { defineConfig } from 'vite';
import { createPrecompress } from './build/precompress';
import { createServiceWorker } from './build/serviceWorker';
import { createWasmBeside } from './build/wasmBeside';

export default defineConfig({
  plugins: [
    vue(),
    tailwindcss(),
    createWasmBeside(),
    // What was opened once goes on without the server: pages, and the rigs that were read.
    createServiceWorker(),
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
