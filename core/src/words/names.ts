import {
  connectorLabels,
  toolLabels,
  mountKinds,
  type Connector,
  type Control,
  type Mount,
  type MountKind,
  type PartBook,
  type PartKind,
  type Serves,
  type Tool,
} from '../part/index.js';
import {
  nameItem,
  nameMount,
  type Assembly,
  type HoldKind,
  type HoldNeed,
  type Joint,
  type PlacedJoint,
  type Stretch,
} from '../rig/index.js';
import { sayG, sayMm, sayNm } from './figures.js';

export function sayTool(tool: Tool): string {
  return toolLabels[tool];
}

/** "HDMI D": a connector by its standard. */
export function sayConnector(connector: Connector): string {
  return connectorLabels[connector];
}

const controlWords: Readonly<Record<Control['use'], string>> = {
  record: 'record button',
  dials: 'dials',
  focus: 'focus ring',
  zoom: 'zoom ring',
  iris: 'iris ring',
  lever: 'lever',
  knob: 'knob',
};

/** What a part can be needed for, in words. */
export const needNames: Readonly<Record<Serves['need'], string>> = {
  picture: 'a camera',
  optics: 'a lens',
  'hold-low': 'a hold for low shots',
  'hold-side': 'a hold at the side',
  'hold-shoulder': 'a hold on the shoulder',
  monitor: 'a monitor',
  loupe: 'a loupe',
  microphone: 'a microphone',
  'wireless-audio': 'wireless sound',
  headphones: 'headphones',
  power: 'power',
  'light-control': 'light control',
  'focus-drive': 'a focus drive',
  media: 'media',
  support: 'a support',
  'cable-safety': 'leads held fast',
  'video-link': 'a wireless picture',
  balance: 'a counterweight',
};

/** "side grip": a kind of part, in words. */
export function sayPartKind(kind: PartKind): string {
  return kind.replaceAll('-', ' ');
}

const holdNames: Readonly<Record<HoldKind, string>> = {
  low: 'low, by the top handle',
  'low-two': 'low, other hand under the lens',
  'one-grip': 'one grip',
  grips: 'two grips',
  eye: 'at the eye',
  chest: 'chest',
  shoulder: 'shoulder',
  lap: 'on the lap',
  carried: 'carried by the handle',
  strap: 'on the strap',
  tripod: 'tripod',
  monopod: 'monopod',
  slider: 'slider',
  gimbal: 'gimbal',
  'set-down': 'set down on a table',
};

export function sayHold(hold: HoldKind): string {
  return holdNames[hold];
}

/** What a way of holding lacks, in words. */
export const needWords: Readonly<Record<HoldNeed, string>> = {
  'top-grip': 'a top handle',
  'side-grip': 'a side grip',
  'second-grip': 'a second grip',
  support: 'a tripod, head or gimbal under it',
  lens: 'a lens, for the hand under it',
  loupe: 'a loupe or a finder for the eye',
  'shoulder-pad': 'a shoulder pad',
  'strap-anchor': 'lugs for a strap',
};

/** "¼″-20", "NATO rail": a kind of mount by its standard. */
export function sayKind(kind: MountKind): string {
  return mountKinds[kind].label;
}

/** "¼″-20 screw with pins", "NATO rail clamp": a mount by its standard, its half and its pins. */
export function sayMount(mount: Mount): string {
  const label = mountKinds[mount.kind].label;
  // "cold shoe shoe" and "NATO rail rail" say nothing twice.
  const half = label.toLowerCase().endsWith(mount.side) ? label : `${label} ${mount.side}`;
  const pins = mount.locating
    ? mount.locating.side === 'pins'
      ? ' with pins'
      : ' with pin holes'
    : '';
  return `${half}${pins}`;
}

