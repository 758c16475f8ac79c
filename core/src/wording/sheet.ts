import {
  mountKinds,
  toolLabels,
  type KeepClearPurpose,
  type PartBook,
  type Tool,
} from '../part/index.js';
import type { Assembly, PlacedJoint } from '../rig/index.js';
import {
  sayG,
  sayHours,
  sayJoint,
  sayMm,
  sayNm,
  sayNumber,
  sayPartKind,
  sayTool,
  type Names,
} from '../words/index.js';
import type { Slip } from '../fit/index.js';
import {
  findLining,
  measureFreeEnd,
  type BuildStep,
  type Caution,
  type FreeEnd,
  type HandCheck,
  type PackLine,
  type Tightening,
} from '../sheet/index.js';

/** How firmly a fastening is drawn, in words that a hand understands. */
export function sayTorque(tool: Tool, slip: Slip | undefined): string | undefined {
  const how: Readonly<Partial<Record<Tool, string>>> = {
    none: undefined,
    thumb: 'as tight as fingers go',
    coin: 'firm with the coin, no pliers',
    screwdriver: 'firm, without leaning on it',
  };
  const words = tool.startsWith('hex')
    ? 'firm on the short arm of the key, no tube on it'
    : how[tool];
  if (words === undefined) return undefined;
  return slip && !slip.slipStated ? `${words} (≈ ${sayNm(slip.torqueNm)})` : words;
}

const endWords: Readonly<Record<FreeEnd['end'], string>> = {
  front: 'front',
  back: 'back',
  left: 'left',
  right: 'right',
  upper: 'upper',
  lower: 'lower',
};

/** “leave 12 mm of rail on the roof of the cage free at its front end”, “flush with the front end of …”. */
export function sayFreeEnd({ itemId, mountId, end, freeMm }: FreeEnd, names: Names): string {
  const rail = `${names.mount(itemId, mountId)} of ${names.item(itemId)}`;
  return Math.round(freeMm) === 0
    ? `flush with the ${endWords[end]} end of ${rail}`
    : `leave ${sayMm(freeMm)} of ${rail} free at its ${endWords[end]} end`;
}

/** What is to be heeded of a joint while it is made: how it holds, where it goes, how firm, how lined. */
export function listJointLines(
  assembly: Assembly,
  joint: PlacedJoint,
  tool: Tool,
  slip: Slip | undefined,
  names: Names,
): string[] {
  const { childMount, parentMount } = joint;
  const free = measureFreeEnd(assembly, joint);
  const entry = childMount.entry ?? parentMount.entry;
  const lining = findLining(joint);
  const { turnDeg, rollDeg, screwMm, spacerMm } = joint.joint;
  return [
    sayJoint(joint),
    entry === 'end' ? 'slides on from the end' : undefined,
    free && sayFreeEnd(free, names),
    turnDeg === 0 ? undefined : `turned by ${sayNumber(turnDeg, 0)}°`,
    rollDeg ? `rolled round its rod by ${sayNumber(rollDeg, 0)}°` : undefined,
    screwMm === undefined ? undefined : `with the screw of ${sayMm(screwMm)}`,
    spacerMm ? `washers of ${sayMm(spacerMm)} between` : undefined,
    sayTorque(tool, slip),
    lining === 'rubber' ? 'rubber between' : lining === 'metal' ? 'metal on metal' : undefined,
  ].filter((line) => line !== undefined);
}

/** What is to be minded in a step, in words. */
export function sayCaution(caution: Caution): string {
  switch (caution.kind) {
    case 'after':
      return `On after the ${sayPartKind(caution.of)}: its maker says so.`;
    case 'lens-off':
      return 'The lens is off, the body’s cap on.';
    case 'open-camera':
      return 'The cap comes off last; the camera looks down while it is open.';
    case 'cell':
      return 'Contacts clean and dry; it clicks.';
    case 'on-the-ground':
      return 'Keep a hand on the rig until it is locked. Above people, vehicles or water it also hangs on a tether.';
    case 'home-made':
      return 'Home-made or altered: what it bears is not known. Look for sharp edges and for play.';
  }
}

/** Where a step is done, where that is not on the rig: “on the table”. */
export const sayWhere = ({ table }: Pick<BuildStep, 'table'>): string | undefined =>
  table === undefined ? undefined : 'on the table';

const doorWords: Readonly<Partial<Record<KeepClearPurpose, string>>> = {
  'battery-door': 'the battery door',
  'card-door': 'the card door',
  'port-door': 'the door over the ports',
  'screen-swing': 'the screen',
};

