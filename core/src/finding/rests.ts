import type { Part } from '../part/index.js';
import type { Assembly } from '../rig/index.js';
import type { Finding, FindingCode } from './finding.js';

/** What a verdict is computed from. */
export type Basis = 'mass' | 'shape' | 'mounts' | 'spaces' | 'ports';

const space: readonly Basis[] = ['shape', 'mounts'];
const stated: readonly Basis[] = [];

/** Which figures of the parts each finding rests on; those that rest on what people state alone have none. */
export const restsOn: Readonly<Record<FindingCode, readonly Basis[]>> = {
  'kinds-do-not-mate': ['mounts'],
  'mount-taken-twice': ['mounts'],
  'clamps-overlap': ['mounts'],
  'rail-too-short': ['mounts'],
  'off-the-rail': ['mounts'],
  'turn-off-step': ['mounts'],
  'stance-out-of-range': stated,
  'key-unknown': stated,
  'enters-not-latches': stated,
  'screw-can-turn': ['mass', 'mounts'],
  'screw-too-long': ['mounts'],
  'screw-too-short': ['mounts'],
  'brace-apart': ['mounts'],
  'parts-overlap': space,
  'keep-clear-entered': ['shape', 'mounts', 'spaces'],
  'hand-room': space,
  'mount-covered': space,
  'cannot-bring-on': space,
  'plug-cannot-enter': ['shape', 'ports'],
  'bend-too-tight': ['shape', 'ports'],
  'lead-wrong-end': ['ports'],
  'port-taken-twice': ['ports'],
  'lead-too-short': ['shape', 'ports'],
  'lead-too-long': ['shape', 'ports'],
  'lens-mount-overloaded': ['mass', 'shape'],
  'adapter-impossible': ['mounts'],
  'flange-off': ['mounts'],
  'sensor-not-covered': stated,
  'off-optical-axis': space,
  'gear-out-of-mesh': ['mounts'],
  'support-too-short': space,
  'view-cut': space,
  'tool-cannot-reach': space,
  'assembly-impossible': ['mounts'],
  'scratches-body': stated,
  'over-payload': ['mass'],
  'over-ahead': space,
  'home-made-load': ['mass'],
  'one-fastening': ['mounts'],
  'mount-overloaded': ['mass', 'mounts'],
  'arm-sags': ['mass', 'shape'],
  'no-lining': ['mounts'],
  'lever-under-hand': ['shape', 'spaces'],
  'out-of-reach': space,
  'not-with-gloves': space,
  'grips-uneven': space,
  'screen-not-seen': space,
  'does-not-stand': ['mass', 'shape'],
  'longer-than-needed': space,
  'excludes-part': stated,
  'part-unplaced': stated,
  'no-lead': ['ports'],
  'no-supply': ['ports'],
  'tool-missing': ['mounts'],
  'bought-twice': stated,
  'sold-only-with': stated,
  'no-charger': stated,
  'joint-plays': ['mounts'],
  'screw-hits-behind': space,
  'over-height': space,
  'no-hold': stated,
  'tips-over': ['mass', 'shape'],
  'not-level': ['mass', 'shape'],
  'mass-unknown': stated,
  'wrist-over': ['mass', 'shape'],
  'hand-pulls-down': ['mass', 'shape'],
  'heavy-end': ['mass', 'shape'],
  'off-head-axis': ['mass', 'shape'],
  'counterbalance-short': ['mass', 'shape'],
  'gimbal-cannot-balance': ['mass', 'shape'],
  'gimbal-too-big': ['shape'],
  'support-unknown': stated,
  'slips-out': ['mass', 'shape'],
  'tips-easily': ['mass', 'shape'],
  'over-spend': stated,
  'over-carry': ['mass'],
  'price-unknown': stated,
  'price-without-rate': stated,
};

/** A part whose figures were guessed where a verdict rests on them. */
export interface Guess {
  readonly itemId: string;
  readonly partId: string;
  readonly basis: readonly Basis[];
}

/** Whether what a part says of a basis was guessed by its template, nobody having stated or measured it. */
export function isGuessed(part: Part, basis: Basis, mountIds: readonly string[] = []): boolean {
  const by = part.provenance ?? {};
  switch (basis) {
    case 'mass':
      return part.massG !== undefined && by['massG'] === 'guessed';
    case 'shape':
      return by['solids'] === 'guessed';
    case 'spaces':
      return by['keepClear'] === 'guessed';
    case 'ports':
      return by['ports'] === 'guessed';
    case 'mounts': {
      if (by['mounts'] !== 'guessed') return false;
      // A mount that was corrected by itself is no guess, though the others are.
      return (
        mountIds.length === 0 ||
        mountIds.some((id) => (by[`mounts.${id}`] ?? 'guessed') === 'guessed')
      );
    }
  }
}

/**
 * The guesses that a finding rests on, part by part: of the parts it names, or of all parts of the setup
 * where it is about the whole rig. Empty where every figure was stated or measured.
 */
export function listGuesses(finding: Finding, assembly: Assembly): Guess[] {
  const bases = restsOn[finding.code];
  if (bases.length === 0) return [];
  const ids = finding.items.length > 0 ? finding.items : assembly.items.map((p) => p.item.id);
  const mountsOf = (itemId: string) =>
    assembly.items.flatMap(({ carriedBy: joint }) => {
      if (!joint || !finding.joints.includes(joint.joint.id)) return [];
      if (joint.child === itemId) return [joint.childMount.id];
      return joint.parent === itemId ? [joint.parentMount.id] : [];
    });
  return [...new Set(ids)].flatMap((itemId): Guess[] => {
    const part = assembly.byId.get(itemId)?.part;
    if (!part) return [];
    const basis = bases.filter((b) => isGuessed(part, b, b === 'mounts' ? mountsOf(itemId) : []));
    return basis.length > 0 ? [{ itemId, partId: part.id, basis }] : [];
  });
}
