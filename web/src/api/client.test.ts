import { beforeEach, describe, expect, it } from '@jest/globals';
import { startFakeServer, type FakeServer } from '../testing/server';
import { api, ApiError } from './client';

let server: FakeServer;
beforeEach(() => {
  server = startFakeServer();
});

describe('the client', () => {
  it('unwraps lists, and sends bodies as JSON', async () => {
    server.answer('GET /api/rigs', { rigs: [{ id: 'a' }] });
    server.answer('GET /api/kit', { items: [{ id: 'i' }] });
    server.answer('POST /api/parts', { stored: [{ id: 'p', revision: 2 }] });
    expect(await api.listRigs()).toEqual([{ id: 'a' }]);
    expect(await api.listKit()).toEqual([{ id: 'i' }]);
    expect(await api.storeParts([])).toEqual([{ id: 'p', revision: 2 }]);
    expect(server.asked.map((a) => [a.method, a.path, a.body])).toEqual([
      ['GET', '/api/rigs', undefined],
      ['GET', '/api/kit', undefined],
      ['POST', '/api/parts', { parts: [] }],
    ]);
  });

  it('names ids so that any of them is one piece of the address', async () => {
    server.answer('GET /api/parts/a%2Fb', { revision: 1 });
    expect(await api.findPart('a/b')).toEqual({ revision: 1 });
    expect(api.fileUrl('x y')).toBe('/api/rigs/x%20y/file');
  });

  it('takes no answer for an answer without content', async () => {
    server.answer('DELETE /api/rigs/a', null, 204);
    expect(await api.deleteRig('a')).toBeUndefined();
  });

  it('throws what the server says, with places and revision', async () => {
    const issues = [{ path: 'rig.name', message: 'is empty' }];
    server.answer('GET /api/rigs/a', { title: 'T', detail: 'D', issues, revision: 7 }, 409);
    const error: ApiError = await api.findRig('a').catch((e) => e);
    expect(error).toBeInstanceOf(ApiError);
    expect([error.status, error.message, error.issues, error.revision]).toEqual([
      409,
      'D',
      issues,
      7,
    ]);
    server.answer('GET /api/rigs/a', { title: 'T' }, 500);
    await expect(api.findRig('a')).rejects.toThrow('T');
    server.answer('GET /api/rigs/a', {}, 502);
    await expect(api.findRig('a')).rejects.toThrow('The server answers 502.');
  });

  it('says that the server is away, as status 0', async () => {
    server.away(true);
    const error: ApiError = await api.listRigs().catch((e) => e);
    expect([error.status, error.issues]).toEqual([0, []]);
    expect(error.message).toContain('does not answer');
  });
});
