import { afterEach, beforeEach, describe, expect, it } from '@jest/globals';
import { createPinia, setActivePinia } from 'pinia';
import { body, createTestRig, handle, joint } from '../../../../core/src/testing/rigs';
import { useBench } from '../../desk/benchStore';
import { startFakeServer, startStorage } from '../../testing/server';
import { useLimit } from './useLimit';

const { rig, parts } = createTestRig([body, handle], [joint('h', 'handle.base', 'body.rail')], {
  brief: { currency: 'EUR', limits: { carryG: 2000 } },
});
let server: ReturnType<typeof startFakeServer>;
async function open(opened = rig): Promise<void> {
  server.answer('GET /api/rigs/rig', { revision: 1, rig: opened, parts: [...parts.values()] });
  await useBench().open('rig');
}
beforeEach(async () => {
  server = startFakeServer();
  startStorage();
  setActivePinia(createPinia());
  server.answer('GET /api/parts', { parts: [...parts.values()] });
  server.answer('GET /api/kit', { items: [] });
  server.answer('PUT /api/rigs/rig', { revision: 2, savedAt: 'x' });
  await open();
});
afterEach(() => useBench().close());
const limits = () => useBench().rig!.brief.limits;

describe('a limit of the brief', () => {
  it('is set by itself, the others stay', () => {
    const [height, carry] = [useLimit('heightMm'), useLimit('carryG')];
    expect([carry.figure.value, height.figure.value]).toEqual([2000, undefined]);
    expect([carry.unit.value, height.unit.value]).toEqual(['g', 'mm']);
    height.set(300);
    expect(limits()).toEqual({ carryG: 2000, heightMm: 300 });
    carry.set(900);
    expect(limits()).toEqual({ carryG: 900, heightMm: 300 });
    expect(useBench().report!.findings.map((f) => f.code)).toContain('over-carry');
  });

  it('is the setup’s own where that says otherwise: it is shown and changed, and the rig’s stays', async () => {
    useBench().close();
    const setups = rig.setups.map((s) => ({ ...s, brief: { limits: { carryG: 1500 } } }));
    await open({ ...rig, setups });
    const carry = useLimit('carryG');
    expect(carry.figure.value).toBe(1500);
    carry.set(900);
    expect(carry.figure.value).toBe(900);
    expect(limits()).toEqual({ carryG: 2000 });
    expect(useBench().rig!.setups[0]!.brief).toEqual({ limits: { carryG: 900 } });
    // What the setup says nothing of is the rig's.
    useLimit('heightMm').set(300);
    expect(limits()).toEqual({ carryG: 2000, heightMm: 300 });
  });

  it('in a currency without a rate is shown in that currency, and changed in it', async () => {
    useBench().close();
    const spend = { minor: 70_000, currency: 'USD' };
    await open({ ...rig, brief: { ...rig.brief, limits: { spend } } });
    const limit = useLimit('spend');
    expect([limit.figure.value, limit.unit.value]).toEqual([700, 'USD']);
    limit.set(650);
    expect(limits()).toEqual({ spend: { minor: 65_000, currency: 'USD' } });
  });

  it('is taken away, as one step', () => {
    useLimit('carryG').set(undefined);
    expect([limits(), 'carryG' in limits()]).toEqual([{}, false]);
    useBench().stepBack();
    expect(limits()).toEqual({ carryG: 2000 });
  });

  it('of money is typed in whole units, whatever the currency is divided into', async () => {
    const spend = useLimit('spend');
    spend.set(1250.5);
    expect(limits().spend).toEqual({ minor: 125_050, currency: 'EUR' });
    expect([spend.figure.value, spend.unit.value]).toEqual([1250.5, 'EUR']);
    useBench().close();
    await open({ ...rig, brief: { currency: 'JPY', limits: {} } });
    spend.set(90_000);
    expect(limits().spend).toEqual({ minor: 90_000, currency: 'JPY' });
    expect([spend.figure.value, spend.unit.value]).toEqual([90_000, 'JPY']);
    spend.set(undefined);
    expect(limits()).toEqual({});
  });

  it('takes what the brief takes: 1 g to 100 kg, 1 mm to 5 m', () => {
    expect(useLimit('carryG').range).toEqual({ min: 1, max: 100_000 });
    expect(useLimit('heightMm').range).toEqual({ min: 1, max: 5000 });
    expect(useLimit('spend').range).toEqual({ min: 0, max: 1e9 });
  });

  it('stays as it is while no rig is open', () => {
    const carry = useLimit('carryG');
    useBench().close();
    expect(() => carry.set(5)).not.toThrow();
    expect(carry.figure.value).toBeUndefined();
  });
});