/** A check by hand as an order; `hangs` is how the rig hangs by the app's reckoning. */
export function sayCheck(check: HandCheck, names: Names, hangs: string): string {
  switch (check.kind) {
    case 'shake':
      return 'Shake it gently by its grip: nothing rattles, nothing turns.';
    case 'hang':
      return `Hang it from one finger under ${names.item(check.itemId)}: it should hang ${hangs}.`;
    case 'support-arms':
      return `${names.item(check.itemId)}: it touches the lens and does not lift it.`;
    case 'drive-turns':
      return `Turn ${names.item(check.itemId)} from stop to stop: the gear runs freely and does not jump.`;
    case 'filter-turns':
      return `Turn ${names.item(check.itemId)} over its range: nothing stands in its way.`;
    case 'opens': {
      const door = doorWords[check.purpose] ?? 'its door';
      return check.opens
        ? `Open and shut ${door} of ${names.item(check.itemId)}.`
        : `${door[0]!.toUpperCase()}${door.slice(1)} of ${names.item(check.itemId)} does not open in this setup: do what it is for before.`;
    }
    case 'latched':
      return `Tug at the rig on ${names.item(check.itemId)}: it is locked, and the catch holds.`;
    case 'leads':
      return 'Pull lightly at each plug: it sits, and no lead is tight when screens and arms move.';
    case 'listen':
      return 'Put the headphones on: you hear each microphone, each on its own track.';
    case 'record':
      return 'Record ten seconds with sound, and play them back.';
  }
}

/** A line of a pack list: name, and a word beside it. */
export function sayPackLine(
  { what }: PackLine,
  names: Names,
  parts: PartBook,
): { readonly name: string; readonly note: string | undefined } {
  switch (what.kind) {
    case 'item':
      return { name: names.item(what.itemId), note: undefined };
    case 'in-box':
      return {
        name: names.item(what.itemId),
        note: `lies in the box of ${names.item(what.withId)}`,
      };
    case 'cells':
      return {
        name: `${what.count} more ${parts.get(what.partId)?.name ?? what.partId}`,
        note: 'the day takes them',
      };
    case 'tool':
      return { name: sayTool(what.tool), note: 'tool' };
    case 'spare-key':
      return { name: `a second ${toolLabels[what.tool]}`, note: 'spare' };
    case 'spare-screw':
      return { name: `a ${mountKinds[what.mount].label} screw`, note: 'spare' };
  }
}

/** How often a joint is looked at: “every ≈ 2.6 h: carries 38 % of what it holds”. */
export const sayTightening = ({ everyH, ratio, cameLoose }: Tightening): string =>
  `every ≈ ${sayHours(everyH)}: up to ${Math.round(ratio * 100)} % of what it holds acts on it${
    cameLoose === 0
      ? ''
      : cameLoose === 1
        ? ', and it came loose once'
        : `, and it came loose ${cameLoose} times`
  }`;

/** Grams of a list, with what nobody has weighed. */
export const sayListMass = (massG: number, unweighed: number): string =>
  unweighed === 0 ? sayG(massG) : `at least ${sayG(massG)} (${unweighed} not weighed)`;

/** Within so many degrees a rig looks level to whoever hangs it from a finger. */
const looksLevelDeg = 1.5;

/** How a rig hangs from one finger, as one sees it: “level”, “≈ 4° nose down”. In degrees. */
export function sayHanging({
  ahead,
  left,
}: {
  readonly ahead: number;
  readonly left: number;
}): string {
  const said = [
    Math.abs(ahead) < looksLevelDeg
      ? undefined
      : `≈ ${Math.abs(Math.round(ahead))}° nose ${ahead > 0 ? 'down' : 'up'}`,
    Math.abs(left) < looksLevelDeg
      ? undefined
      : `≈ ${Math.abs(Math.round(left))}° to the ${left > 0 ? 'left' : 'right'}`,
  ].filter((s) => s !== undefined);
  return said.length === 0 ? 'level' : said.join(' and ');
}

/**
 * The share of a landscape picture's pixels that are left where an upright one of the same proportions is cut from it: its
 * height is kept, its width becomes height ∕ aspect, of width = height · aspect; so 1 ∕ aspect². In words: “32 %”.
 */
export const sayCut = (aspect: number): string => `${Math.round(100 / aspect ** 2)} %`;
