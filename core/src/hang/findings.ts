import { createFinding, type Finding } from '../finding/index.js';
import type { Hold } from '../hold/index.js';
import { measureSetting, type Assembly, type Edit } from '../rig/index.js';
import { toDeg, toWeightN, tolerances } from '../units/index.js';
import type { Hang, Hanging } from './hang.js';
import type { InHands } from './hands.js';
import { listLevelling } from './level.js';
import type { OnShoulder } from './shoulder.js';
import type { SlipOff } from './slip-off.js';
import type { OnGimbal, OnHead } from './support.js';

/** A head's axis this near to the weight is near enough, in mm: half a small plate's slot (estimate). */
const offAxisMm = 5;
/** A hand that pulls down with less than this share of the weight only steadies (estimate). */
const pullsShare = 0.02;
/** From here on a slope lets a damp hand slip, in degrees (estimate). */
const slipperyDeg = 10;

function findSlipOff(itemId: string, slip: SlipOff | undefined): Finding[] {
  if (!slip?.comesOff || slip.slopeDeg < slipperyDeg) return [];
  const { towards, slopeDeg } = slip;
  return [createFinding('slips-out', 'note', { items: [itemId] }, { towards, slopeDeg })];
}

function findHanging(assembly: Assembly, hold: Hold, hang: Hanging): Finding[] {
  const tiltDeg = toDeg(hang.tiltRad);
  const leanDeg = toDeg(hang.leanRad);
  const worst = Math.max(Math.abs(tiltDeg), Math.abs(leanDeg));
  const findings = hang.grip ? findSlipOff(hang.itemId, hang.slipOff) : [];
  if (worst <= tolerances.levelDeg) return findings;
  return [
    createFinding(
      'not-level',
      worst > tolerances.tiltRiskDeg ? 'risk' : 'note',
      { items: [hang.itemId] },
      { tiltDeg, leanDeg },
      Math.abs(tiltDeg) > tolerances.levelDeg ? listLevelling(assembly, hold, hang) : [],
    ),
    ...findings,
  ];
}

function findInHands(assembly: Assembly, hang: InHands): Finding[] {
  const limitNm = measureSetting(assembly.rig.settings, 'wristNm');
  const findings: Finding[] = [];
  const hand = hang.hands.find((h) => h.wristNm === hang.wristNm);
  if (hand && hang.wristNm > limitNm / 2) {
    findings.push(
      createFinding(
        'wrist-over',
        hang.wristNm > limitNm ? 'risk' : 'note',
        { items: [hand.itemId] },
        { momentNm: hand.wristNm, limitNm, pitchNm: hand.pitchNm, rollNm: hand.rollNm },
      ),
    );
  }
  for (const { itemId, liftN, role, slipOff } of hang.hands) {
    if (liftN < -pullsShare * toWeightN(hang.massG)) {
      findings.push(
        createFinding('hand-pulls-down', 'risk', { items: [itemId], key: role }, { pullN: -liftN }),
      );
    }
    findings.push(...findSlipOff(itemId, slipOff));
  }
  return findings;
}

function findOnShoulder(hang: OnShoulder): Finding[] {
  if (hang.heavy === 'balanced') return [];
  const { heavy, beyondMm, handsN, hasHands } = hang;
  const share = Math.abs(handsN) / toWeightN(hang.massG);
  return [
    createFinding(
      'heavy-end',
      // A quarter of the weight in the hands is a rig that is not on the shoulder.
      share > 0.25 || heavy === 'tail' ? 'risk' : 'note',
      { items: [hang.itemId] },
      { heavy, beyondMm, handsN, hasHands },
    ),
  ];
}

