import {
  densities,
  type Effort,
  type Hang,
  type Properties,
  type Steadiness,
  type Weighed,
} from '../hang/index.js';
import { tableMm, type BearerRole } from '../hold/index.js';
import type { Sway } from '../mend/index.js';
import { toDeg } from '../units/index.js';
import {
  sayDeg,
  sayG,
  sayLean,
  sayMm,
  sayNm,
  sayNumber,
  saySigned,
  sayTilt,
} from '../words/index.js';
import type { Names } from '../words/index.js';

/** One step of a working: what, how much, and where from. */
export interface WorkingLine {
  readonly what: string;
  readonly value: string;
  readonly from?: string;
}

/** Who bears the rig, in words. */
export const bearerWords: Readonly<Record<BearerRole, string>> = {
  hand: 'hand',
  'under-hand': 'hand under the lens',
  chest: 'chest',
  shoulder: 'shoulder',
  eye: 'eye',
  strap: 'strap',
  head: 'head',
  table: 'table',
};

const sayN = (n: number) => `${sayNumber(n, 1)} N`;
const from = (text: string) => ({ from: text });
const statics = 'statics: forces and moments sum to nothing';

function sayMassLine(hang: Extract<Hang, { massG: number }>, names: Names): WorkingLine {
  const [low, high] = hang.massRangeG;
  if (hang.unweighed.length === 0) {
    return { what: 'Mass borne', value: sayG(hang.massG), ...from('sum of all parts and leads') };
  }
  const who = hang.unweighed.map((id) => names.item(id)).join(', ');
  return {
    what: 'Mass borne',
    value: `≈ ${sayNumber(low)} to ${sayG(high)}`,
    ...from(
      `${sayG(hang.massG)} without ${who}, which nobody weighed: ${densities[0]} to ${densities[1]} g for each cm³ of it (estimate)`,
    ),
  };
}

function saySlip(slip: { towards: string; slopeDeg: number; comesOff: boolean | undefined }) {
  const where = slip.towards === 'from' ? 'rear or lower end' : 'front or upper end';
  return {
    what: 'If the hand slips',
    value:
      slip.comesOff === undefined
        ? 'not known'
        : slip.comesOff
          ? 'out of the hand'
          : 'against a closed end',
    ...from(
      `the rig slides down its grip (slope ${sayDeg(slip.slopeDeg)}), the hand is left at the ${where}`,
    ),
  };
}

