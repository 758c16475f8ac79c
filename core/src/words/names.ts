import {
  connectorLabels,
  controlLabels,
  toolLabels,
  mountKinds,
  type Connector,
  type Mount,
  type MountKind,
  type MountSide,
  type Part,
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
import { sayG, sayList, sayMm, sayNm } from './figures.js';

export function sayTool(tool: Tool): string {
  return toolLabels[tool];
}

/** "HDMI D": a connector by its standard. */
export function sayConnector(connector: Connector): string {
  return connectorLabels[connector];
}

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
  protection: 'places to fasten things to',
  timecode: 'timecode',
  'wind-shield': 'something against wind',
  'sound-inputs': 'inputs for sound',
  'front-view': 'a picture seen from before the lens',
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

/** The same as the name of a setup: with a capital letter. */
export const nameHold = (hold: HoldKind): string =>
  `${holdNames[hold].charAt(0).toUpperCase()}${holdNames[hold].slice(1)}`;

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

/** One half of a kind of mount: "¼″-20 screw", "NATO rail", "lens mount of the body", "strap for a strap lug". */
export function sayHalf(kind: MountKind, side: MountSide): string {
  const { label } = mountKinds[kind];
  const word = label.toLowerCase();
  // "cold shoe shoe" and "NATO rail rail" say nothing twice, and "lens mount body" is no half.
  if (side === 'body' || side === 'lens') return `${label} of the ${side}`;
  if (word.endsWith(side)) return label;
  return word.startsWith(`${side} `) ? `${side} for a ${label}` : `${label} ${side}`;
}

/** "¼″-20 screw with pins", "NATO rail clamp": a mount by its standard, its half and its pins. */
export function sayMount(mount: Mount): string {
  const half = sayHalf(mount.kind, mount.side);
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
  /** Whether an individual is in the kit: what an edit would bring in is not yet. */
  has(itemId: string): boolean;
  item(itemId: string): string;
  mount(itemId: string, mountId: string): string;
  joint(jointId: string): Joint | undefined;
  movement(itemId: string, movementId: string): string;
  /** The unit in which a movement is set. */
  movementUnit(itemId: string, movementId: string): '°' | 'mm';
  /** The pose of an item's part that movements, set so on top of how it stands now, make; undefined for none. */
  pose(itemId: string, at: Readonly<Record<string, number>>): string | undefined;
  port(itemId: string, portId: string): string;
  control(itemId: string, controlId: string): string;
  part(partId: string): string;
  /** What kind of part a part of the catalogue is; undefined where it is not known. */
  kind(partId: string): PartKind | undefined;
  /** The lead of a planned run. */
  lead(cableId: string): string;
  /** How many parts an item of this setup carries. */
  carried(itemId: string): number;
  /** The same names where some individuals are of other parts: what an edit brings in, or puts in another's place. */
  calling(partIds: ReadonlyMap<string, string>): Names;
}

const ordinals = ['', '', 'second', 'third', 'fourth', 'fifth', 'sixth'];
const ordinalRules = new Intl.PluralRules('en', { type: 'ordinal' });
const endings: Readonly<Partial<Record<Intl.LDMLPluralRule, string>>> = {
  one: 'st',
  two: 'nd',
  few: 'rd',
};

/** A place in a row: “second”, “7th”, “21st”. */
const sayOrdinal = (n: number): string =>
  ordinals[n] ?? `${n}${endings[ordinalRules.select(n)] ?? 'th'}`;

/** Tells twins apart: the first keeps its name, the others are counted. */
function countTwins(
  names: readonly (readonly [id: string, name: string])[],
  say = (name: string, ordinal: string) => `${name}, ${ordinal}`,
): Map<string, string> {
  const seen = new Map<string, number>();
  return new Map(
    names.map(([id, name]) => {
      const before = seen.get(name) ?? 0;
      seen.set(name, before + 1);
      return [id, before === 0 ? name : say(name, sayOrdinal(before + 1))];
    }),
  );
}

/** Which face of its part something is on, in a word; undefined where it looks aslant. */
function saySide([x, y, z]: readonly [number, number, number]): string | undefined {
  const [most, word] = (
    [
      [x, x > 0 ? 'front' : 'rear'],
      [y, y > 0 ? 'left' : 'right'],
      [z, z > 0 ? 'upper' : 'lower'],
    ] as const
  ).reduce((a, b) => (Math.abs(b[0]) > Math.abs(a[0]) ? b : a));
  return Math.abs(most) > 0.9 ? word : undefined;
}

/** Names of things on one part; those of one name by their faces, and where that does not tell them apart by number. */
function nameThings(
  things: readonly {
    readonly id: string;
    readonly name: string;
    readonly normal: readonly [number, number, number];
    readonly own: boolean;
  }[],
): Map<string, string> {
  const isTwin = (name: string) => things.filter((t) => t.name === name).length > 1;
  return countTwins(
    things.map((t) => {
      const side = !t.own && isTwin(t.name) ? saySide(t.normal) : undefined;
      return [t.id, side ? `${side} ${t.name}` : t.name];
    }),
    (name, ordinal) => `${ordinal} ${name}`,
  );
}

const mountNames = new WeakMap<Part, Map<string, string>>();
const portNames = new WeakMap<Part, Map<string, string>>();

function once(
  known: WeakMap<Part, Map<string, string>>,
  part: Part,
  make: () => Map<string, string>,
): Map<string, string> {
  let names = known.get(part);
  if (!names) {
    names = make();
    known.set(part, names);
  }
  return names;
}

/** A mount of a part by name; twins are told apart: “left strap lug”, “¼″-20, second”. */
export function nameMountOf(part: Part, mountId: string): string {
  const names = once(mountNames, part, () =>
    nameThings(
      part.mounts.map((m) => ({
        id: m.id,
        name: nameMount(m),
        normal: m.normal,
        own: m.name !== undefined,
      })),
    ),
  );
  return names.get(mountId) ?? mountId;
}

/** A socket of a part by name; twins are told apart by what they are for and where they are. */
export function namePortOf(part: Part, portId: string): string {
  const names = once(portNames, part, () => {
    const ports = part.ports ?? [];
    const plain = (p: (typeof ports)[number]) => p.name ?? sayConnector(p.connector);
    return nameThings(
      ports.map((p) => {
        const twins = ports.filter((q) => plain(q) === plain(p));
        // In and out tell a pair apart better than where they are.
        const way = twins.length > 1 && twins.every((q) => q === p || q.direction !== p.direction);
        const name = way && p.direction !== 'both' ? `${plain(p)} ${p.direction}` : plain(p);
        return { id: p.id, name, normal: p.normal, own: p.name !== undefined };
      }),
    );
  });
  return names.get(portId) ?? portId;
}

/** Looks names up in an assembly, and in a catalogue for parts that are not on the rig. */
export function createNames(
  assembly: Assembly,
  parts: PartBook,
  called: ReadonlyMap<string, string> = new Map(),
): Names {
  const kit = new Map(assembly.rig.kit.map((item) => [item.id, item]));
  const partOf = (itemId: string) =>
    parts.get(called.get(itemId) ?? '') ??
    assembly.byId.get(itemId)?.part ??
    parts.get(kit.get(itemId)?.partId ?? '');
  // Two alike are told apart within the kit, so that one keeps its name in every setup.
  const items = countTwins(
    assembly.rig.kit.flatMap((item) => {
      const part = partOf(item.id);
      return part ? [[item.id, nameItem({ item, part })] as const] : [];
    }),
  );
  const itemName = (itemId: string) => {
    const other = parts.get(called.get(itemId) ?? '');
    return other?.name ?? items.get(itemId) ?? itemId;
  };
  return {
    has: (itemId) => kit.has(itemId),
    calling: (partIds) => createNames(assembly, parts, new Map([...called, ...partIds])),
    item: itemName,
    lead: (cableId) => {
      const run = assembly.setup.cables?.find((c) => c.id === cableId);
      return run ? itemName(run.item) : 'the lead';
    },
    mount: (itemId, mountId) => {
      const part = partOf(itemId);
      return part ? nameMountOf(part, mountId) : mountId;
    },
    joint: (jointId) => assembly.setup.joints.find((j) => j.id === jointId),
    movementUnit: (itemId, movementId) =>
      partOf(itemId)?.movements?.find((m) => m.id === movementId)?.type === 'shift' ? 'mm' : '°',
    movement: (itemId, movementId) =>
      partOf(itemId)?.movements?.find((m) => m.id === movementId)?.name ?? movementId,
    pose: (itemId, at) => {
      const part = partOf(itemId);
      const stance = { ...assembly.setup.stances?.[itemId], ...at };
      const valueOf = (id: string) => stance[id] ?? part?.movements?.find((m) => m.id === id)?.rest;
      return part?.poses?.find((p) =>
        Object.entries(p.at).every(([id, value]) => valueOf(id) === value),
      )?.name;
    },
    port: (itemId, portId) => {
      const part = partOf(itemId);
      return part ? namePortOf(part, portId) : portId;
    },
    control: (itemId, controlId) => {
      const control = partOf(itemId)?.controls?.find((c) => c.id === controlId);
      return control ? (control.name ?? controlLabels[control.use]) : controlId;
    },
    part: (partId) => parts.get(partId)?.name ?? partId,
    kind: (partId) => parts.get(partId)?.kind,
    carried: (itemId) => {
      const placed = assembly.byId.get(itemId);
      return placed ? placed.branchEnd - placed.number : 0;
    },
  };
}

/** What is left of a lengthwise mount: "free 12 mm and 30 mm", or "all taken". */
export function sayFree(free: readonly Stretch[]): string {
  if (free.length === 0) return 'all taken';
  return `free ${sayList(free.map((f) => sayMm(f.toMm - f.fromMm)))}`;
}
