import { describe, expect, it } from '@jest/globals';
import { listUsualFields } from './index.js';

const ahead: [number, number, number] = [1, 0, 0];

describe('what a mount of a kind usually states', () => {
  it('a screw its length, a socket its depth, and both the ring about their thread', () => {
    // Half of 6.35 mm and of 9.525 mm, and a little play.
    expect(listUsualFields('quarter-20', 'screw', ahead)).toMatchObject({
      thread: { lengthMm: 5.5 },
      contact: { innerRadiusMm: 3.3, outerRadiusMm: 9, lining: 'metal' },
    });
    expect(listUsualFields('three-eighths-16', 'socket', ahead)).toMatchObject({
      thread: { depthMm: 8, blind: false },
      contact: { innerRadiusMm: 4.9, outerRadiusMm: 9 },
    });
  });

  it('a rail its length along its reference, a clamp how much of it it takes up', () => {
    const rail = listUsualFields('nato-rail', 'rail', ahead);
    expect(rail.lengthwise).toEqual({ axis: ahead, fromMm: -20, toMm: 20 });
    expect(rail.clampLengthMm).toBeUndefined();
    const clamp = listUsualFields('nato-rail', 'clamp', ahead);
    expect([clamp.clampLengthMm, clamp.lengthwise]).toEqual([24, undefined]);
  });

  it('teeth their phase; and nothing of another kind stays', () => {
    const face = listUsualFields('rosette-m6', 'face', ahead);
    expect(face.toothPhaseDeg).toBe(0);
    expect([face.thread, face.contact, face.lengthwise, face.clampLengthMm]).toEqual(
      Array(4).fill(undefined),
    );
    expect(Object.keys(listUsualFields('magnet', 'face', ahead)).sort()).toEqual(
      Object.keys(face).sort(),
    );
  });
});
