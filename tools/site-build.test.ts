import { mkdtempSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { brotliDecompressSync, gunzipSync } from 'node:zlib';
import { afterEach, beforeEach, describe, expect, it } from '@jest/globals';
import { createPrecompress } from '../web/build/precompress';
import { createWasmBeside } from '../web/build/wasmBeside';

let folder: string;
beforeEach(() => {
  folder = mkdtempSync(join(tmpdir(), 'zucchini-build-'));
});
afterEach(() => rmSync(folder, { recursive: true }));

describe('the collision library', () => {
  it('is laid beside its script as one WebAssembly file', () => {
    const emitted: { name: string; source: Buffer }[] = [];
    const context = { emitFile: (file: (typeof emitted)[0]) => emitted.push(file) && 'ref' };
    const id = createRequire(import.meta.url)
      .resolve('@dimforge/rapier3d-compat')
      .replace(/\.cjs$/u, '.mjs');
    const { load } = createWasmBeside() as unknown as {
      load(this: unknown, id: string): string | undefined;
    };
    const script = load.call(context, id)!;
    expect(emitted).toHaveLength(1);
    expect(emitted[0]!.source.subarray(0, 4).toString('latin1')).toBe('\0asm');
    expect(WebAssembly.validate(new Uint8Array(emitted[0]!.source))).toBe(true);
    expect(script).toContain('new URL(import.meta.ROLLUP_FILE_URL_ref, import.meta.url)');
    expect(script.length).toBeLessThan(500_000);
    expect(load.call(context, '/other/module.mjs')).toBeUndefined();
  });
});

describe('the built site', () => {
  it('has compressed copies of what grows smaller by it, and of nothing else', () => {
    const text = 'text '.repeat(1000);
    writeFileSync(join(folder, 'a.js'), text);
    writeFileSync(join(folder, 'small.js'), 'x');
    writeFileSync(join(folder, 'font.woff2'), text);
    const { writeBundle, closeBundle } = createPrecompress() as unknown as {
      writeBundle(options: { dir: string }): void;
      closeBundle(): void;
    };
    writeBundle({ dir: folder });
    closeBundle();
    expect(readdirSync(folder).sort()).toEqual([
      'a.js',
      'a.js.br',
      'a.js.gz',
      'font.woff2',
      'small.js',
    ]);
    expect(brotliDecompressSync(readFileSync(join(folder, 'a.js.br'))).toString()).toBe(text);
    expect(gunzipSync(readFileSync(join(folder, 'a.js.gz'))).toString()).toBe(text);
  });
});
