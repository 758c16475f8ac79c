import { createHash } from 'node:crypto';
import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { build, type Plugin } from 'vite';

/** A file that goes on without the server; its name tells its contents where `revision` is null. */
export interface KeptFile {
  readonly url: string;
  readonly revision: string | null;
}

/** The files of a site that go on without the server: its page, and what that loads. */
export function listKeptFiles(folder: string): KeptFile[] {
  return readdirSync(folder, { recursive: true, encoding: 'utf8' })
    .map((name) => name.replaceAll('\\', '/'))
    .filter((name) => name === 'index.html' || /^assets\/.*\.(?:js|css|woff2|wasm)$/u.test(name))
    .sort()
    .map((url) => {
      // Names of assets hold a hash of what is in them.
      const isNamed = url.startsWith('assets/');
      const hash = () =>
        createHash('sha256')
          .update(readFileSync(join(folder, url)))
          .digest('hex')
          .slice(0, 16);
      return { url, revision: isNamed ? null : hash() };
    });
}

/** Makes the service worker, one script with the list of this build's files in it, when all else of the site is there. */
export function createServiceWorker(): Plugin {
  let folder = '';
  return {
    name: 'zucchini:service-worker',
    apply: 'build',
    enforce: 'post',
    writeBundle({ dir }) {
      folder = dir ?? '';
    },
    async closeBundle() {
      if (folder === '') return;
      await build({
        configFile: false,
        logLevel: 'error',
        publicDir: false,
        define: {
          __FILES__: JSON.stringify(listKeptFiles(folder)),
          'process.env.NODE_ENV': '"production"',
        },
        build: {
          outDir: folder,
          emptyOutDir: false,
          target: 'es2022',
          lib: {
            entry: fileURLToPath(new URL('../worker/sw.ts', import.meta.url)),
            formats: ['iife'],
            name: 'zucchini',
            fileName: () => 'sw.js',
          },
        },
      });
    },
  };
}
