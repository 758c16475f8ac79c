import { beforeAll, describe, expect, it } from '@jest/globals';
import { loadCollider, type Collider } from '../clash/index.js';
import type { Part } from '../part/index.js';
import { measureReport } from '../report/index.js';
import { body, createTestRig, cube, handle, joint, mountAt } from '../testing/rigs.js';
import type { Vec3 } from '../placement/index.js';
import { judgeSlip } from './index.js';

let collider: Collider;
beforeAll(async () => {
  collider = await loadCollider();
});

const held = joint('h', 'handle.base', 'body.rail');
const base = () =>
  mountAt('base', 'quarter-20', 'screw', [0, 0, 0], [0, 0, -1], [1, 0, 0], {
    thread: { lengthMm: 6 },
    fastening: { tool: 'thumb', seconds: 10 },
    carrier: true,
  });

/** A stick on the body's screw that is pushed 80 mm away from it: 2 N·m where 1.56 are held. */
const stick = (more: Partial<Part> = {}): Part => ({
  ...cube('stick', 20, {}, [0, -20, 30]),
  solids: [{ id: 'bar', type: 'box', atMm: [0, -40, 10], sizeMm: [4, 80, 4] }],
  mounts: [base()],
  grips: [{ id: 'end', use: 'adjust', place: 'other', fromMm: [0, -80, 10], toMm: [0, -80, 10] }],
  ...more,
});

/** A post of 4 mm that stands on the body's rail at some place, 20 mm tall. */
const post = (at: Vec3): Part => ({
  ...cube('post', 10),
  solids: [{ id: 'post', type: 'box', atMm: [at[0], at[1], at[2]], sizeMm: [4, 4, 30] }],
  mounts: [
    mountAt('foot', 'cold-shoe', 'foot', [0, 0, 0], [0, 0, -1], [1, 0, 0], {
      clampLengthMm: 8,
      carrier: true,
    }),
  ],
});

const turningOf = (made: ReturnType<typeof createTestRig>) =>
  measureReport(made.rig, 'low', made.parts, { collider }).fit.slips.find((s) => s.jointId === 's');

describe('what a push that turns a joint does', () => {
  const withPost = (at: Vec3) =>
    createTestRig(
      [body, handle, stick(), post(at)],
      [held, joint('s', 'stick.base', 'body.plain'), joint('p', 'post.foot', 'body.shoe')],
    );

  it('hits what stands within the angle of a push, and not what stands beyond it', () => {
    // The shoe is at y = 40. Turned by 30° the far end of the bar comes to 80·sin 30° = 40 mm ahead or behind.
    expect(turningOf(withPost([38, -110, 10]))).toMatchObject({ turning: 'hits' });
    expect(turningOf(withPost([60, -90, 10]))).toMatchObject({ turning: 'nothing' });
    expect(judgeSlip(turningOf(withPost([38, -110, 10]))!).weight).toBe('risk');
    expect(judgeSlip(turningOf(withPost([60, -90, 10]))!).weight).toBe('note');
  });

  it('pulls out a lead that is too short for the turn', () => {
    const port = (id: string, direction: 'in' | 'out', at: Vec3) => ({
      id,
      connector: 'usb-c' as const,
      direction,
      carries: ['data' as const],
      originMm: [...at] as [number, number, number],
      normal: [0, 0, 1] as [number, number, number],
    });
    const leadOf = (lengthMm: number) =>
      createTestRig(
        [
          { ...body, ports: [port('to', 'in', [30, 0, 55])] },
          handle,
          stick({ ports: [port('from', 'out', [0, -80, 12])] }),
          cube('lead', 5, {
            kind: 'cable',
            cable: {
              lengthMm,
              ends: [1, 2].map(() => ({ connector: 'usb-c', bodyMm: 25, bodyRadiusMm: 5 })),
              carries: ['data'],
            } as NonNullable<Part['cable']>,
          }),
        ],
        [held, joint('s', 'stick.base', 'body.plain')],
        {
          setup: {
            cables: [
              {
                id: 'run',
                item: 'lead',
                from: { item: 'stick', port: 'from' },
                to: { item: 'body', port: 'to' },
              },
            ],
          },
        },
      );
    // At rest the ports are 86 mm apart, turned 30° away from each other 98.6 mm.
    expect(turningOf(leadOf(95))).toMatchObject({ turning: 'unplugs' });
    expect(turningOf(leadOf(110))).toMatchObject({ turning: 'nothing' });
  });

  it('aims a monitor, and does nothing to a box', () => {
    const made = (kind: Part['kind']) =>
      createTestRig(
        [body, handle, stick({ kind })],
        [held, joint('s', 'stick.base', 'body.plain')],
      );
    expect(turningOf(made('monitor'))).toMatchObject({ turning: 'aims' });
    expect(turningOf(made('receiver'))).toMatchObject({ turning: 'nothing' });
  });

  it('turns the grip in the hand where a hand holds it', () => {
    const grip = stick({
      kind: 'side-grip',
      grips: [{ id: 'end', use: 'carry', place: 'side', fromMm: [0, -80, 10], toMm: [0, -80, 10] }],
    });
    const camera = {
      ...body,
      grips: [
        {
          id: 'own',
          use: 'carry' as const,
          place: 'side' as const,
          fromMm: [0, 40, 0] as [number, number, number],
          toMm: [0, 40, 0] as [number, number, number],
        },
      ],
    };
    const made = createTestRig([camera, grip], [joint('s', 'stick.base', 'body.plain')], {
      setup: { hold: 'grips', heldBy: [{ item: 'body', grip: 'own' }] },
    });
    expect(turningOf(made)).toMatchObject({ turning: 'grip', handsMomentNm: 2 });
  });

  it('of two joints between a hand and what it aims only the weaker is told', () => {
    const arm: Part = {
      ...cube('arm', 30),
      mounts: [
        base(),
        mountAt('head', 'quarter-20', 'screw', [0, 0, 20], [0, 0, 1], [1, 0, 0], {
          thread: { lengthMm: 6 },
          fastening: { tool: 'coin', seconds: 10 },
        }),
      ],
    };
    const screen = stick({
      kind: 'recorder',
      mounts: [
        mountAt('below', 'quarter-20', 'socket', [0, 0, 0], [0, 0, -1], [1, 0, 0], {
          thread: { depthMm: 8 },
          carrier: true,
        }),
      ],
      // 160 mm: 4 N·m, over what the coin screw holds too (2.6 N·m).
      grips: [
        { id: 'end', use: 'adjust', place: 'other', fromMm: [0, -160, 10], toMm: [0, -160, 10] },
      ],
    });
    const made = createTestRig(
      [body, handle, arm, screen],
      [held, joint('a', 'arm.base', 'body.plain'), joint('s', 'stick.below', 'arm.head')],
    );
    const report = measureReport(made.rig, 'low', made.parts, { collider });
    expect(report.fit.slips.filter((s) => s.handsRatio > 1).map((s) => s.jointId)).toEqual([
      'a',
      's',
    ]);
    expect(report.findings.filter((f) => f.code === 'screw-can-turn').map((f) => f.joints)).toEqual(
      [['a']],
    );
  });
});
