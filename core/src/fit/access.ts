import { createFinding, defineFinding, stating } from '../finding/index.js';
import { sayList, sayMm, sayTool } from '../words/index.js';
import { defineSolidCheck, type SolidAsked } from './asked.js';
import type { Tool } from '../part/index.js';
import { add, scale } from '../placement/index.js';
import {
  type Assembly,
  isInBranch,
  measureSetting,
  placeRay,
  type PlacedItem,
  type PlacedJoint,
  type SettingName,
} from '../rig/index.js';
import { createProbe, listIntrusions, type Space } from '../space/index.js';
import { tolerances } from '../units/index.js';

/** What a tool needs before a screw's head: its length (a setting) and half its width (estimates). */
const toolRoom: Readonly<
  Partial<Record<Tool, { readonly length: SettingName; readonly radiusMm: number }>>
> = {
  thumb: { length: 'toolThumbMm', radiusMm: 12 },
  coin: { length: 'toolCoinMm', radiusMm: 12 },
  'hex-2': { length: 'toolKeyMm', radiusMm: 3 },
  'hex-2.5': { length: 'toolKeyMm', radiusMm: 3 },
  'hex-3': { length: 'toolKeyMm', radiusMm: 3 },
  'hex-4': { length: 'toolKeyMm', radiusMm: 4 },
  'hex-5': { length: 'toolKeyMm', radiusMm: 4 },
  'hex-3-16-in': { length: 'toolKeyMm', radiusMm: 4 },
  screwdriver: { length: 'toolKeyMm', radiusMm: 8 },
};

/** A fastening whose place is known, and what stands where its tool must go. */
export interface Access {
  readonly joint: PlacedJoint;
  readonly tool: Tool;
  readonly roomMm: number;
  /** In tree order; empty where the tool reaches. */
  readonly blockers: readonly PlacedItem[];
  /** Those of them past which the tool is not held a little aslant. */
  readonly firm: readonly PlacedItem[];
}

function measureAccess(space: Space, joint: PlacedJoint): Access | undefined {
  const { assembly } = space;
  const onChild = joint.childMount.fastening?.access !== undefined;
  const mount = onChild ? joint.childMount : joint.parentMount;
  const { fastening } = mount;
  const room = fastening && toolRoom[fastening.tool];
  if (!fastening?.access || !room) return undefined;
  const owner = assembly.byId.get(onChild ? joint.child : joint.parent)!;
  const { atMm, direction } = placeRay(
    owner,
    mount.id,
    fastening.access.atMm,
    fastening.access.direction,
  );
  const roomMm = measureSetting(assembly.rig.settings, room.length);
  const probe = createProbe(add(atMm, scale(direction, 0.5)), direction, room.radiusMm, roomMm);
  const met = [...listIntrusions(space, [probe], (p) => p.item.id !== owner.item.id)].sort(
    (a, b) => a.placed.number - b.placed.number,
  );
  const firm = met.filter((i) => i.depthMm > tolerances.tiltsPastMm + tolerances.lengthMm);
  return {
    joint,
    tool: fastening.tool,
    roomMm,
    blockers: met.map((i) => i.placed),
    firm: firm.map((i) => i.placed),
  };
}

/** Every fastening whose place is known, with what blocks it. Fastenings without a known place are left out. */
export function listAccess(space: Space): Access[] {
  return space.assembly.joints
    .filter((j) => j.mate.state === 'mates' && space.byId.has(j.child))
    .flatMap((joint) => measureAccess(space, joint) ?? []);
}

/** Whether a blocker is there before the joint is made: it carries the joint's child. */
export function isThereBefore(blocker: PlacedItem, child: PlacedItem): boolean {
  return isInBranch(blocker, child) && blocker.item.id !== child.item.id;
}

export const toolCannotReach = defineFinding(
  'tool-cannot-reach',
  stating<{ readonly tool: Tool; readonly roomMm: number }>(),
  {
    restsOn: ['shape', 'mounts'],
    weight: 'stops',
    when: 'the room a tool needs before a fastening of known place is taken by what carries the part; what can go on later stands in the working',
    offers: '',
    sentence: ({ items: [child, ...blockers], facts }, n) =>
      `The fastening of ${n.item(child!)} (${sayTool(facts.tool)}) needs ${sayMm(facts.roomMm)} before it, and ${sayList(blockers.map((b) => n.item(b)))} ${blockers.length === 1 ? 'is' : 'are'} there.`,
    why: 'What cannot be tightened works loose.',
    todo: 'Turn the part, take a shorter tool, or make room.',
  },
);

/**
 * Fastenings no tool reaches because of what must be there before. What can go on later is no finding: it must come off again
 * to tighten the screw, which {@link listLaterBlocked} tells.
 */
export const accessCheck = defineSolidCheck(
  [toolCannotReach],
  ({ assembly, access: list }: SolidAsked & { readonly access: readonly Access[] }) =>
    list.flatMap(({ joint, tool, roomMm, blockers }) => {
      if (blockers.length === 0) return [];
      const child = assembly.byId.get(joint.child)!;
      const lasting = blockers.filter((b) => isThereBefore(b, child));
      // What can go on later only has to come off again to tighten the screw: that stands in the working.
      if (lasting.length === 0) return [];
      return [
        createFinding(
          toolCannotReach,
          'stops',
          {
            items: [joint.child, ...lasting.map((b) => b.item.id)],
            joints: [joint.joint.id],
          },
          { tool, roomMm },
        ),
      ];
    }),
);

/** A fastening that is tightened again only after something else has come off. */
export interface LaterBlocked {
  readonly itemId: string;
  readonly tool: Tool;
  readonly blockers: readonly string[];
}

/** Fastenings that are reached while the rig is put together and not once all is on it. */
export function listLaterBlocked(assembly: Assembly, list: readonly Access[]): LaterBlocked[] {
  return list.flatMap(({ joint, tool, firm: blockers }): LaterBlocked[] => {
    const child = assembly.byId.get(joint.child)!;
    const isLater = blockers.length > 0 && !blockers.some((b) => isThereBefore(b, child));
    return isLater ? [{ itemId: joint.child, tool, blockers: blockers.map((b) => b.item.id) }] : [];
  });
}