/** "⅜″-16 with pins · hex 4 mm": how a part is held, as the stack says it. */
export function sayJoint(joint: PlacedJoint): string {
  const { mate, childMount, parentMount } = joint;
  if (mate.state === 'refuses')
    return `${sayMount(childMount)} on ${sayMount(parentMount)}: does not join`;
  const pins = mate.pinned ? ' with pins' : '';
  const tool = childMount.fastening?.tool ?? parentMount.fastening?.tool;
  return `${sayKind(mate.as)}${pins}${tool && tool !== 'none' ? ` · ${toolLabels[tool]}` : ''}`;
}

/** "5 s to fasten · goes on over the end · bears 350 g": what a joint takes and what it is stated to bear. */
export function sayFastening(joint: PlacedJoint): string {
  const { childMount, parentMount } = joint;
  const fastening = childMount.fastening ?? parentMount.fastening;
  const entry = childMount.entry ?? parentMount.entry;
  const bears = [parentMount.bears, childMount.bears].find((b) => b !== undefined);
  return [
    fastening ? `${fastening.seconds} s to fasten` : undefined,
    entry === 'end' ? 'goes on over the end' : entry === 'side' ? 'opens sideways' : undefined,
    bears?.massG === undefined ? undefined : `bears ${sayG(bears.massG)}`,
    bears?.momentNm === undefined ? undefined : `bears ${sayNm(bears.momentNm)}`,
  ]
    .filter((piece) => piece !== undefined)
    .join(' · ');
}

/** Names for the ids that findings and edits carry. */
export interface Names {
  item(itemId: string): string;
  mount(itemId: string, mountId: string): string;
  joint(jointId: string): Joint | undefined;
  movement(itemId: string, movementId: string): string;
  /** The unit in which a movement is set. */
  movementUnit(itemId: string, movementId: string): '°' | 'mm';
  port(itemId: string, portId: string): string;
  control(itemId: string, controlId: string): string;
  part(partId: string): string;
  /** How many parts an item of this setup carries. */
  carried(itemId: string): number;
}

/** Looks names up in an assembly, and in a catalogue for parts that are not on the rig. */
export function createNames(assembly: Assembly, parts: PartBook): Names {
  const kit = new Map(assembly.rig.kit.map((item) => [item.id, item]));
  const partOf = (itemId: string) =>
    assembly.byId.get(itemId)?.part ?? parts.get(kit.get(itemId)?.partId ?? '');
  return {
    item: (itemId) => {
      const item = kit.get(itemId);
      const part = partOf(itemId);
      return item && part ? nameItem({ item, part }) : itemId;
    },
    mount: (itemId, mountId) => {
      const mount = partOf(itemId)?.mounts.find((m) => m.id === mountId);
      return mount ? nameMount(mount) : mountId;
    },
    joint: (jointId) => assembly.setup.joints.find((j) => j.id === jointId),
    movementUnit: (itemId, movementId) =>
      partOf(itemId)?.movements?.find((m) => m.id === movementId)?.type === 'shift' ? 'mm' : '°',
    movement: (itemId, movementId) =>
      partOf(itemId)?.movements?.find((m) => m.id === movementId)?.name ?? movementId,
    port: (itemId, portId) => {
      const port = partOf(itemId)?.ports?.find((p) => p.id === portId);
      return port ? (port.name ?? sayConnector(port.connector)) : portId;
    },
    control: (itemId, controlId) => {
      const control = partOf(itemId)?.controls?.find((c) => c.id === controlId);
      return control ? (control.name ?? controlWords[control.use]) : controlId;
    },
    part: (partId) => parts.get(partId)?.name ?? partId,
    carried: (itemId) => {
      const placed = assembly.byId.get(itemId);
      return placed ? placed.branchEnd - placed.number : 0;
    },
  };
}

/** What is left of a lengthwise mount: "free 12 mm and 30 mm", or "all taken". */
export function sayFree(free: readonly Stretch[]): string {
  if (free.length === 0) return 'all taken';
  return `free ${free.map((f) => sayMm(f.toMm - f.fromMm)).join(' and ')}`;
}
