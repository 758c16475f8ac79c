import {
  createFinding,
  defineCheck,
  defineFinding,
  stating,
  type AnyFinding,
  type Check,
  type FindingKind,
} from '../finding/index.js';
import { hasTrait } from '../part/index.js';
import type { Hold } from '../hold/index.js';
import { dot } from '../placement/index.js';
import {
  listTurnsDeg,
  measureSetting,
  type Assembly,
  type Edit,
  type HoldKind,
  type HoldNeed,
} from '../rig/index.js';
import { toDeg, toWeightN, tolerances } from '../units/index.js';
import {
  needWords,
  sayDeg,
  sayFew,
  sayG,
  sayHold,
  sayLean,
  sayMm,
  sayNm,
  sayNumber,
  sayTilt,
} from '../words/index.js';
import type { Hang } from './hang.js';
import { listLevelling } from './quick-level.js';

/** What the checks of Hang look at. */
export interface HangContext {
  readonly assembly: Assembly;
  readonly hold: Hold;
  readonly hang: Hang;
}

/** A check of one way in which a rig sits; in any other it finds nothing. */
function defineStateCheck<State extends Hang['state'], const Kinds extends readonly FindingKind[]>(
  state: State,
  kinds: Kinds,
  find: (
    context: Omit<HangContext, 'hang'> & { readonly hang: Extract<Hang, { state: State }> },
  ) => readonly AnyFinding[],
): Check<HangContext, Kinds> {
  return defineCheck(kinds, (context: HangContext) =>
    context.hang.state === state ? find(context as never) : [],
  );
}

/** Directions in words. */
const ways = {
  forward: 'forward',
  back: 'backward',
  left: 'to the left',
  right: 'to the right',
} as const;
const balanced = { forward: 'fore and aft', left: 'sideways', up: 'in height' } as const;
const sides = { length: 'long', width: 'wide', height: 'tall' } as const;
const ends = { from: 'rear or lower', to: 'front or upper' } as const;
const sayN = (value: number) => `${sayNumber(Math.abs(value), Math.abs(value) < 9.95 ? 1 : 0)} N`;

/** A head's axis this near to the weight is near enough, in mm: half a small plate's slot (estimate). */
const offAxisMm = 5;
/** Beyond half the width of a video head's platform the rig stands on its edge, in mm (estimate). */
const offSideMm = 60;
/** A hand that pulls down with less than this only steadies: a share of the weight, and so many newtons (estimates). */
const pulls = { share: 0.02, leastN: 1 };
/** From here on a slope lets a damp hand slip, in degrees (estimate). */
const slipperyDeg = 10;

export const noHold = defineFinding(
  'no-hold',
  stating<{
    readonly hold: HoldKind;
    readonly need: HoldNeed;
  }>(),
  {
    restsOn: [],
    weight: 'risk',
    when: 'the way of holding needs a grip that is not there',
    offers: '',
    sentence: ({ facts }) =>
      `You hold this setup “${sayHold(facts.hold)}”, but it has nothing for that: add ${needWords[facts.need]}.`,
    why: 'How it hangs depends on where it is held.',
    todo: 'Fit the grip it needs, or choose another way of holding.',
  },
);

const noHoldCheck = defineStateCheck('needs-grip', [noHold], ({ hold, hang }) => [
  createFinding(noHold, 'risk', { items: [], key: 'rig' }, { hold: hold.kind, need: hang.need }),
]);

export const tipsOver = defineFinding('tips-over', stating<{ readonly aboveMm: number }>(), {
  restsOn: ['mass', 'shape'],
  weight: 'stops',
  when: 'the centre of mass is level with the hand or above it',
  offers: '',
  sentence: ({ items: [grip], facts }, n) =>
    `Held by ${n.item(grip!)} the rig tips over: its centre of mass lies ${sayMm(facts.aboveMm)} above what holds it.`,
  why: 'What hangs with its weight above the hand turns over at the first nudge.',
  todo: 'Move weight down, or hold it higher.',
});

const tipsOverCheck = defineStateCheck('tips-over', [tipsOver], ({ hang: { itemId, aboveMm } }) => [
  createFinding(tipsOver, 'stops', { items: [itemId] }, { aboveMm }),
]);

