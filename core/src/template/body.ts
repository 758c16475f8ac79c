import { z } from 'zod';
import { InputEffect, LocalId, Name, type KeepClear, type Part } from '../part/index.js';
import { LengthMm, type Solid } from '../solid/index.js';
import { along, box, mount, rod, socket, type Triple } from './pieces.js';
import type { Made } from './made.js';
import { readSaidList } from './said-list.js';
import { listScreenAids, screenAids } from './screen-tools.js';

/** What a shop page states about a camera body, in mm. */
export const BodyFigures = z.strictObject({
  widthMm: LengthMm,
  heightMm: LengthMm,
  depthMm: LengthMm,
  /** Height of the optical axis above the underside. */
  axisHeightMm: LengthMm,
  /** From the optical axis to the left side. */
  axisFromLeftMm: LengthMm,
  gripDepthMm: z.number().min(0).max(200),
  humpHeightMm: z.number().min(0).max(200),
  mountFamily: Name,
  mountRadiusMm: LengthMm,
  cellFamily: Name,
  /** The key that made-to-measure cages take. */
  key: LocalId,
  hdmi: z.enum(['hdmi-a', 'hdmi-c', 'hdmi-d', 'none']),
  /** Sockets that nearly every body has; there where nobody says otherwise. */
  usbC: z.boolean().optional(),
  /** What power at its USB-C does while it is on, and the level below which it takes none, W. */
  usbDoes: InputEffect.or(z.literal('nothing')).optional(),
  usbLeastW: z.number().positive().max(240).optional(),
  micIn: z.boolean().optional(),
  phonesOut: z.boolean().optional(),
  screen: z.enum(['side', 'tilt', 'fixed', 'none']),
  /** Brightness of that screen, cd/m². */
  screenNits: z.number().positive().max(100_000).optional(),
  ...screenAids,
  /** Its microphone socket runs a microphone. */
  plugIn: z.boolean().optional(),
  shoeBearsG: z.number().positive().max(10_000).optional(),
  /** Width and height of the picture area. */
  sensorMm: z.tuple([LengthMm, LengthMm]).optional(),
  /** From the lens mount's face to the sensor. */
  flangeMm: LengthMm.optional(),
  /** How long its battery is: so deep is the compartment. */
  bayMm: LengthMm.optional(),
  /** It has no compartment for a battery: it runs from outside. */
  noBay: z.boolean().optional(),
  /** Where the cards go in: at the hand's side, or beside the battery, behind its door. */
  cards: z.enum(['side', 'with-battery']).optional(),
  /** Sockets at its back; at its left side where absent. */
  socketsBehind: z.boolean().optional(),
  /** A flap hangs over the sockets of its left side. */
  portFlap: z.boolean().optional(),
  /** Formats of the picture that it gives, and of what it plays back, each list with commas. */
  formats: z.string().max(1000).optional(),
  playbackFormats: z.string().max(1000).optional(),
  /** What the lens mount is stated to bear. */
  lensMountNm: z.number().positive().max(100).optional(),
  /** Which edge the cell's door turns about: the one towards the lens, or the one at the hand's side. */
  doorHinge: z.enum(['lens', 'side']).optional(),
  doorLeafMm: LengthMm.optional(),
  doorOpensDeg: z.number().positive().max(270).optional(),
});
export type BodyFigures = z.infer<typeof BodyFigures>;

/** From the flange back to the front face: the lens mount stands proud by this much (estimate). */
const mountProudMm = 4;

/** Where the faces of a body are in the rig's frame: origin on the axis at the flange. */
export function measureBodyFaces(f: BodyFigures) {
  const front = -mountProudMm;
  return {
    front,
    back: front - f.depthMm,
    left: f.axisFromLeftMm,
    right: f.axisFromLeftMm - f.widthMm,
    bottom: -f.axisHeightMm,
    shoulder: f.heightMm - f.humpHeightMm - f.axisHeightMm,
    top: f.heightMm - f.axisHeightMm,
    socketX: front - f.depthMm * 0.4,
  };
}

