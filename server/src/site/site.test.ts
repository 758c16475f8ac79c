import { request } from 'node:http';
import type { AddressInfo } from 'node:net';
import { mkdirSync, mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { brotliCompressSync, gzipSync } from 'node:zlib';
import { afterAll, beforeAll, describe, expect, it } from '@jest/globals';
import fastify, { type FastifyInstance } from 'fastify';
import { problemsPlugin } from '../problems/index.js';
import { sitePlugin } from './plugin.js';

const root = mkdtempSync(join(tmpdir(), 'zucchini-site-'));
const script = 'const all = 1;\n'.repeat(200);
let app: FastifyInstance;
beforeAll(async () => {
  mkdirSync(join(root, 'assets'));
  writeFileSync(join(root, 'index.html'), '<p>page</p>');
  for (const [end, content] of [
    ['', script],
    ['.br', brotliCompressSync(script)],
    ['.gz', gzipSync(script)],
  ] as const) {
    writeFileSync(join(root, `assets/part-1.js${end}`), content);
  }
  app = fastify();
  await app.register(problemsPlugin);
  await app.register(sitePlugin, { root });
});
afterAll(async () => {
  await app.close();
  rmSync(root, { recursive: true });
});

const get = (url: string, accept?: string) =>
  app.inject({ url, headers: accept ? { 'accept-encoding': accept } : {} });

describe('the site', () => {
  it.each([
    ['br, gzip', 'br'],
    ['gzip', 'gzip'],
    [undefined, undefined],
  ])('sends to who accepts %s what was compressed so', async (accept, encoding) => {
    const reply = await get('/assets/part-1.js', accept);
    expect(reply.headers['content-encoding']).toBe(encoding);
    expect(reply.headers['content-type']).toMatch('javascript');
    expect(reply.headers['cache-control']).toMatch('immutable');
    if (!encoding) expect(reply.body).toBe(script);
    else expect(reply.rawPayload.length).toBeLessThan(script.length / 10);
  });

  it('sends the page for every address of it, and says of a file that is not there that it is not', async () => {
    for (const url of ['/', '/rigs/mark-2']) {
      const reply = await get(url);
      expect([reply.statusCode, reply.body]).toEqual([200, '<p>page</p>']);
      expect(reply.headers['cache-control']).not.toMatch('immutable');
    }
    expect((await get('/assets/part-2.js')).statusCode).toBe(404);
    expect((await get('/api/nothing')).statusCode).toBe(404);
  });

  it('answers an address that is none without a fault of its own', async () => {
    await app.listen({ host: '127.0.0.1', port: 0 });
    const { port } = app.server.address() as AddressInfo;
    const ask = (path: string) =>
      new Promise<number>((done, fail) => {
        // As it stands: `fetch` would tidy it.
        request({ host: '127.0.0.1', port, path }, (reply) => {
          reply.resume();
          done(reply.statusCode!);
        })
          .on('error', fail)
          .end();
      });
    for (const path of [
      '/../x',
      '//x',
      '/.',
      '/..',
      '/..%2f..%2fx',
      '/%',
      '/%00',
      '/assets/../..',
    ]) {
      const status = await ask(path);
      expect([path, [200, 400, 404].includes(status) ? 'answered' : status]).toEqual([
        path,
        'answered',
      ]);
    }
  });
});
