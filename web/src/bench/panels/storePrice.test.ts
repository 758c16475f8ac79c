import { beforeEach, describe, expect, it } from '@jest/globals';
import { startFakeServer, type FakeServer } from '../../testing/server';
import { storePrice } from './storePrice';

let server: FakeServer;
beforeEach(() => {
  server = startFakeServer();
  server.answer('GET /api/parts/p', { revision: 4, part: { id: 'p', name: 'Pad', massG: 30 } });
});
const price = { minor: 1990, currency: 'EUR' };
const asked = () => server.asked.map((a) => a.method);

describe('a price that is typed in a row', () => {
  it('goes onto the part as it is stored now', async () => {
    server.answer('POST /api/parts', { stored: [{ id: 'p', revision: 5 }] });
    expect(await storePrice('p', price)).toBe('Pad');
    expect(server.asked.at(-1)!.body).toEqual({
      parts: [{ revision: 4, part: { id: 'p', name: 'Pad', massG: 30, price } }],
    });
  });

  it('is put on top of what another window stored meanwhile, and given up after three', async () => {
    server.answer('POST /api/parts', { title: 'stale', revision: 5 }, 409);
    await expect(storePrice('p', price)).rejects.toThrow('stale');
    expect(asked()).toEqual(['GET', 'POST', 'GET', 'POST', 'GET', 'POST']);
  });

  it('is not tried again where the server has no room: that is said', async () => {
    server.answer('POST /api/parts', { title: 'T', detail: 'the disk is full' }, 507);
    await expect(storePrice('p', price)).rejects.toThrow('the disk is full');
    expect(asked()).toEqual(['GET', 'POST']);
  });
});