/** Where the sockets of a body are: along the left side, and how high each is. */
export function measureBodyPorts(f: BodyFigures) {
  const at = measureBodyFaces(f);
  // Where the usual heights do not fit on the side, they are drawn together to fit.
  const [lowest, highest] = [at.bottom + 6, at.shoulder - 5];
  const fits = lowest <= -18 && highest >= 16;
  const onSide = (z: number) => (fits ? z : lowest + ((z + 18) / 34) * (highest - lowest));
  return {
    // Clear of the uprights of a cage, a centimetre from each edge of the left side.
    xMm: at.back + f.depthMm * 0.48,
    zMm: { hdmi: onSide(-4), usb: onSide(-18), mic: onSide(16), phones: onSide(8) },
  };
}

/** How wide the hand grip of a body is, and so where its cell lies. */
const measureGripWidth = (f: BodyFigures) => Math.min(38, f.widthMm * 0.3);

/** How wide a door in the underside is, along its hinge: about an edge at the lens, or at the hand's side. */
const doorWideMm = { lens: 30, side: 28 };
const measureLeaf = (f: BodyFigures) => f.doorLeafMm ?? Math.min(34, f.depthMm - 8);

/** Half of how deep a cell is that goes into such a body, with a little room (estimate). */
const halfCellMm = 20.5;

/** Room that a compartment leaves over its battery, in mm (estimate). */
const bayPlayMm = 2;
/** How far the flap over the sockets of the side reaches from its hinge, in mm (estimate). */
const flapMm = 18;
/** From the left side to sockets at the back, in mm (estimate). */
const behindMm = 12;

/** How far ahead the way of the cell and its door reach in the underside, in the rig's frame. */
export function measureCellFront(f: BodyFigures): number {
  const { back } = measureBodyFaces(f);
  if (f.noBay) return -Infinity;
  const middle = back + f.depthMm / 2;
  const door =
    f.doorHinge === 'side' ? middle - 4 + doorWideMm.side / 2 : back + 4 + measureLeaf(f);
  return Math.max(door, middle + halfCellMm);
}

/** Where the left strap lug of a body is, in the rig's frame. */
export function measureBodyLug(f: BodyFigures): Triple {
  const at = measureBodyFaces(f);
  return [at.front - 12, at.left, at.shoulder - 10];
}

/** Where the middle of a body's shoe is, in the rig's frame. */
export function measureBodyShoe(f: BodyFigures): Triple {
  const at = measureBodyFaces(f);
  return [at.back + f.depthMm * 0.45, 0, f.humpHeightMm >= leastHumpMm ? at.top : at.shoulder];
}

/** A hump lower than this is no finder: the top is then drawn flat. */
const leastHumpMm = 8;

