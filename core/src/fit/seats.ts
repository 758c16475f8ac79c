import { createFinding, defineCheck, defineFinding, stating } from '../finding/index.js';
import { dot, measureLength } from '../placement/index.js';
import { measureSetting, measureSlideDirection, type PlacedJoint } from '../rig/index.js';
import { toWeightN } from '../units/index.js';
import { sayG, sayNumber } from '../words/index.js';
import { aboutJoint, type FitAsked } from './asked.js';
import { isBraced } from './brace.js';
import { cutAt } from './cut.js';
import { measureJoltG } from './slip.js';

export const seatSlides = defineFinding(
  'seat-slides',
  stating<{ readonly massG: number; readonly alongN: number; readonly holdsN: number }>(),
  {
    restsOn: ['mass', 'mounts'],
    bad: ({ alongN, holdsN }) => alongN / holdsN,
    weight: 'risk',
    when: 'a foot without a screw in a shoe that slopes as the setup is held: weight and jolts along the shoe over what springs hold by estimate',
    offers: '',
    sentence: ({ items: [child, parent], facts }, n) =>
      `${n.item(child!)} on ${n.item(parent!)} can slide out of its shoe: held like this, ${sayG(facts.massG)} pull along it with ≈ ${sayNumber(facts.alongN, 1)} N, and springs alone hold ≈ ${sayNumber(facts.holdsN, 1)} N.`,
    why: 'A foot that only springs hold creeps out when the shoe is tilted and you walk.',
    todo: 'Take a foot with a screw, close the shoe’s end, or put it where the shoe stays level.',
  },
);

/** Whether nothing but springs holds a joint in its length: both sides state a fastening, and it is none. */
const isSprung = ({ childMount, parentMount }: PlacedJoint): boolean => {
  const tools = [childMount.fastening?.tool, parentMount.fastening?.tool].filter((t) => t);
  return tools.length > 0 && tools.every((t) => t === 'none');
};

/** Feet in shoes that slope, with nothing screwed down. Level, nothing pulls them out but a jolt, which alone is no alarm. */
export const seatCheck = defineCheck([seatSlides], ({ assembly, hold }: FitAsked) =>
  assembly.joints.flatMap((joint) => {
    if (joint.mate.state !== 'mates' || isBraced(assembly, joint)) return [];
    if (joint.mate.as !== 'cold-shoe' && joint.mate.as !== 'hot-shoe') return [];
    if (!isSprung(joint) || (joint.childMount.holdsNm ?? joint.parentMount.holdsNm)) return [];
    const along = measureSlideDirection(assembly, joint);
    if (!along) return [];
    const { awayMass } = cutAt(assembly, joint, hold);
    const slope = Math.abs(dot(along, hold.axes.down)) / measureLength(along);
    // Less than 10° is level: a hand holds no truer.
    if (slope < Math.sin((10 * Math.PI) / 180)) return [];
    const alongN = toWeightN(awayMass.massG) * (slope + measureJoltG(assembly));
    const holdsN = measureSetting(assembly.rig.settings, 'seatHoldsN');
    if (alongN <= holdsN) return [];
    return [
      createFinding(seatSlides, 'risk', aboutJoint(joint), {
        massG: awayMass.massG,
        alongN,
        holdsN,
      }),
    ];
  }),
);