/** The working of how a rig sits, step by step. */
export function sayHangLines(hang: Hang, names: Names): WorkingLine[] {
  if (!('massG' in hang)) return [];
  const mass = sayMassLine(hang, names);
  switch (hang.state) {
    case 'hangs': {
      const { ranges } = hang;
      const range = (r: readonly [number, number]) =>
        `≈ ${sayNumber(toDeg(r[0]), 1)} to ${sayDeg(toDeg(r[1]))}`;
      return [
        mass,
        {
          what: `Centre of mass ahead of the ${hang.from}`,
          value: sayMm(hang.aheadMm),
          ...from('masses spread over each part’s solids by volume'),
        },
        { what: '… to the left', value: sayMm(hang.leftMm) },
        { what: '… below', value: sayMm(hang.belowMm) },
        {
          what: 'Tilt = atan2(ahead, √(below² + left²))',
          value: ranges ? range(ranges.tiltRad) : sayTilt(toDeg(hang.tiltRad)),
          ...from(
            ranges
              ? 'over what the unweighed parts may weigh'
              : 'statics: the centre of mass comes to rest below what holds it',
          ),
        },
        {
          what: 'Lean = atan2(left, below)',
          value: ranges ? range(ranges.leanRad) : sayLean(toDeg(hang.leanRad)),
        },
        ...(hang.level && hang.grip
          ? [
              {
                what: 'Level point on the grip',
                value: hang.level.onGrip ? `${sayMm(hang.level.alongMm)} along` : 'off the grip',
                ...from(
                  hang.level.onGrip
                    ? `the grip is ${sayMm(hang.grip.lengthMm)} long`
                    : `${sayMm(hang.level.alongMm)} along a grip of ${sayMm(hang.grip.lengthMm)}`,
                ),
              },
            ]
          : []),
        ...(hang.slipOff ? [saySlip(hang.slipOff)] : []),
      ];
    }
    case 'in-hands':
      return [
        mass,
        ...hang.hands.flatMap((h): WorkingLine[] => [
          {
            what: `${h.role === 'hand' ? names.item(h.itemId) : 'Under the lens'} lifts`,
            value: sayN(h.liftN),
            ...from(hang.hands.length > 1 ? 'balance along the line between the hands' : statics),
          },
          {
            what: '… and its wrist holds',
            value: `≈ ${sayNm(h.wristNm)}`,
            ...from(
              `${sayNm(Math.abs(h.pitchNm))} ${h.pitchNm >= 0 ? 'nose up' : 'nose down'}, ${sayNm(Math.abs(h.rollNm))} against a lean to the ${h.rollNm >= 0 ? 'left' : 'right'}`,
            ),
          },
          ...(h.slipOff ? [saySlip(h.slipOff)] : []),
        ]),
        ...(hang.leaning
          ? [
              {
                what: `${hang.leaning.role === 'eye' ? 'Eye' : 'Chest'} pushes, lifts`,
                value: `${sayN(hang.leaning.pushN)}, ${sayN(hang.leaning.liftN)}`,
                ...from(
                  'a push as hard as is comfortable, and friction (both assumed, both can be set)',
                ),
              },
            ]
          : []),
        ...(hang.between
          ? [
              {
                what: 'Hands apart: height, depth, spread',
                value: [hang.between.heightMm, hang.between.depthMm, hang.between.spreadMm]
                  .map((mm) => sayNumber(mm))
                  .join(' · ')
                  .concat(' mm'),
              },
            ]
          : []),
        ...hang.letGo.map((l, i) => ({
          what: `${i === 0 ? 'First' : 'Second'} hand lets go to focus`,
          value: `≈ ${sayNm(l.otherNm)}`,
          ...from('what the other wrist then holds alone'),
        })),
      ];
    case 'on-shoulder':
      return [
        mass,
        { what: 'Pad bears', value: sayN(hang.padN), ...from(statics) },
        {
          what: hang.handsN < 0 ? 'Hands hold down' : 'Hands carry',
          value: sayN(Math.abs(hang.handsN)),
        },
        {
          what: 'Weight beyond the pad’s pressure',
          value: hang.heavy === 'balanced' ? 'none' : `${sayMm(hang.beyondMm)} ${hang.heavy}`,
          ...from('the pressure wanders over the middle half of the pad (estimate)'),
        },
        { what: 'Weight to the left of the pad', value: sayMm(hang.leftMm) },
      ];
    case 'on-head':
      return [
        mass,
        { what: 'Weight ahead of the head’s axis', value: sayMm(hang.aheadMm) },
        { what: '… to the left', value: sayMm(hang.leftMm) },
        { what: '… above the plate', value: sayMm(hang.aboveMm) },
        { what: 'Head holds level: W · x', value: sayNm(hang.offsetNm), ...from(statics) },
        {
          what: 'Tilted by 90°: W · h',
          value: hang.tiltNm === undefined ? 'not known' : sayNm(hang.tiltNm),
          ...from(
            'h from the tilt axis; at a tilt θ it is W · h · sin θ and the counterbalance follows the same law',
          ),
        },
        {
          what: 'Counterbalance, at most',
          value: hang.counterbalanceNm === undefined ? 'not stated' : sayNm(hang.counterbalanceNm),
        },
        ...(hang.travel
          ? [
              {
                what: 'Plate would have to be at',
                value: sayMm(hang.travel.wantedMm),
                ...from(
                  `it is at ${sayMm(hang.travel.slideMm)}; at ${sayMm(hang.travel.nearestMm)} ${sayMm(hang.travel.leftOverMm)} are left`,
                ),
              },
            ]
          : [{ what: 'Plate', value: 'does not slide' }]),
        {
          what: 'Payload',
          value:
            hang.payload.limitG === undefined
              ? 'not stated'
              : `${sayG(hang.massG)} of ${sayG(hang.payload.limitG)}`,
        },
      ];
    case 'on-gimbal':
      return [
        mass,
        ...hang.axes.map((a) => ({
          what: { forward: 'Fore and aft', left: 'Sideways', up: 'In height' }[a.way],
          value:
            a.rangeMm === undefined
              ? 'travel not stated'
              : a.outMm > 0
                ? `${sayMm(a.outMm)} out`
                : 'within travel',
          ...from(
            a.rangeMm === undefined
              ? `the weight lies at ${sayMm(a.atMm)} from the plate’s middle`
              : `the weight at ${sayMm(a.atMm)}, the arms from ${sayMm(a.rangeMm[0])} to ${sayMm(a.rangeMm[1])}${a.way === 'forward' ? ', with the plate slid as far as it helps' : ''}`,
          ),
        })),
        {
          what: 'Length · width · height',
          value: `${hang.envelope.sizeMm.map((v) => sayNumber(v)).join(' · ')} mm`,
          ...(hang.envelope.limitMm
            ? from(
                `it swings round ${hang.envelope.limitMm.map((v) => sayNumber(v)).join(' · ')} mm`,
              )
            : {}),
        },
      ];
    case 'stands': {
      const { standing } = hang;
      return [
        mass,
        {
          what: 'Stands on',
          value: standing.on.map((p) => names.item(p.item.id)).join(', ') || 'nothing',
          ...from(`what is lowest, within ${sayMm(tableMm)}`),
        },
        ...(standing.tipDeg
          ? (['forward', 'back', 'left', 'right'] as const).map((way) => ({
              what: `Falls ${way} from`,
              value: standing.tipDeg![way] < 0 ? 'falls by itself' : sayDeg(standing.tipDeg![way]),
              ...(way === 'forward'
                ? from('atan(distance to the edge ∕ height of the weight)')
                : {}),
            }))
          : []),
      ];
    }
  }
}