/** Level as it is told: what reads as the limit to a tenth of a degree is not over it. */
const isLevel = (deg: number) => Math.round(Math.abs(deg) * 10) / 10 <= tolerances.levelDeg;

export const notLevel = defineFinding(
  'not-level',
  stating<{
    readonly tiltDeg: number;
    readonly leanDeg: number;
    /** Fore and aft, or to a side: two troubles, with ways out of their own. */
    readonly way: 'tilt' | 'lean';
    /** Over which end of the grip the rig leaves a hand that slips, where that end is open and the grip slopes so far. */
    readonly slipsOver: 'from' | 'to' | undefined;
    /** How many parts nobody has weighed, and what the others weigh together, g. */
    readonly unweighed: number;
    readonly weighedG: number;
  }>(),
  {
    restsOn: ['mass', 'shape'],
    bad: ({ tiltDeg, leanDeg, way }) => Math.abs(way === 'tilt' ? tiltDeg : leanDeg),
    weight: `risk over ${tolerances.tiltRiskDeg}°, note over ${tolerances.levelDeg}° or where a part has not been weighed`,
    when: 'tilt, and lean, hung from the handle; with what a hand that slips does where the grip slopes 10° and its high end is open',
    offers: 'the hand along the grip; one part along its rail',
    sentence: ({ items: [grip], facts }, n) => {
      const { unweighed, weighedG, slipsOver } = facts;
      const how =
        facts.way === 'tilt'
          ? `hangs ${sayTilt(facts.tiltDeg)}`
          : `leans ${sayLean(facts.leanDeg)}`;
      const slips =
        slipsOver === undefined
          ? ''
          : ` If your hand slips, the rig goes out of it over the ${ends[slipsOver]} end, which is open.`;
      return unweighed > 0
        ? `${sayNumber(unweighed)} ${unweighed === 1 ? 'part has' : 'parts have'} not been weighed; by the other ${sayG(weighedG)} alone your rig ${how}, hung from ${n.item(grip!)}.${slips}`
        : `Hung from ${n.item(grip!)} your rig ${how}.${slips}`;
    },
    why: 'Your wrist holds up what does not hang level, all day.',
    todo: 'Move weight, or your hand, towards the centre of mass.',
  },
);

/** A tilt or lean of just the limit is still level. */
const notLevelCheck = defineStateCheck('hangs', [notLevel], ({ assembly, hold, hang }) => {
  const tiltDeg = toDeg(hang.tiltRad);
  const leanDeg = toDeg(hang.leanRad);
  return (['tilt', 'lean'] as const).flatMap((way) => {
    const deg = Math.abs(way === 'tilt' ? tiltDeg : leanDeg);
    if (isLevel(deg)) return [];
    const isFar = deg > tolerances.tiltRiskDeg;
    // Told with the larger of the two.
    const leads =
      way === 'tilt'
        ? Math.abs(tiltDeg) >= Math.abs(leanDeg)
        : Math.abs(leanDeg) > Math.abs(tiltDeg);
    const slip = isFar && leads && hang.grip ? hang.slipOff : undefined;
    const unweighed = assembly.unweighed.length;
    return [
      createFinding(
        notLevel,
        isFar && unweighed === 0 ? 'risk' : 'note',
        { items: [hang.itemId], key: way === 'tilt' ? 'fore-and-aft' : 'sideways' },
        {
          tiltDeg,
          leanDeg,
          way,
          slipsOver: slip?.comesOff && slip.slopeDeg >= slipperyDeg ? slip.towards : undefined,
          unweighed,
          weighedG: assembly.mass.massG,
        },
        // The hand and most rails lie fore and aft.
        way === 'tilt' ? listLevelling(assembly, hold, hang) : [],
      ),
    ];
  });
});

export const massUnknown = defineFinding('mass-unknown', stating(), {
  owner: 'kit',
  restsOn: [],
  weight: 'note',
  when: 'parts that nobody has weighed, all in one: every figure of mass leaves them out',
  offers: '',
  sentence: ({ items }, n) =>
    `Nobody has weighed ${sayFew(items.map((id) => n.item(id)))}: all figures of mass and balance leave ${items.length === 1 ? 'it' : 'them'} out.`,
  why: 'A missing figure is not zero; the rig is heavier than it says.',
  todo: 'Put it on a kitchen scale and enter the grams.',
});

