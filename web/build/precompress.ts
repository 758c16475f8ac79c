import { readdirSync, readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { brotliCompressSync, constants, gzipSync } from 'node:zlib';
import type { Plugin } from 'vite';

/** What grows smaller; fonts and pictures are compressed already. */
const packed = /\.(?:js|css|html|wasm|svg|json)$/u;

/** A file smaller than this goes out as it is, in bytes. */
const leastBytes = 1024;

/** Of eleven: above it takes twenty times as long for a tenth less (measured on the collision library). */
const brotliQuality = 6;

/** Lays a brotli and a gzip copy beside each file of the site, so that the server has nothing to compress. */
export function createPrecompress(): Plugin {
  let folder = '';
  return {
    name: 'zucchini:precompress',
    apply: 'build',
    enforce: 'post',
    writeBundle({ dir }) {
      folder = dir ?? '';
    },
    // After the workers' files are there too.
    closeBundle() {
      if (folder === '') return;
      for (const name of readdirSync(folder, { recursive: true, encoding: 'utf8' })) {
        if (!packed.test(name)) continue;
        const path = join(folder, name);
        const content = readFileSync(path);
        if (content.length < leastBytes) continue;
        const params = {
          [constants.BROTLI_PARAM_QUALITY]: brotliQuality,
          [constants.BROTLI_PARAM_SIZE_HINT]: content.length,
        };
        writeFileSync(`${path}.br`, brotliCompressSync(content, { params }));
        writeFileSync(`${path}.gz`, gzipSync(content));
      }
    },
  };
}
