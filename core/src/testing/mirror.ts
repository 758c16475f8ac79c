/** The same rig as a mirror shows it: left and right change places. */
import { mirrorPart } from '../craft/index.js';
import type { PartBook } from '../part/index.js';
import type { Rig } from '../rig/index.js';

export function mirrorRig({ rig, parts }: { readonly rig: Rig; readonly parts: PartBook }): {
  rig: Rig;
  parts: PartBook;
} {
  const attitude = {
    level: 'level',
    'rolled-left': 'rolled-right',
    'rolled-right': 'rolled-left',
  } as const;
  return {
    parts: new Map([...parts].map(([id, part]) => [id, mirrorPart(part)])),
    rig: {
      ...rig,
      setups: rig.setups.map((setup) => ({
        ...setup,
        attitude: attitude[setup.attitude],
        joints: setup.joints.map((j) => ({ ...j, turnDeg: j.turnDeg === 0 ? 0 : -j.turnDeg })),
      })),
    },
  };
}