const massUnknownCheck = defineCheck([massUnknown], ({ assembly }: HangContext) => {
  // What stands on the ground is neither carried nor balanced.
  const lacking = assembly.unweighed.filter((p) => !hasTrait(p.part, 'grounded'));
  if (lacking.length === 0) return [];
  const items = lacking.map((p) => p.item.id);
  return [createFinding(massUnknown, 'note', { items, named: 0 }, {})];
});

export const wristOver = defineFinding(
  'wrist-over',
  stating<{
    readonly momentNm: number;
    readonly limitNm: number;
    /** Holding the nose up, and holding against a lean to the left; below 0 the other way. */
    readonly pitchNm: number;
    readonly rollNm: number;
  }>(),
  {
    restsOn: ['mass', 'shape'],
    bad: ({ momentNm }) => momentNm,
    weight: 'risk over 4 N·m, note over half',
    when: 'what a wrist must hold beside lifting, with one or two hands',
    offers: '',
    sentence: ({ items: [item], facts }, n) => {
      const pieces = [
        Math.abs(facts.pitchNm) >= 0.05
          ? `${sayNm(Math.abs(facts.pitchNm))} against a heavy ${facts.pitchNm > 0 ? 'nose' : 'tail'}`
          : undefined,
        Math.abs(facts.rollNm) >= 0.05
          ? `${sayNm(Math.abs(facts.rollNm))} against a lean to the ${facts.rollNm > 0 ? 'left' : 'right'}`
          : undefined,
      ].filter((p) => p !== undefined);
      return `Your wrist on ${n.item(item!)} holds ≈ ${sayNm(facts.momentNm)}${pieces.length > 0 ? ` (${pieces.join(', ')})` : ''}; ≈ ${sayNm(facts.limitNm)} is what one holds for a take.`;
    },
    why: 'Hands lift easily and twist badly: what hangs off to one side tires the wrist first.',
    todo: 'Move weight towards the line between your hands, or the grips towards the weight.',
  },
);

const wristOverCheck = defineStateCheck('in-hands', [wristOver], ({ assembly, hang }) => {
  const limitNm = measureSetting(assembly.rig.settings, 'wristNm');
  const hand = hang.hands.find((h) => h.wristNm === hang.wristNm);
  if (!hand || hang.wristNm <= limitNm / 2) return [];
  return [
    createFinding(
      wristOver,
      hang.wristNm > limitNm ? 'risk' : 'note',
      { items: [hand.itemId] },
      { momentNm: hand.wristNm, limitNm, pitchNm: hand.pitchNm, rollNm: hand.rollNm },
    ),
  ];
});

export const handPullsDown = defineFinding(
  'hand-pulls-down',
  stating<{ readonly pullN: number }>(),
  {
    restsOn: ['mass', 'shape'],
    bad: ({ pullN }) => pullN,
    weight: 'risk',
    when: 'the weight lies outside the two hands, so one must hold the rig down with more than 2 % of it and 1 N',
    offers: '',
    sentence: ({ items: [item], facts }, n) =>
      `Your hand on ${n.item(item!)} has to pull down with ${sayN(facts.pullN)}: the weight lies outside your two hands.`,
    why: 'The other hand then carries more than the whole rig.',
    todo: 'Move weight between your hands, or the grips apart.',
  },
);

const handPullsDownCheck = defineStateCheck('in-hands', [handPullsDown], ({ hang }) =>
  hang.hands
    .filter(({ liftN }) => -liftN > Math.max(pulls.leastN, pulls.share * toWeightN(hang.massG)))
    .map(({ itemId, liftN, role }) =>
      createFinding(handPullsDown, 'risk', { items: [itemId], key: role }, { pullN: -liftN }),
    ),
);

/** So far behind the pad a weight is told of, in mm: the rear half of usual rods. */
const counterAtMm = 150;