/** How slowly it turns, against the bare camera. */
export function saySteadiness(s: Steadiness): WorkingLine[] {
  const line = (what: string, times: number, kgm2: number): WorkingLine => ({
    what,
    value: `${sayNumber(times, 1)} ×`,
    ...from(`${sayNumber(kgm2 * 1000, 2)} g·m² about what bears it`),
  });
  return [
    line('Pitch, nose up and down', s.times.pitch, s.rig.pitchKgm2),
    line('Yaw, left and right', s.times.yaw, s.rig.yawKgm2),
    line('Roll', s.times.roll, s.rig.rollKgm2),
  ];
}

/** A time as people say it: "≈ 45 s", "≈ 3 min 20 s". */
export function sayHoldTime(timeS: number | undefined): string {
  if (timeS === undefined) return 'not limited by this';
  const whole = timeS < 120 ? Math.round(timeS) : Math.round(timeS / 10) * 10;
  const [min, s] = [Math.floor(whole / 60), whole % 60];
  return `≈ ${min > 0 ? `${min} min${s > 0 ? ` ${s} s` : ''}` : `${s} s`}`;
}

const jointWords = { shoulder: 'Shoulder', elbow: 'Elbow', grip: 'Hand' } as const;

/** What each joint of the arm bears, and for how long. */
export function sayEffort(effort: Effort): WorkingLine[] {
  return effort.joints.map((j) => ({
    what: jointWords[j.joint],
    value: sayHoldTime(j.timeS),
    ...from(
      `${j.unit === 'N' ? sayN(j.load) : sayNm(j.load)} of ${j.unit === 'N' ? sayN(j.strength) : sayNm(j.strength)}: ${Math.round(j.fraction * 100)} % of strength`,
    ),
  }));
}

/** Mass, centre and principal axes. */
export function sayProperties(p: Properties): WorkingLine[] {
  const [x, y, z] = p.inertia.centreMm;
  return [
    { what: 'On the rig', value: sayG(p.inertia.massG) },
    {
      what: 'Elsewhere on you',
      value: p.worn.items.length === 0 ? 'nothing' : sayG(p.worn.massG),
      ...(p.worn.unweighed.length > 0
        ? from(`without ${p.worn.unweighed.length} that nobody weighed`)
        : {}),
    },
    {
      what: 'Centre: ahead, left, up of the lens mount',
      value: `${[x, y, z].map((v) => sayNumber(v)).join(' · ')} mm`,
    },
    ...p.principal.map((a, i) => ({
      what: `${['Smallest', 'Middle', 'Largest'][i]!} principal inertia`,
      value: `${sayNumber(a.kgm2 * 1000, 2)} g·m²`,
      ...from(`about (${a.axis.map((v) => sayNumber(v, 2)).join(', ')}) ahead, left, up`),
    })),
  ];
}

const fromWords = {
  weighed: 'weighed',
  measured: 'measured',
  spread: 'spread over the parts before',
  sheet: 'maker’s sheet',
  guessed: 'guessed',
  'not-stated': 'not said where from',
  unknown: 'nobody weighed it',
} as const;

/** What the scale says against what is computed, and whose figure is the likeliest to be off. */
export function sayWeighed(w: Weighed, names: Names): WorkingLine[] {
  return [
    ...(w.total
      ? [
          {
            what: 'Scale less computed',
            value: saySigned(w.total.difference, sayG),
            ...from(`${sayG(w.total.measured)} against ${sayG(w.total.computed)}`),
          },
        ]
      : []),
    ...(w.centre
      ? [
          {
            what: 'Centre of mass, ahead',
            value: saySigned(w.centre.difference, sayMm),
            ...from(
              `${sayMm(w.centre.measured)} by the two supports, ${sayMm(w.centre.computed)} computed`,
            ),
          },
        ]
      : []),
    ...w.culprits.slice(0, 3).map((c) => ({
      what: names.item(c.itemId),
      value: saySigned(c.correctionG, sayG),
      ...from(`${fromWords[c.from]}: ${sayG(c.massG)} ± ${sayG(c.unsureG)} (estimate)`),
    })),
  ];
}

/** Two figures of how a rig sits: "3.2° nose up, 5.9° right", "12 mm ahead, 1 mm left". */
export function saySway(s: Sway): string {
  const say = { '°': sayDeg, 'N·m': sayNm, mm: sayMm }[s.unit];
  const ahead =
    s.unit === 'mm' ? (s.ahead < 0 ? 'behind' : 'ahead') : s.ahead < 0 ? 'nose up' : 'nose down';
  return `${say(Math.abs(s.ahead))} ${ahead}, ${say(Math.abs(s.left))} ${s.left < 0 ? 'right' : 'left'}`;
}
