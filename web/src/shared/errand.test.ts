import { describe, expect, it } from '@jest/globals';
import type { PartAsk } from '@zucchini/core';
import { readErrand, readFit, toBench, toWizard } from './errand';

const queryOf = (route: unknown) => (route as { query: Record<string, string> }).query;
const errand = (ask: PartAsk) => ({
  rigId: 'rig-1',
  setupId: 'low',
  ask,
  where: 'top rail of the cage',
  kinds: ['monitor', 'arm'] as const,
});

describe('an errand to the wizard', () => {
  it.each<PartAsk>([
    { kind: 'mount', itemId: 'cage', mountId: 'top-rail' },
    { kind: 'need', need: 'monitor' },
    { kind: 'replace', itemId: 'cage' },
    { kind: 'anywhere' },
  ])('for %j goes there and back in the address', (ask) => {
    const there = queryOf(toWizard(errand(ask)));
    const read = readErrand(there)!;
    expect(read).toEqual({ ...errand(ask), kinds: ['arm', 'monitor'] });
    const back = toBench(read, 'my-arm', there);
    expect(back).toMatchObject({ name: 'bench', params: { id: 'rig-1' } });
    expect(readFit(queryOf(back))).toEqual({ partId: 'my-arm', setupId: 'low', ask });
  });

  it('knows what the part is to be joined to, and leaves out a mount that is none', () => {
    const mount = { kind: 'cell-bay', side: 'body', family: 'Heron, 16 Wh' } as const;
    const ask: PartAsk = { kind: 'mount', itemId: 'heron', mountId: 'cell' };
    const there = queryOf(toWizard({ ...errand(ask), mount }));
    expect(readErrand(there)!.mount).toEqual(mount);
    const sized = { kind: 'front-thread', side: 'female', sizeMm: 67 } as const;
    expect(readErrand(queryOf(toWizard({ ...errand(ask), mount: sized })))!.mount).toEqual(sized);
    expect(readErrand({ ...there, onto: 'sundial' })!.mount).toBeUndefined();
    expect(readErrand({ ...there, size: 'wide' })!.mount).toBeUndefined();
  });

  it('is none without a rig, and a bench without a part has nothing to fit', () => {
    expect(readErrand({ like: 'tern' })).toBeUndefined();
    expect(readFit({ setup: 'low' })).toBeUndefined();
  });

  it('leaves out what an address makes up', () => {
    const read = readErrand({ rig: 'r', need: 'applause', kinds: 'sundial,arm' })!;
    expect([read.ask, read.kinds]).toEqual([{ kind: 'anywhere' }, ['arm']]);
  });
});