export const heavyEnd = defineFinding(
  'heavy-end',
  stating<{
    readonly heavy: 'nose' | 'tail';
    readonly beyondMm: number;
    readonly handsN: number;
    readonly hasHands: boolean;
    /** What the whole rig weighs. */
    readonly massG: number;
  }>(),
  {
    restsOn: ['mass', 'shape'],
    bad: ({ beyondMm }) => beyondMm,
    weight: 'risk for a heavy tail or over a quarter of the weight, note otherwise',
    when: 'on the shoulder, the weight lies beyond what the pad bears',
    offers: '',
    sentence: ({ facts }) =>
      facts.hasHands
        ? `On the shoulder your rig is ${facts.heavy}-heavy: its weight lies ${sayMm(facts.beyondMm)} ${facts.heavy === 'nose' ? 'ahead of' : 'behind'} what the pad bears, and your hands ${facts.handsN < 0 ? 'hold it down' : 'carry'} ${sayN(facts.handsN)}.`
        : `On the shoulder your rig is ${facts.heavy}-heavy: its weight lies ${sayMm(facts.beyondMm)} ${facts.heavy === 'nose' ? 'ahead of' : 'behind'} what the pad bears, and no hand holds it.`,
    why: 'A rig that sits by itself leaves the hands free to steer and focus.',
    todo: 'Slide the pad, or the battery, until the weight is over the pad.',
    toGet: ({ facts }) =>
      facts.heavy === 'nose'
        ? `Slide the pad, or get about ${sayG(Math.ceil((facts.massG * facts.beyondMm) / counterAtMm / 50) * 50)} for the rods ${sayMm(counterAtMm)} behind it: a weight, or a plate with its battery.`
        : 'Slide the pad back, or bring the battery forward, until the weight is over the pad.',
  },
);

const heavyEndCheck = defineStateCheck('on-shoulder', [heavyEnd], ({ hang }) => {
  if (hang.heavy === 'balanced') return [];
  const { heavy, beyondMm, handsN, hasHands } = hang;
  const share = Math.abs(handsN) / toWeightN(hang.massG);
  return [
    createFinding(
      heavyEnd,
      // A quarter of the weight in the hands is a rig that is not on the shoulder.
      share > 0.25 || heavy === 'tail' ? 'risk' : 'note',
      { items: [hang.itemId] },
      { heavy, beyondMm, handsN, hasHands, massG: hang.massG },
    ),
  ];
});

export const offHeadAxis = defineFinding(
  'off-head-axis',
  stating<{
    readonly aheadMm: number;
    readonly leftMm: number;
    readonly remainsMm: number;
    readonly offsetNm: number;
  }>(),
  {
    restsOn: ['mass', 'shape'],
    bad: ({ remainsMm }) => remainsMm,
    weight:
      'risk where more than 20 mm ahead or behind are left as far as the plate slides, or more than 60 mm to a side; note over 5 mm',
    when: 'the weight is not over the axis of the head',
    offers: 'slide the plate',
    sentence: ({ facts }) => {
      const pieces = [
        Math.abs(facts.aheadMm) >= 0.5
          ? `${sayMm(Math.abs(facts.aheadMm))} ${facts.aheadMm > 0 ? 'ahead of' : 'behind'} the head’s axis`
          : undefined,
        Math.abs(facts.leftMm) >= 0.5
          ? `${sayMm(Math.abs(facts.leftMm))} to the ${facts.leftMm > 0 ? 'left' : 'right'} of it`
          : undefined,
      ].filter((p) => p !== undefined);
      const nowMm = Math.hypot(facts.aheadMm, facts.leftMm);
      const slid =
        facts.remainsMm < nowMm - 0.5
          ? `as far as the plate slides, ${sayMm(facts.remainsMm)} are left`
          : 'sliding the plate brings it no nearer';
      return `The weight lies ${pieces.join(' and ')}, ${sayNm(facts.offsetNm)}; ${slid}.`;
    },
    why: 'A head that holds the rig up by friction drifts as soon as you let go.',
    todo: 'Slide the plate, take a longer one, or move weight over the head.',
    toGet: ({ facts }) =>
      Math.abs(facts.aheadMm) > Math.abs(facts.leftMm)
        ? `Get a plate that slides ${sayMm(Math.ceil(Math.sqrt(Math.max(0, facts.remainsMm ** 2 - facts.leftMm ** 2)) / 5) * 5)} farther, or move weight over the head.`
        : 'Mount it by a hole nearer the middle, or move weight over the head.',
  },
);

