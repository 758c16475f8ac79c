import { readFileSync } from 'node:fs';
import type { Plugin } from 'vite';

/** A module of the collision library, as text inside its script. */
const inlined = /\w+\.toByteArray\("([A-Za-z0-9+/=]{100000,})"\)\.buffer/u;

/**
 * Lays the WebAssembly of the collision library beside its script, as one file that the page and its workers share: inside
 * the script it is a third larger, parsed as text by each of them, and cannot be compiled while it comes in.
 */
export function createWasmBeside(): Plugin {
  return {
    name: 'zucchini:wasm-beside',
    apply: 'build',
    enforce: 'pre',
    load(id) {
      if (!/rapier3d-compat\/dist\/rapier\.mjs$/u.test(id)) return undefined;
      const code = readFileSync(id, 'utf8');
      const found = inlined.exec(code);
      if (!found) return this.error('The collision library holds its module in another way now.');
      const file = this.emitFile({
        type: 'asset',
        name: 'collision.wasm',
        source: Buffer.from(found[1]!, 'base64'),
      });
      return code.replace(
        found[0],
        `new URL(import.meta.ROLLUP_FILE_URL_${file}, import.meta.url)`,
      );
    },
  };
}