function findOnHead(assembly: Assembly, hang: OnHead): Finding[] {
  const findings: Finding[] = [];
  const about = { items: [hang.itemId] };
  const off = Math.hypot(hang.aheadMm, hang.leftMm);
  if (off > offAxisMm) {
    const { travel } = hang;
    const slideMm = travel ? Math.round(travel.nearestMm) : 0;
    const mends = travel && Math.abs(slideMm - travel.slideMm) >= 1;
    const edits: Edit[] = mends
      ? [{ type: 'slide', setupId: assembly.setup.id, jointId: travel.jointId, slideMm }]
      : [];
    const remainsMm = Math.hypot(travel?.leftOverMm ?? Math.abs(hang.aheadMm), hang.leftMm);
    findings.push(
      createFinding(
        'off-head-axis',
        remainsMm > 4 * offAxisMm ? 'risk' : 'note',
        about,
        { aheadMm: hang.aheadMm, leftMm: hang.leftMm, remainsMm, offsetNm: hang.offsetNm },
        edits,
      ),
    );
  }
  if (hang.kind !== 'tripod') return findings;
  if (hang.counterbalanceNm === undefined || hang.tiltNm === undefined) {
    findings.push(createFinding('support-unknown', 'note', about, { lacks: 'counterbalance' }));
  } else if (hang.tiltNm > hang.counterbalanceNm) {
    findings.push(
      createFinding('counterbalance-short', 'risk', about, {
        needNm: hang.tiltNm,
        peakNm: hang.counterbalanceNm,
      }),
    );
  }
  return findings;
}

function findOnGimbal(hang: OnGimbal): Finding[] {
  const about = { items: [hang.itemId] };
  const findings = hang.axes.flatMap(({ way, atMm, rangeMm, outMm }) =>
    rangeMm && outMm > tolerances.lengthMm
      ? [
          createFinding(
            'gimbal-cannot-balance',
            'stops',
            { ...about, key: way },
            { way, atMm, outMm, lowMm: rangeMm[0], highMm: rangeMm[1] },
          ),
        ]
      : [],
  );
  if (hang.axes.some((a) => a.rangeMm === undefined)) {
    findings.push(createFinding('support-unknown', 'note', about, { lacks: 'balance' }));
  }
  const { over, sizeMm, limitMm } = hang.envelope;
  const names = ['length', 'width', 'height'] as const;
  return [
    ...findings,
    ...over.map((side) => {
      const i = names.indexOf(side);
      return createFinding(
        'gimbal-too-big',
        'risk',
        { ...about, key: side },
        { side, sizeMm: sizeMm[i]!, limitMm: limitMm![i]! },
      );
    }),
  ];
}

function findStanding(assembly: Assembly, hang: Extract<Hang, { state: 'stands' }>): Finding[] {
  const { tipDeg, shape, on } = hang.standing;
  if (!tipDeg) return [];
  const [way, deg] = (Object.entries(tipDeg) as [keyof typeof tipDeg, number][]).reduce((a, b) =>
    b[1] < a[1] ? b : a,
  );
  const limitDeg = measureSetting(assembly.rig.settings, 'tipDeg');
  // On a point or an edge it falls at a touch, whatever the outline says.
  const leastDeg = shape === 'area' ? deg : Math.min(0, deg);
  if (leastDeg >= limitDeg) return [];
  const items = on.map((p) => p.item.id).slice(0, 2);
  const weight = leastDeg <= 0 ? 'risk' : 'note';
  return [createFinding('tips-easily', weight, { items }, { way, tipDeg: leastDeg, limitDeg })];
}

/** What is wrong with how the rig sits. A tilt or lean of just the limit is still level. */
export function findHangFindings(assembly: Assembly, hold: Hold, hang: Hang): Finding[] {
  const findings: Finding[] = assembly.unweighed.map((placed) =>
    createFinding('mass-unknown', 'note', { items: [placed.item.id] }, {}),
  );
  switch (hang.state) {
    case 'needs-grip': {
      const facts = { hold: hold.hold, need: hang.need };
      return [...findings, createFinding('no-hold', 'risk', { items: [], key: 'rig' }, facts)];
    }
    case 'tips-over': {
      const { itemId, aboveMm } = hang;
      return [...findings, createFinding('tips-over', 'stops', { items: [itemId] }, { aboveMm })];
    }
    case 'hangs':
      return [...findings, ...findHanging(assembly, hold, hang)];
    case 'in-hands':
      return [...findings, ...findInHands(assembly, hang)];
    case 'on-shoulder':
      return [...findings, ...findOnShoulder(hang)];
    case 'on-head':
      return [...findings, ...findOnHead(assembly, hang)];
    case 'on-gimbal':
      return [...findings, ...findOnGimbal(hang)];
    case 'stands':
      return [...findings, ...findStanding(assembly, hang)];
    case 'needs-mass':
      return findings;
  }
}