const offHeadAxisCheck = defineStateCheck('on-head', [offHeadAxis], ({ assembly, hang }) => {
  if (Math.hypot(hang.aheadMm, hang.leftMm) <= offAxisMm) return [];
  const { travel } = hang;
  const slideMm = travel ? Math.round(travel.nearestMm) : 0;
  const mends = travel && Math.abs(slideMm - travel.slideMm) >= 1;
  const edits: Edit[] = mends
    ? [{ type: 'slide', setupId: assembly.setup.id, jointId: travel.jointId, slideMm }]
    : [];
  const aheadLeftMm = Math.abs(travel?.leftOverMm ?? hang.aheadMm);
  const remainsMm = Math.hypot(aheadLeftMm, hang.leftMm);
  return [
    createFinding(
      offHeadAxis,
      // Ahead or behind it tilts the head; to a side, where the head is locked level, it strains the plate alone.
      aheadLeftMm > 4 * offAxisMm || Math.abs(hang.leftMm) > offSideMm ? 'risk' : 'note',
      { items: [hang.itemId] },
      { aheadMm: hang.aheadMm, leftMm: hang.leftMm, remainsMm, offsetNm: hang.offsetNm },
      edits,
    ),
  ];
});

export const counterbalanceShort = defineFinding(
  'counterbalance-short',
  stating<{ readonly needNm: number; readonly peakNm: number }>(),
  {
    restsOn: ['mass', 'shape'],
    bad: ({ needNm, peakNm }) => needNm - peakNm,
    weight: 'risk',
    when: 'tilted over, the rig pulls more than the head’s greatest counterbalance',
    offers: '',
    sentence: ({ facts }) =>
      `Tilted over, your rig pulls with ${sayNm(facts.needNm)}; the head balances ${sayNm(facts.peakNm)} at most.`,
    why: 'Beyond its counterbalance a head falls over with the rig when the lock is open.',
    todo: 'Lower the weight over the head, take something off, or take a stronger head.',
  },
);

const counterbalanceCheck = defineStateCheck('on-head', [counterbalanceShort], ({ hang }) => {
  const { kind, tiltNm: needNm, counterbalanceNm: peakNm } = hang;
  if (kind !== 'tripod' || peakNm === undefined || needNm === undefined || needNm <= peakNm) {
    return [];
  }
  return [createFinding(counterbalanceShort, 'risk', { items: [hang.itemId] }, { needNm, peakNm })];
});

export const gimbalCannotBalance = defineFinding(
  'gimbal-cannot-balance',
  stating<{
    readonly way: 'forward' | 'left' | 'up';
    readonly atMm: number;
    readonly outMm: number;
    readonly lowMm: number;
    readonly highMm: number;
  }>(),
  {
    restsOn: ['mass', 'shape'],
    weight: 'stops',
    when: 'the weight lies outside the travel of a gimbal’s arms',
    offers: '',
    sentence: ({ facts }) =>
      `The gimbal cannot be balanced ${balanced[facts.way]}: the weight lies at ${sayMm(facts.atMm)} and its arm goes from ${sayMm(facts.lowMm)} to ${sayMm(facts.highMm)}; ${sayMm(facts.outMm)} are missing.`,
    why: 'Motors that hold a rig out of balance run hot, shake and shut down.',
    todo: 'Move weight that way, or take parts off for this setup.',
  },
);

const gimbalBalanceCheck = defineStateCheck('on-gimbal', [gimbalCannotBalance], ({ hang }) =>
  hang.axes.flatMap(({ way, atMm, rangeMm, outMm }) =>
    rangeMm && outMm > tolerances.lengthMm
      ? [
          createFinding(
            gimbalCannotBalance,
            'stops',
            { items: [hang.itemId], key: way },
            { way, atMm, outMm, lowMm: rangeMm[0], highMm: rangeMm[1] },
          ),
        ]
      : [],
  ),
);

