import type { Hold } from '../hold/index.js';
import { hasTrait } from '../part/index.js';
import {
  compose,
  createTurnAbout,
  measureLength,
  place,
  subtract,
  type Vec3,
} from '../placement/index.js';
import type { Assembly, PlacedItem, PlacedJoint } from '../rig/index.js';
import { isEntered, spaceSolid, type Space } from '../space/index.js';
import { toRad } from '../units/index.js';
import type { Cut } from './cut.js';
import type { PluggedLead } from './plugs.js';

/**
 * What it does when a hand or a knock turns a joint: nothing; the part is aimed by turning it; the picture turns with it;
 * a grip turns in the hand; something is hit, or a lead pulled out, within the angle that a push turns it.
 */
export type Turning = 'nothing' | 'aims' | 'picture' | 'grip' | 'hits' | 'unplugs';

/** How far a push turns a joint before one sees it, in degrees: an estimate, looked at in steps. */
const turnsDeg = [10, 20, 30] as const;

/** The line about which a joint turns, in the rig's frame. */
export interface TurnLine {
  readonly throughMm: Vec3;
  readonly axis: Vec3;
}

/** What the turning may meet, where there is a collision library. */
export interface TurnSpace {
  readonly space: Space;
  readonly leads: readonly PluggedLead[];
}

/** What a push does that turns a joint. Without a space nothing is said of what it hits or unplugs. */
export function findTurning(
  assembly: Assembly,
  joint: PlacedJoint,
  cut: Cut,
  line: TurnLine,
  hold: Hold,
  around: TurnSpace | undefined,
): Turning {
  const away = assembly.items.filter(cut.isAway);
  if (away.some((p) => hasTrait(p.part, 'camera'))) return 'picture';
  const held = new Set(hold.state === 'held' ? hold.itemIds : []);
  if (away.some((p) => held.has(p.item.id))) return 'grip';
  if (away.some((p) => hasTrait(p.part, 'turned-to-aim'))) return 'aims';
  if (!around) return 'nothing';
  const ids = new Set(away.map((p) => p.item.id));
  const near = new Set([joint.parent, joint.child]);
  const isOther = (p: PlacedItem) => !ids.has(p.item.id) && !near.has(p.item.id);
  // Either way: a push does not choose.
  const turns = turnsDeg.flatMap((deg) =>
    [deg, -deg].map((d) => createTurnAbout(line.throughMm, line.axis, toRad(d))),
  );
  for (const turned of turns) {
    for (const { solids } of around.space.items.filter((i) => ids.has(i.placed.item.id))) {
      const swung = solids.flatMap(({ solid, rigFromSolid }) =>
        solid.type === 'hull' ? [] : [spaceSolid(solid, compose(turned, rigFromSolid))],
      );
      if (isEntered(around.space, swung, isOther)) return 'hits';
    }
  }
  const pulls = around.leads.some(({ from, to, lengthMm }) => {
    const [a, b] = [ids.has(from.placed.item.id), ids.has(to.placed.item.id)];
    if (a === b || lengthMm === undefined) return false;
    const [moving, still] = a ? [from, to] : [to, from];
    return turns.some((t) => measureLength(subtract(place(t, moving.atMm), still.atMm)) > lengthMm);
  });
  return pulls ? 'unplugs' : 'nothing';
}
