import { beforeAll, describe, expect, it } from '@jest/globals';
import { createBudget, loadCollider, OverBudget, type Collider } from '../clash/index.js';
import { readRigFile } from '../rig/index.js';
import { worstRigs } from '../testing/worst.js';
import { measureReport } from './report.js';
import { measureWithin } from './within.js';

let collider: Collider;
beforeAll(async () => {
  collider = await loadCollider();
});

/** A clock that goes on by one at every look. */
const createClock = () => {
  let at = 0;
  return () => (at += 1);
};

function open(name: string) {
  const outcome = readRigFile(JSON.parse(JSON.stringify(worstRigs[name]!())));
  if (outcome.state !== 'read') throw new Error(JSON.stringify(outcome.issues[0]));
  return { rig: outcome.file.rig, parts: outcome.parts };
}

describe('a budget', () => {
  it('lets its last moment pass and ends the next', () => {
    const clock = createClock();
    const budget = createBudget(2, clock);
    budget.check();
    budget.check();
    expect(() => budget.check()).toThrow(OverBudget);
    budget.renew();
    budget.check();
  });
});

describe('a report with a limit of time', () => {
  const { rig, parts } = open('100 leads of 5 m');

  it('is the whole report where it is made in time', () => {
    const bounded = measureWithin(rig, 'one', parts, { collider }, 1e9, createClock());
    expect(bounded.overMs).toBeUndefined();
    const plain = measureReport(rig, 'one', parts, { collider });
    expect(bounded.report.findings).toEqual(plain.findings);
  });

  it('is otherwise that without what stands where, and says which limit it went over', () => {
    const bounded = measureWithin(rig, 'one', parts, { collider }, 50, createClock());
    expect(bounded.overMs).toBe(50);
    const less = measureReport(rig, 'one', parts, { oneLens: true });
    expect(bounded.report.findings).toEqual(less.findings);
    expect(bounded.report.findings.length).toBeGreaterThan(0);
  });

  it('hides no fault of ours', () => {
    const broken: Collider = {
      meet: () => {
        throw new Error('fault');
      },
    };
    const run = () => measureWithin(rig, 'one', parts, { collider: broken }, 1e9, createClock());
    expect(run).toThrow('fault');
  });
});

describe('the worst that a file may hold', () => {
  it.each(Object.keys(worstRigs))('%s is answered within its time', (name) => {
    const { rig, parts } = open(name);
    // Of the processor, not of the clock on the wall: how busy the machine is otherwise is no concern of this.
    const spentMs = () => process.cpuUsage().user / 1000;
    const began = spentMs();
    const { report } = measureWithin(rig, 'one', parts, { collider }, 300, spentMs);
    // What is left without what stands where, with room for a slow machine; the slowest took over 90 s.
    expect(spentMs() - began).toBeLessThan(10_000);
    expect(report.assembly.items.length).toBeGreaterThan(1);
  });
});