export const gimbalTooBig = defineFinding(
  'gimbal-too-big',
  stating<{
    readonly side: 'length' | 'width' | 'height';
    readonly sizeMm: number;
    readonly limitMm: number;
  }>(),
  {
    restsOn: ['shape'],
    bad: ({ sizeMm }) => sizeMm,
    weight: 'risk',
    when: 'the rig is longer, wider or taller than a gimbal swings round',
    offers: '',
    sentence: ({ facts }) =>
      `Your rig is ${sayMm(facts.sizeMm)} ${sides[facts.side]}; the gimbal swings round ${sayMm(facts.limitMm)} at most.`,
    why: 'What reaches beyond hits an arm in the middle of a move.',
    todo: 'Take the part that reaches farthest off for this setup.',
  },
);

const gimbalSizeCheck = defineStateCheck('on-gimbal', [gimbalTooBig], ({ hang }) => {
  const { over, sizeMm, limitMm } = hang.envelope;
  const names = ['length', 'width', 'height'] as const;
  return over.map((side) => {
    const i = names.indexOf(side);
    return createFinding(
      gimbalTooBig,
      'risk',
      { items: [hang.itemId], key: side },
      { side, sizeMm: sizeMm[i]!, limitMm: limitMm![i]! },
    );
  });
});

export const supportUnknown = defineFinding(
  'support-unknown',
  stating<{ readonly lacks: 'counterbalance' | 'balance' }>(),
  {
    owner: 'kit',
    restsOn: [],
    weight: 'note',
    when: 'nobody has stated a head’s counterbalance and tilt axis, or a gimbal’s travels',
    offers: '',
    sentence: ({ items: [item], facts }, n) =>
      facts.lacks === 'counterbalance'
        ? `Nobody has said what ${n.item(item!)} counterbalances, nor where its tilt axis is: whether it holds your rig tilted is not known.`
        : `Nobody has said how far the arms of ${n.item(item!)} go: whether it can be balanced is not known.`,
    why: 'What is not known is no yes.',
    todo: 'Give the figures of its sheet where the part is corrected.',
  },
);

const supportUnknownCheck = defineCheck([supportUnknown], ({ hang }: HangContext) => {
  const lacks =
    hang.state === 'on-head' &&
    hang.kind === 'tripod' &&
    (hang.counterbalanceNm === undefined || hang.tiltNm === undefined)
      ? 'counterbalance'
      : hang.state === 'on-gimbal' && hang.axes.some((a) => a.rangeMm === undefined)
        ? 'balance'
        : undefined;
  if (lacks === undefined || !('itemId' in hang)) return [];
  return [createFinding(supportUnknown, 'note', { items: [hang.itemId] }, { lacks })];
});

export const slipsOut = defineFinding(
  'slips-out',
  stating<{ readonly towards: 'from' | 'to'; readonly slopeDeg: number }>(),
  {
    restsOn: ['mass', 'shape'],
    bad: ({ slopeDeg }) => slopeDeg,
    weight: 'note',
    when: 'a grip in use slopes 10° or more and its higher end is open; where the whole rig hangs far off level it is told with that',
    offers: '',
    sentence: ({ items: [item], facts }, n) =>
      `If your hand slips on ${n.item(item!)}, the rig goes out of it over the ${ends[facts.towards]} end, which is open; the grip slopes ${sayDeg(facts.slopeDeg)}.`,
    why: 'A grip with a closed end catches the hand instead.',
    todo: 'Turn the handle round, level the rig, or wear a wrist strap. Above people or water, a tether.',
  },
);

const slipsOutCheck = defineCheck([slipsOut], ({ hang }: HangContext) => {
  // What hangs far off level slopes by that: it is told there, with what a hand that slips does, and levelling ends both.
  const isTold =
    hang.state === 'hangs' &&
    Math.max(Math.abs(toDeg(hang.tiltRad)), Math.abs(toDeg(hang.leanRad))) > tolerances.tiltRiskDeg;
  const grips =
    hang.state === 'in-hands'
      ? hang.hands
      : hang.state === 'hangs' && hang.grip && !isTold
        ? [hang]
        : [];
  return grips.flatMap(({ itemId, slipOff }) =>
    slipOff?.comesOff && slipOff.slopeDeg >= slipperyDeg
      ? [
          createFinding(
            slipsOut,
            'note',
            { items: [itemId] },
            { towards: slipOff.towards, slopeDeg: slipOff.slopeDeg },
          ),
        ]
      : [],
  );
});

