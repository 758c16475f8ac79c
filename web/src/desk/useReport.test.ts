import { afterEach, beforeEach, describe, expect, it, jest } from '@jest/globals';
import type { Collider, Rig } from '@zucchini/core';
import { effectScope, ref, shallowRef } from 'vue';
import { body, createTestRig, handle, joint } from '../../../core/src/testing/rigs';
import { useReport } from './useReport';

const { rig, parts } = createTestRig([body, handle], [joint('h', 'handle.base', 'body.rail')]);
const apart: Collider = { meet: () => undefined };

// Every look at the clock takes so many ms.
let lookMs = 0;
beforeEach(() => {
  let now = 0;
  jest.spyOn(performance, 'now').mockImplementation(() => (now += lookMs));
});
afterEach(() => {
  jest.restoreAllMocks();
});

const told = () => new Promise<void>((resolve) => queueMicrotask(resolve));

function open() {
  const shown = shallowRef<Rig | undefined>(rig);
  const scope = effectScope();
  const reported = scope.run(() =>
    useReport({
      rig: shown,
      setupId: ref('low'),
      parts: shallowRef(parts),
      library: shallowRef<Collider>(apart),
      isTrial: () => false,
    }),
  )!;
  return { shown, ...reported };
}

describe('the report of the page', () => {
  it('is whole where it is made in time', async () => {
    lookMs = 1;
    const { report, overMs } = open();
    expect(report.value!.fit.solidity).toBeDefined();
    await told();
    expect(overMs.value).toBeUndefined();
  });

  it('that takes too long leaves out what stands where, and tries it no more by itself', async () => {
    lookMs = 1000;
    const { shown, report, overMs, collider } = open();
    expect(report.value!.fit.solidity).toBeUndefined();
    expect(report.value!.assembly.items).toHaveLength(2);
    await told();
    expect([overMs.value, collider.value]).toEqual([2000, undefined]);
    // The next change is not waited for either.
    lookMs = 1;
    shown.value = { ...rig, name: 'Changed' };
    expect(report.value!.fit.solidity).toBeUndefined();
  });

  it('is tried again for another rig, and by hand with more time', async () => {
    lookMs = 50;
    const { shown, report, overMs, measureAll } = open();
    expect(report.value!.fit.solidity).toBeUndefined();
    await told();
    measureAll();
    expect(report.value!.fit.solidity).toBeDefined();
    await told();
    expect(overMs.value).toBeUndefined();
    // Once: the change after it has no more time than any.
    shown.value = { ...rig, name: 'Changed' };
    expect(report.value!.fit.solidity).toBeUndefined();
    await told();
    lookMs = 1;
    shown.value = { ...rig, id: 'other' };
    expect(report.value!.fit.solidity).toBeDefined();
  });
});
