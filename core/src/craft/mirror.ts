import type { KeepClear, Mount, Movement, Part } from '../part/index.js';
import type { Solid } from '../solid/index.js';

type Triple = [number, number, number];
const flip = ([x, y, z]: readonly [number, number, number]): Triple => [x, -y, z];
/** Turning senses are the other way round in a mirror. */
const flipAxis = (v: readonly [number, number, number]): Triple => {
  const [x, y, z] = flip(v);
  return [-x, -y, -z];
};

const otherHand = { either: 'either', left: 'right', right: 'left' } as const;
const flipRange = ([low, high]: readonly [number, number]): [number, number] => [0 - high, 0 - low];

function mirrorSolid(solid: Solid): Solid {
  const next = {
    ...solid,
    atMm: flip(solid.atMm),
    ...(solid.axis ? { axis: flip(solid.axis) } : {}),
    ...(solid.reference ? { reference: flip(solid.reference) } : {}),
  };
  return next.type === 'prism'
    ? { ...next, outlineMm: next.outlineMm.map(([x, y]): [number, number] => [x, -y]).reverse() }
    : next;
}

function mirrorMount(mount: Mount): Mount {
  return {
    ...mount,
    originMm: flip(mount.originMm),
    normal: flip(mount.normal),
    reference: flip(mount.reference),
    ...(mount.turnsDeg ? { turnsDeg: mount.turnsDeg.map((deg) => (deg === 0 ? 0 : -deg)) } : {}),
    // Teeth are counted the other way round; a phase lies within one step of 6°.
    ...(mount.toothPhaseDeg === undefined ? {} : { toothPhaseDeg: (6 - mount.toothPhaseDeg) % 6 }),
    ...(mount.lengthwise
      ? { lengthwise: { ...mount.lengthwise, axis: flip(mount.lengthwise.axis) } }
      : {}),
    ...(mount.fastening?.access
      ? {
          fastening: {
            ...mount.fastening,
            access: {
              atMm: flip(mount.fastening.access.atMm),
              direction: flip(mount.fastening.access.direction),
            },
          },
        }
      : {}),
  };
}

function mirrorSpace(space: KeepClear): KeepClear {
  const { shape } = space;
  const atMm = flip(shape.atMm);
  switch (shape.type) {
    case 'box':
      return { ...space, shape: { ...shape, atMm } };
    case 'cylinder':
      return { ...space, shape: { ...shape, atMm, axis: flip(shape.axis) } };
    case 'sector':
      return {
        ...space,
        shape: { ...shape, atMm, hinge: flipAxis(shape.hinge), shut: flip(shape.shut) },
      };
  }
}

function mirrorMovement(movement: Movement): Movement {
  return {
    ...movement,
    originMm: flip(movement.originMm),
    axis: movement.type === 'turn' ? flipAxis(movement.axis) : flip(movement.axis),
  };
}

/**
 * The same part as a mirror shows it: left and right change places. Names keep their words; a thread does
 * not turn left-handed, since mounts are frames and not threads.
 */
export function mirrorPart(part: Part): Part {
  return {
    ...part,
    solids: part.solids.map(mirrorSolid),
    mounts: part.mounts.map(mirrorMount),
    ...(part.keepClear ? { keepClear: part.keepClear.map(mirrorSpace) } : {}),
    ...(part.movements ? { movements: part.movements.map(mirrorMovement) } : {}),
    ...(part.ports
      ? {
          ports: part.ports.map((p) => ({
            ...p,
            originMm: flip(p.originMm),
            normal: flip(p.normal),
            ...(p.reference ? { reference: flip(p.reference) } : {}),
          })),
        }
      : {}),
    ...(part.grips
      ? {
          grips: part.grips.map((g) => ({
            ...g,
            fromMm: flip(g.fromMm),
            toMm: flip(g.toMm),
            ...(g.hand ? { hand: otherHand[g.hand] } : {}),
          })),
        }
      : {}),
    ...(part.screens
      ? {
          screens: part.screens.map((s) => ({
            ...s,
            atMm: flip(s.atMm),
            normal: flip(s.normal),
          })),
        }
      : {}),
    ...(part.controls
      ? { controls: part.controls.map((c) => ({ ...c, atMm: flip(c.atMm) })) }
      : {}),
    ...(part.gimbal?.leftMm
      ? { gimbal: { ...part.gimbal, leftMm: flipRange(part.gimbal.leftMm) } }
      : {}),
    ...(part.opticalAxis
      ? {
          opticalAxis: {
            atMm: flip(part.opticalAxis.atMm),
            direction: flip(part.opticalAxis.direction),
          },
        }
      : {}),
  };
}