export const tipsEasily = defineFinding(
  'tips-easily',
  stating<{
    readonly way: 'forward' | 'back' | 'left' | 'right';
    readonly tipDeg: number;
    readonly limitDeg: number;
  }>(),
  {
    restsOn: ['mass', 'shape'],
    bad: ({ tipDeg }) => -tipDeg,
    weight: 'note',
    when: 'set down it stands, and falls from less than 8° on; where it does not stand at all, that is told instead',
    offers: '',
    sentence: ({ facts }) =>
      `Put down, it falls ${ways[facts.way]} from ${sayDeg(facts.tipDeg)} on; ${sayDeg(facts.limitDeg)} is what a table and a nudge ask.`,
    why: 'A rig that stands on a narrow foot is on the floor sooner or later.',
    todo: 'Give it a wider foot that way, or lay it down.',
  },
);

const tipsEasilyCheck = defineStateCheck('stands', [tipsEasily], ({ assembly, hold, hang }) => {
  const { tipDeg, shape, on } = hang.standing;
  // What rests on a point or an edge does not stand, and a lap holds what it carries.
  if (!tipDeg || shape !== 'area' || hold.kind !== 'set-down') return [];
  const [way, deg] = (Object.entries(tipDeg) as [keyof typeof tipDeg, number][]).reduce((a, b) =>
    b[1] < a[1] ? b : a,
  );
  const limitDeg = measureSetting(assembly.rig.settings, 'tipDeg');
  if (deg <= 0 || deg >= limitDeg) return [];
  const items = on.map((p) => p.item.id).slice(0, 2);
  return [createFinding(tipsEasily, 'note', { items }, { way, tipDeg: deg, limitDeg })];
});

export const headCrosswise = defineFinding(
  'head-crosswise',
  stating<{ readonly asideDeg: number }>(),
  {
    restsOn: ['mounts'],
    weight: 'risk',
    when: 'the head looks more than 45° to the side of the camera',
    offers: 'turn it',
    bad: ({ asideDeg }) => asideDeg,
    sentence: ({ items: [item], facts }, n) =>
      `${n.item(item!)} stands ${sayDeg(facts.asideDeg)} aside of the way the camera looks: it tilts the horizon, and its plate slides to the side.`,
    why: 'A head tilts and balances along its own plate; crosswise it can do neither for the lens.',
    todo: 'Turn the plate under the camera until its length runs along the lens.',
  },
);

/** Looking the other way round a head still tilts along the lens. */
const crosswiseDeg = 45;

const crosswiseCheck = defineStateCheck('on-head', [headCrosswise], ({ assembly, hold, hang }) => {
  const support = assembly.byId.get(hang.itemId);
  if (!support?.carriedBy) return [];
  const ahead = dot(support.rigFromPart.rotation.x, hold.axes.forward);
  const asideDeg = toDeg(Math.acos(Math.min(1, Math.abs(ahead))));
  if (asideDeg <= crosswiseDeg) return [];
  const { joint, mate, parentMount, childMount } = support.carriedBy;
  // Whichever way up the head hangs: those turns that bring it along the lens either way round.
  const asideAt = (deg: number) => Math.abs(toDeg(Math.asin(Math.sin((deg * Math.PI) / 180))));
  const edits = listTurnsDeg(mate, parentMount, childMount)
    .filter((turnDeg) =>
      [1, -1].every((sign) => asideAt(asideDeg + sign * (turnDeg - joint.turnDeg)) <= crosswiseDeg),
    )
    .map((turnDeg): Edit => ({
      type: 'turn',
      setupId: assembly.setup.id,
      jointId: joint.id,
      turnDeg,
    }));
  return [createFinding(headCrosswise, 'risk', { items: [hang.itemId] }, { asideDeg }, edits)];
});

/** Every check of Hang, in the order in which findings of one weight are told. */
export const hangChecks = [
  noHoldCheck,
  tipsOverCheck,
  notLevelCheck,
  massUnknownCheck,
  wristOverCheck,
  handPullsDownCheck,
  heavyEndCheck,
  offHeadAxisCheck,
  counterbalanceCheck,
  gimbalBalanceCheck,
  gimbalSizeCheck,
  supportUnknownCheck,
  crosswiseCheck,
  slipsOutCheck,
  tipsEasilyCheck,
] as const satisfies readonly Check<HangContext>[];
