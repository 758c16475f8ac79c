import { describe, expect, it } from '@jest/globals';
import {
  listOwnMounts,
  mayPack,
  wouldBridge,
  wouldPut,
  type Mount,
  type PartKind,
} from './index.js';

const of = (kind: PartKind) => ({ kind });

describe('where a person would put a part', () => {
  it('a handle on what looks up, and on nothing else', () => {
    const put = (up: number) => wouldPut(of('cage'), of('top-handle'), up);
    expect([put(1), put(0.71), put(0.69), put(-1)]).toEqual([true, true, false, false]);
    // A grip at the side has no such need.
    expect(wouldPut(of('cage'), of('side-grip'), 0)).toBe(true);
  });

  it('a cage round the camera, and onto no plate or shoe of another part', () => {
    expect(wouldPut(of('body'), of('cage'), -1)).toBe(true);
    expect(wouldPut(of('plate'), of('cage'), 1)).toBe(false);
  });

  it('no handle and no cage over an adaptor on the camera itself; a screen may', () => {
    const bridged = (parent: PartKind, child: PartKind) => wouldBridge(of(parent), of(child));
    expect([bridged('body', 'top-handle'), bridged('body', 'cage')]).toEqual([false, false]);
    expect([bridged('body', 'monitor'), bridged('cage', 'top-handle')]).toEqual([true, true]);
    // A device bears no other over a shoe on a screw, but its own battery over a plate.
    expect([bridged('monitor', 'recorder'), bridged('monitor', 'battery')]).toEqual([false, true]);
    // A tripod's plate goes under the camera.
    expect(bridged('body', 'support')).toBe(true);
  });

  it('an arm goes by its base; a part that states no such mount by any', () => {
    const mount = (id: string, carrier?: boolean) => ({ id, carrier }) as Mount;
    const [base, head] = [mount('base', true), mount('head')];
    expect(listOwnMounts({ mounts: [head, base] })).toEqual([base]);
    expect(listOwnMounts({ mounts: [head] })).toEqual([head]);
  });
});

describe('what is packed for a setup', () => {
  it('is what needs no place on it, but for what the kit counts: batteries, media, chargers, lenses', () => {
    const carrier = { id: 'base', carrier: true } as Mount;
    const packed = (kind: PartKind, mounts: readonly Mount[] = [carrier]) =>
      mayPack({ kind, mounts });
    expect([packed('filter'), packed('strap'), packed('other', [])]).toEqual([true, true, true]);
    expect(
      (['battery', 'media', 'charger', 'lens', 'cage'] as const).map((k) => packed(k)),
    ).toEqual([false, false, false, false, false]);
  });
});
