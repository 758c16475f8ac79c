import { afterEach, beforeEach, describe, expect, it } from '@jest/globals';
import { createPinia, setActivePinia } from 'pinia';
import { body, createTestRig, handle, joint } from '../../../../core/src/testing/rigs';
import { useBench } from '../../desk/benchStore';
import { startFakeServer, startStorage } from '../../testing/server';
import { useLimits } from './useLimits';

const { rig, parts } = createTestRig([body, handle], [joint('h', 'handle.base', 'body.rail')], {
  brief: { currency: 'EUR', limits: { carryG: 2000 } },
});
beforeEach(async () => {
  const server = startFakeServer();
  startStorage();
  setActivePinia(createPinia());
  server.answer('GET /api/rigs/rig', { revision: 1, rig, parts: [...parts.values()] });
  server.answer('GET /api/parts', { parts: [...parts.values()] });
  server.answer('GET /api/kit', { items: [] });
  server.answer('PUT /api/rigs/rig', { revision: 2, savedAt: 'x' });
  await useBench().open('rig');
});
afterEach(() => useBench().close());

describe('the limits of the brief', () => {
  it('are set one by one, the others stay', () => {
    const { limits, setLimit } = useLimits();
    expect(limits.value).toEqual({ carryG: 2000 });
    setLimit('heightMm', 300);
    expect(limits.value).toEqual({ carryG: 2000, heightMm: 300 });
    setLimit('carryG', 900);
    expect(limits.value).toEqual({ carryG: 900, heightMm: 300 });
    expect(useBench().report!.findings.map((f) => f.code)).toContain('over-carry');
  });

  it('are taken away, as one step', () => {
    const { limits, setLimit } = useLimits();
    setLimit('carryG', undefined);
    expect([limits.value, 'carryG' in limits.value]).toEqual([{}, false]);
    useBench().stepBack();
    expect(limits.value).toEqual({ carryG: 2000 });
  });

  it('stay as they are while no rig is open', () => {
    const { setLimit } = useLimits();
    useBench().close();
    expect(() => setLimit('carryG', 5)).not.toThrow();
  });
});
