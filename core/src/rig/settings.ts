import { z } from 'zod';

/** A figure that the computation assumes, where it comes from, and what one may set it to. */
export interface Assumption {
  readonly value: number;
  readonly unit: string;
  readonly source: string;
}

/**
 * What is assumed where a part states nothing. Each can be set for a rig; the source says how far to
 * trust the default.
 */
export const assumptions = {
  torqueThumbNm: { value: 1.5, unit: 'N·m', source: 'estimate: a knurled screw turned by fingers' },
  torqueCoinNm: { value: 2.5, unit: 'N·m', source: 'estimate: a slotted screw turned with a coin' },
  torqueHexNm: { value: 4, unit: 'N·m', source: 'estimate: a short hex key in the fingers' },
  nutFactor: {
    value: 0.2,
    unit: '',
    source: 'usual nut factor K of dry steel threads in engineering handbooks',
  },
  frictionMetal: { value: 0.2, unit: '', source: 'estimate: dry metal on metal' },
  frictionRubber: { value: 0.5, unit: '', source: 'estimate: rubber pad on metal' },
  contactOuterMm: { value: 9, unit: 'mm', source: 'estimate: a common small mating face' },
  contactInnerMm: { value: 3.3, unit: 'mm', source: 'estimate: the edge of a ¼″ hole' },
  hookLoopKpa: {
    value: 60,
    unit: 'kPa',
    source: 'estimate: a used hook-and-loop patch along its face; half of it straight off',
  },
  magnetKpa: {
    value: 60,
    unit: 'kPa',
    source: 'estimate: a coated magnet on a steel plate, straight off; along its face by friction',
  },
  clampedKpa: {
    value: 15,
    unit: 'kPa',
    source: 'estimate: a spring clip, or a clamp drawn with two fingers round a flat device',
  },
  frontThreadNm: {
    value: 0.15,
    unit: 'N·m',
    source: 'estimate: 300 g whose middle is 50 mm before the thread; a filter is a tenth of it',
  },
  strapCatchG: {
    value: 1,
    unit: 'g',
    source: 'estimate: the jolt of a rig that slips a hand’s breadth and is caught by its strap',
  },
  seatHoldsN: {
    value: 2,
    unit: 'N',
    source:
      'estimate: a foot without a screw, held in its shoe by springs alone, bears 200 g along it',
  },
  handForceN: { value: 25, unit: 'N', source: 'estimate: a hand at the farthest grip' },
  focusForceN: { value: 5, unit: 'N', source: 'estimate: a hand at a focus ring or drive' },
  knockForceN: {
    value: 40,
    unit: 'N',
    source: 'estimate: a knock at the farthest point on a tripod',
  },
  walkingG: { value: 0.5, unit: 'g', source: 'estimate: jolt of a walking operator' },
  runningG: { value: 1, unit: 'g', source: 'estimate: jolt of a running operator' },
  engageQuarterMm: {
    value: 4,
    unit: 'mm',
    source: 'estimate: three turns of a 20-per-inch thread are 3.8 mm',
  },
  engageThreeEighthsMm: {
    value: 5.5,
    unit: 'mm',
    source: 'estimate: three and a half turns of a 16-per-inch thread are 5.6 mm',
  },
  lensMountNm: {
    value: 3,
    unit: 'N·m',
    source: 'estimate: a metal lens mount whose maker states no limit',
  },
  lensMountLightNm: {
    value: 1.5,
    unit: 'N·m',
    source: 'estimate: the lens mount of a body under 450 g whose maker states no limit',
  },
  lightBodyG: { value: 450, unit: 'g', source: 'estimate: below it a body counts as light' },
  axisOverRodsMm: {
    value: 85,
    unit: 'mm',
    source: 'lightweight rods standard: optical axis over the middle plane of the rods',
  },
  rodsToleranceMm: {
    value: 1,
    unit: 'mm',
    source: 'lightweight rods standard: how far the axis may be off, up or sideways',
  },
  gearToleranceMm: {
    value: 0.3,
    unit: 'mm',
    source: 'estimate: play and press of 0.8 module teeth that still run',
  },
  handReachMm: {
    value: 90,
    unit: 'mm',
    source: 'estimate: a finger or thumb from the middle of a palm that keeps its hold',
  },
  uprightEyeMm: {
    value: 350,
    unit: 'mm',
    source: 'estimate: from the back of the camera to the eye with two grips',
  },
  lowEyeUpMm: {
    value: 650,
    unit: 'mm',
    source: 'estimate: from the hand at the top handle up to the eye, arm hanging',
  },
  lowEyeBackMm: {
    value: 300,
    unit: 'mm',
    source: 'estimate: from the hand at the top handle back to the eye',
  },
  readableAngleDeg: {
    value: 60,
    unit: '°',
    source: 'estimate: aslant of this a screen is no longer judged well',
  },
  readableTimes: {
    value: 8,
    unit: '×',
    source: 'estimate: a picture is judged from at most this many of its diagonals away',
  },
  bareHandMm: {
    value: 25,
    unit: 'mm',
    source: 'estimate: room that bare fingers need round a grip; with gloves it is 35 mm',
  },
  handWideMm: {
    value: 90,
    unit: 'mm',
    source: 'estimate: length of a grip that a palm takes up',
  },
  gloveMm: { value: 9, unit: 'mm', source: 'estimate: smallest knob for a gloved finger' },
  gloveBelowC: { value: 5, unit: '°C', source: 'estimate: colder, gloves are worn' },
  unevenGripsMm: {
    value: 25,
    unit: 'mm',
    source: 'estimate: two hands farther off level or depth than this twist the wrists',
  },
  readerMBps: {
    value: 250,
    unit: 'MB/s',
    source: 'estimate: a card reader over USB-C, both ends keeping up',
  },
  beltReachMm: {
    value: 900,
    unit: 'mm',
    source: 'estimate: from a belt up to a rig that is held before the chest, with room to move',
  },
  chestPushN: {
    value: 15,
    unit: 'N',
    source: 'estimate: how hard one pulls a rig to the chest to steady it',
  },
  eyePushN: { value: 8, unit: 'N', source: 'estimate: what a face bears on an eyecup for long' },
  frictionCloth: { value: 0.4, unit: '', source: 'estimate: rubber or metal on clothing' },
  wristNm: {
    value: 4,
    unit: 'N·m',
    source: 'estimate: what one wrist holds for a take without shaking',
  },
  tipDeg: {
    value: 8,
    unit: '°',
    source: 'estimate: a slope or a nudge that a rig put down should survive',
  },
  strengthFactor: {
    value: 1,
    unit: '×',
    source: 'your own hold test, or 1: an adult of middling strength',
  },
  shoulderNm: {
    value: 60,
    unit: 'N·m',
    source: 'estimate: greatest moment one shoulder lifts, adults in the middle',
  },
  elbowNm: {
    value: 62,
    unit: 'N·m',
    source: 'estimate: greatest moment one elbow bends with, adults in the middle',
  },
  gripN: { value: 360, unit: 'N', source: 'estimate: greatest grip force of one hand' },
  armG: { value: 3600, unit: 'g', source: 'estimate: one arm with its hand' },
  dutyShare: {
    value: 0.3,
    unit: '',
    source: 'estimate: share of a working day in which the rig is in the hands',
  },
  dutyFraction: {
    value: 0.15,
    unit: '',
    source: 'estimate: mean share of strength that is bearable over hours of on and off',
  },
  holdsWithinStops: {
    value: 1 / 3,
    unit: 'stops',
    source: 'estimate: a third of a stop is seen by few and mended by all',
  },
  unevenStops: {
    value: 1,
    unit: 'stops',
    source: 'estimate: corners that differ from the middle by more than a stop show as a cross',
  },
  sheetIndex: {
    value: 1.5,
    unit: '',
    source: 'refractive index of the plastic of sheet polarisers',
  },
  fastenS: {
    value: 12,
    unit: 's',
    source: 'estimate: a joint of which nobody says how long it takes, by hand',
  },
  poseS: {
    value: 3,
    unit: 's',
    source: 'estimate: a screen or an arm that is turned on its own hinge',
  },
  plugS: { value: 5, unit: 's', source: 'estimate: a plug found, put in or drawn' },
  pickToolS: {
    value: 8,
    unit: 's',
    source: 'estimate: a tool found in the pocket and put away again',
  },
  gimbalBalanceS: {
    value: 180,
    unit: 's',
    source: 'estimate: people who balance a gimbal with a known rig say 2 to 5 min',
  },
  shoulderSettleS: {
    value: 30,
    unit: 's',
    source: 'estimate: finding the place of the pad, and sliding it once',
  },
  tightenEveryH: {
    value: 2,
    unit: 'h',
    source: 'estimate: a look at a screw that carries half of what it holds; the log corrects it',
  },
  ownTimesCount: {
    value: 3,
    unit: '',
    source: 'estimate: so many times of one’s own count as much as what is usual',
  },
  swapApartMin: {
    value: 20,
    unit: 'min',
    source: 'estimate: whoever changes a battery more often than that misses what happens',
  },
  toolKeyMm: { value: 60, unit: 'mm', source: 'estimate: long arm of a small hex key' },
  toolCoinMm: { value: 25, unit: 'mm', source: 'estimate: a coin between two fingers' },
  toolThumbMm: { value: 20, unit: 'mm', source: 'estimate: fingertips round a knob' },
} as const satisfies Readonly<Record<string, Assumption>>;

export type SettingName = keyof typeof assumptions;

const names = Object.keys(assumptions) as [SettingName, ...SettingName[]];

/** The figures an owner has set in place of the assumed ones. */
export const Settings = z.partialRecord(z.enum(names), z.number().positive().max(10_000));
export type Settings = z.infer<typeof Settings>;

/** The figure that holds for this rig: the owner's where set, the assumed one otherwise. */
export function measureSetting(settings: Settings | undefined, name: SettingName): number {
  return settings?.[name] ?? assumptions[name].value;
}
