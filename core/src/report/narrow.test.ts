import { describe, expect, it } from '@jest/globals';
import type { Part, PartBook } from '../part/index.js';
import { createPartBook } from '../rig/index.js';
import { listAsked, judgeCandidates, type AskContext } from './candidates.js';
import { narrowAsked } from './narrow.js';
import { measureReport } from './report.js';
import { body, createTestRig, cube, mountAt } from '../testing/rigs.js';

let made = 0;
const makeId = () => `new-${(made += 1)}`;
const screw = (id: string, kind: Part['kind'], euros: number, fits: boolean): Part =>
  cube(id, 10, {
    kind,
    name: `${id} élan`,
    price: { minor: euros * 100, currency: 'EUR' },
    mounts: [
      mountAt(
        'base',
        fits ? 'quarter-20' : 'cold-shoe',
        fits ? 'screw' : 'foot',
        [0, 0, 0],
        [0, 0, -1],
        [1, 0, 0],
        {
          thread: { lengthMm: 5 },
        },
      ),
    ],
  });
const many = (count: number, of: (i: number) => Part): PartBook =>
  createPartBook([body, ...Array.from({ length: count }, (_, i) => of(i))]);

function askAll(catalogue: PartBook, words?: string) {
  const { rig } = createTestRig([body], []);
  const report = measureReport(rig, rig.setups[0]!.id, catalogue);
  const context: AskContext = { report, parts: catalogue, makeId };
  const ask = { kind: 'mount', itemId: 'body', mountId: 'plain' } as const;
  const asked = listAsked(report, [], catalogue, makeId, ask);
  return { context, ask, asked, ...narrowAsked(context, ask, asked, words) };
}

describe('what is asked', () => {
  it('is all judged while it is few', () => {
    const few = askAll(many(200, (i) => screw(`p-${i}`, 'arm', i + 1, i % 2 === 0)));
    expect([few.chosen.length, few.held]).toEqual([200, 0]);
    const more = askAll(many(201, (i) => screw(`p-${i}`, 'arm', i + 1, i % 2 === 0)));
    expect(more.chosen.length + more.held).toBe(201);
    expect(more.held).toBeGreaterThan(0);
  });

  it('is narrowed to the cheapest of each kind in turn, most of them such as go there', () => {
    const kinds = ['arm', 'monitor', 'microphone'] as const;
    const { chosen, held } = askAll(
      // Arms are cheap and many; monitors and microphones are dear.
      many(900, (i) =>
        screw(`p-${i}`, kinds[Math.max(0, (i % 12) - 9)]!, i % 12 < 10 ? 5 : 500, i % 5 > 0),
      ),
    );
    expect(chosen.length + held).toBe(900);
    const first = chosen.slice(0, 3).map((one) => one.part.kind);
    expect(new Set(first)).toEqual(new Set(kinds));
    expect(chosen.slice(0, 60).every((one) => one.part.mounts[0]!.kind === 'quarter-20')).toBe(
      true,
    );
  });

  it('is found by words among all, whatever their case and accents', () => {
    const { chosen, held } = askAll(
      many(900, (i) => screw(`p-${i}`, 'arm', i + 1, true)),
      'ELAN p-877',
    );
    expect([chosen.map((one) => one.part.id), held]).toEqual([['p-877'], 0]);
  });

  it('that waits is never better placed than what is judged: the cheapest arm is judged', () => {
    const { chosen, asked, context, ask } = askAll(
      many(900, (i) => screw(`p-${i}`, 'arm', 1000 - i, true)),
    );
    const dearest = Math.max(...chosen.slice(0, 60).map((one) => one.part.price!.minor));
    const waiting = asked.filter((one) => !chosen.includes(one));
    expect(Math.min(...waiting.map((one) => one.part.price!.minor))).toBeGreaterThanOrEqual(
      dearest,
    );
    const judged = [...judgeCandidates(context, ask, chosen.slice(0, 3))];
    expect(judged.map((c) => c.state)).toEqual(['fits', 'fits', 'fits']);
  });
});