/** A mirrorless or box body: shell, hand grip, finder hump, screen, dials, its sockets and its doors. */
export function createBody(f: BodyFigures): Made {
  const at = measureBodyFaces(f);
  const gripWidth = measureGripWidth(f);
  const gripTop = at.shoulder - 3;
  const hasHump = f.humpHeightMm >= leastHumpMm;
  const solids: Solid[] = [
    box('shell', [at.back, at.right, at.bottom], [at.front, at.left, at.shoulder], 'plastic', 9),
    rod('mount-ring', [at.front, 0, 0], [0, 0, 0], f.mountRadiusMm, 'metal'),
  ];
  const mounts: Part['mounts'] = [
    {
      ...socket('bottom', 'quarter-20', [at.socketX, 0, at.bottom], [0, 0, -1], [1, 0, 0], {
        depthMm: 5.5,
        blind: true,
        name: 'tripod socket',
      }),
      keys: [f.key],
    },
    mount('lens', 'lens-mount', 'body', [0, 0, 0], [1, 0, 0], [0, 0, 1], {
      family: f.mountFamily,
      ...(f.flangeMm ? { flangeMm: f.flangeMm } : {}),
      ...(f.lensMountNm ? { bears: { momentNm: f.lensMountNm } } : {}),
    }),
    mount('lug-left', 'strap-lug', 'lug', measureBodyLug(f), [0, 1, 0], [0, 0, 1]),
    mount(
      'lug-right',
      'strap-lug',
      'lug',
      [at.front - 12, at.right, at.shoulder - 10],
      [0, -1, 0],
      [0, 0, 1],
    ),
  ];
  const keepClear: z.infer<typeof KeepClear>[] = [];
  const movements: NonNullable<Part['movements']> = [];
  const poses: NonNullable<Part['poses']> = [];
  const grips: NonNullable<Part['grips']> = [];
  const controls: NonNullable<Part['controls']> = [];
  const screens: NonNullable<Part['screens']> = [];
  const gripMiddle = at.right + gripWidth / 2;
  if (f.gripDepthMm > 0) {
    const gripFront = at.front + f.gripDepthMm;
    solids.push(
      box(
        'grip',
        [at.front, at.right, at.bottom],
        [gripFront, at.right + gripWidth, gripTop],
        'rubber',
        12,
      ),
      rod(
        'record',
        [at.front + 4, gripMiddle, gripTop],
        [at.front + 4, gripMiddle, gripTop + 3],
        5,
        'metal',
      ),
    );
    controls.push({
      id: 'rec',
      name: 'record button',
      use: 'record',
      atMm: [at.front + 4, gripMiddle, gripTop + 3],
      sizeMm: 10,
    });
    grips.push({
      id: 'hand',
      name: 'hand grip of the body',
      use: 'carry',
      place: 'side',
      fromMm: [at.front + f.gripDepthMm / 2, gripMiddle, at.bottom + 8],
      toMm: [at.front + f.gripDepthMm / 2, gripMiddle, gripTop - 8],
      radiusMm: 18,
      hand: 'right',
      open: 'none',
    });
    keepClear.push({
      id: 'record-room',
      purpose: 'record-button',
      shape: {
        type: 'cylinder',
        atMm: [at.front + 4, gripMiddle, gripTop + 12],
        axis: [0, 0, 1],
        radiusMm: 9,
        lengthMm: 18,
      },
    });
  }
  const bayMm = f.bayMm === undefined ? Math.min(48, f.heightMm * 0.65) : f.bayMm + bayPlayMm;
  const hasBay = f.noBay !== true;
  if (hasBay)
    mounts.push(
      mount(
        'cell',
        'cell-bay',
        'body',
        [at.back + f.depthMm / 2, gripMiddle, at.bottom + bayMm],
        [0, 0, -1],
        [1, 0, 0],
        {
          family: f.cellFamily,
        },
      ),
    );
  if (hasBay)
    keepClear.push({
      id: 'cell-door',
      purpose: 'battery-door',
      // The leaf lies in the underside and swings down, about its edge at the lens or at the hand's side.
      shape:
        f.doorHinge === 'side'
          ? {
              type: 'sector',
              atMm: [at.back + f.depthMm / 2 - 4, at.right + 2, at.bottom],
              hinge: [-1, 0, 0],
              shut: [0, 1, 0],
              sweepDeg: f.doorOpensDeg ?? 110,
              radiusMm: measureLeaf(f),
              widthMm: doorWideMm.side,
            }
          : {
              type: 'sector',
              atMm: [at.back + 4, gripMiddle, at.bottom],
              hinge: [0, 1, 0],
              shut: [1, 0, 0],
              sweepDeg: f.doorOpensDeg ?? 110,
              radiusMm: measureLeaf(f),
              widthMm: doorWideMm.lens,
            },
    });
  if (f.portFlap && !f.socketsBehind) {
    const { xMm, zMm } = measureBodyPorts(f);
    const heights = Object.values(zMm);
    const [low, high] = [Math.min(...heights), Math.max(...heights)];
    // It hangs at the edge towards the lens and swings out to the front, as far as the bars of a cage leave the sockets free.
    keepClear.push({
      id: 'port-flap',
      purpose: 'port-door',
      shape: {
        type: 'sector',
        atMm: [xMm + flapMm / 2, at.left, (low + high) / 2],
        hinge: [0, 0, -1],
        shut: [-1, 0, 0],
        sweepDeg: 100,
        radiusMm: flapMm,
        widthMm: high - low + 8,
      },
    });
  }
  if (f.cards !== 'with-battery')
    keepClear.push({
      id: 'card-door',
      purpose: 'card-door',
      shape: {
        type: 'sector',
        atMm: [at.back + 6, at.right, (at.bottom + at.shoulder) / 2],
        hinge: [0, 0, 1],
        shut: [1, 0, 0],
        sweepDeg: 100,
        radiusMm: 28,
        widthMm: 44,
      },
    });
  if (hasHump) {
    solids.push(
      box(
        'hump',
        // Between the dials at the right and the edge at the left.
        [at.back - 2, Math.max(-24, at.right + gripWidth * 0.9 + 9), at.shoulder],
        [at.front - 6, Math.min(24, at.left - 2), at.top - 3],
        'plastic',
        8,
      ),
      box(
        'eyepiece',
        [at.back - 14, -17, at.shoulder - 2],
        [at.back - 2, 17, at.top - 8],
        'rubber',
        5,
      ),
    );
  }
  const [shoeX, , shoeZ] = measureBodyShoe(f);
  if (hasHump) {
    solids.push(box('shoe-block', [shoeX - 9, -10, shoeZ - 3], [shoeX + 9, 10, shoeZ], 'metal'));
  }
  mounts.push(
    mount('shoe', 'hot-shoe', 'shoe', [shoeX, 0, shoeZ], [0, 0, 1], [1, 0, 0], {
      lengthwise: along([1, 0, 0], 18),
      ...(f.shoeBearsG ? { bears: { massG: f.shoeBearsG } } : {}),
    }),
  );
  const dialY = at.right + gripWidth * 0.9;
  const wheelY = dialY - 20;
  // On a flat top the dials are sunk, so that a cage goes over them.
  const dialMm = hasHump ? 6 : 0.8;
  solids.push(
    rod(
      'dial',
      [at.back + 16, dialY, at.shoulder],
      [at.back + 16, dialY, at.shoulder + dialMm],
      8,
      'metal',
    ),
  );
  // A narrow top has no room for a second one beside it.
  if (wheelY >= at.right + 8) {
    solids.push(
      rod(
        'wheel',
        [at.back + 14, wheelY, at.shoulder],
        [at.back + 14, wheelY, at.shoulder + Math.min(4, dialMm)],
        7,
        'metal',
      ),
    );
  }
  controls.push({
    id: 'dial-control',
    name: 'dial',
    use: 'dials',
    atMm: [at.back + 16, dialY, at.shoulder + dialMm],
    sizeMm: 16,
  });
  if (hasHump) {
    keepClear.push({
      id: 'eye-room',
      purpose: 'eyepiece',
      shape: {
        type: 'box',
        atMm: [at.back - 30, 0, (at.shoulder + at.top) / 2 - 5],
        sizeMm: [28, 34, 20],
      },
    });
  }
  if (f.screen !== 'none') {
    const hinge: Triple = [at.back - 1, at.left - 6, (at.bottom + at.shoulder) / 2 - 4];
    const width = Math.min(76, f.widthMm - gripWidth - 14);
    const half = Math.min(27, (at.shoulder - at.bottom) / 2 - 6);
    solids.push(
      box(
        'screen',
        [at.back - 5, hinge[1] - width, hinge[2] - half],
        [at.back, hinge[1], hinge[2] + half],
        'screen',
        3,
      ),
    );
    screens.push({
      id: 'rear-picture',
      name: 'rear screen',
      atMm: [at.back - 5, hinge[1] - width / 2, hinge[2]],
      normal: [-1, 0, 0],
      diagonalMm: Math.round(Math.hypot(width, 2 * half)),
      ...(f.screenNits ? { nits: f.screenNits } : {}),
      ...listScreenAids(f),
    });
    const carried = ['screen', 'rear-picture'];
    if (f.screen === 'tilt') {
      // Pulled out at its lower edge, it leans back until it lies flat.
      movements.push({
        id: 'tilt',
        name: 'screen tilted up',
        type: 'turn',
        originMm: [at.back - 5, hinge[1] - width / 2, hinge[2] + half],
        axis: [0, 1, 0],
        from: 0,
        to: 90,
        rest: 0,
        carries: carried,
      });
      poses.push(
        { id: 'shut', name: 'screen flat', at: { tilt: 0 } },
        { id: 'up', name: 'screen tilted up', at: { tilt: 60 } },
      );
    }
    if (f.screen === 'side') {
      movements.push(
        {
          id: 'swing',
          name: 'screen swung out',
          type: 'turn',
          originMm: hinge,
          axis: [0, 0, -1],
          from: 0,
          to: 180,
          rest: 0,
          carries: carried,
        },
        {
          // About its own arm: swung out it looks ahead, turned over it looks back at the operator.
          id: 'tilt',
          name: 'screen turned on its arm',
          type: 'turn',
          originMm: [at.back - 2.5, hinge[1], hinge[2]],
          axis: [0, 1, 0],
          from: 0,
          to: 270,
          rest: 0,
          carries: carried,
          after: 'swing',
        },
      );
      poses.push(
        { id: 'shut', name: 'screen shut', at: { swing: 0, tilt: 0 } },
        { id: 'out', name: 'screen out', at: { swing: 180, tilt: 180 } },
        { id: 'up', name: 'screen out, tilted up', at: { swing: 180, tilt: 120 } },
        { id: 'ahead', name: 'screen facing forward', at: { swing: 180, tilt: 0 } },
      );
      keepClear.push({
        id: 'screen-swing',
        purpose: 'screen-swing',
        shape: {
          type: 'sector',
          atMm: hinge,
          hinge: [0, 0, -1],
          shut: [0, -1, 0],
          sweepDeg: 180,
          radiusMm: width,
          widthMm: 2 * half,
        },
      });
    }
  }
  const sockets = measureBodyPorts(f);
  const port = <C extends string>(id: keyof typeof sockets.zMm, connector: C) => ({
    id,
    connector,
    ...(f.socketsBehind
      ? {
          originMm: [at.back, at.left - behindMm, sockets.zMm[id]] as Triple,
          normal: [-1, 0, 0] as Triple,
        }
      : {
          originMm: [sockets.xMm, at.left, sockets.zMm[id]] as Triple,
          normal: [0, 1, 0] as Triple,
        }),
  });
  const formats = readSaidList(f.formats);
  const playbackFormats = readSaidList(f.playbackFormats);
  const ports: NonNullable<Part['ports']> = [];
  if (f.hdmi !== 'none') {
    const wear = f.hdmi === 'hdmi-d' ? 'fragile' : 'ordinary';
    ports.push({
      ...port('hdmi', f.hdmi),
      direction: 'out',
      carries: ['video', 'audio'],
      wear,
      ...(formats ? { formats } : {}),
      ...(playbackFormats ? { playbackFormats } : {}),
    });
  }
  if (f.usbC !== false) {
    // Over USB-C the two ends agree on a voltage; the standard ends at 20 V for all but the largest.
    const does = f.usbDoes === 'nothing' ? undefined : f.usbDoes;
    const power = f.usbDoes !== 'nothing' &&
      (does ?? f.usbLeastW) !== undefined && {
        minV: 5,
        maxV: 20,
        ...(does ? { effect: does } : {}),
        ...(f.usbLeastW ? { leastW: f.usbLeastW } : {}),
      };
    ports.push({
      ...port('usb', 'usb-c'),
      direction: 'both',
      carries: f.usbDoes === 'nothing' ? ['data'] : ['power', 'data'],
      ...(power ? { power } : {}),
    });
  }
  if (f.micIn !== false) {
    ports.push({
      ...port('mic', 'jack-3.5'),
      direction: 'in',
      carries: ['audio'],
      sound: {
        channels: 2,
        ...(f.plugIn === undefined ? {} : { powers: f.plugIn ? ['plug-in'] : [] }),
      },
    });
  }
  if (f.phonesOut !== false) {
    ports.push({ ...port('phones', 'jack-3.5'), direction: 'out', carries: ['audio'] });
  }
  return {
    solids,
    mounts,
    keepClear,
    movements,
    poses,
    grips,
    screens,
    controls,
    ports,
  };
}
