import { createFinding, type AnyFinding, defineFinding, stating } from '../finding/index.js';
import { sayConnector, sayMm, sayNumber } from '../words/index.js';
import { defineSolidCheck, type SolidAsked } from './asked.js';
import type { Connector, Port } from '../part/index.js';
import { listOpticalPaths, measureGaze } from '../optics/index.js';
import { add, cross, dot, measureLength, scale, subtract, type Vec3 } from '../placement/index.js';
import { findWay, leadRadiusMm, type Route } from '../route/index.js';
import {
  measureSetting,
  placeRay,
  type Assembly,
  type CableRun,
  type MountRef,
  type PlacedItem,
  type Rig,
} from '../rig/index.js';
import {
  createProbe,
  isEntered,
  listIntrusions,
  type Space,
  type SpacedSolid,
} from '../space/index.js';

/** What a plug and its cable are where nobody states it, in mm (estimates of common moulded plugs). */
export const plugGuess = {
  bodyMm: 30,
  bodyRadiusMm: 6,
  bendRadiusMm: 15,
  cableRadiusMm: leadRadiusMm,
};

/** One end of a lead: where it plugs in, and the plug. Lengths in mm, places in the rig's frame. */
export interface PluggedEnd {
  readonly placed: PlacedItem;
  readonly port: Port;
  readonly atMm: Vec3;
  readonly out: Vec3;
  /** The way in which the cable leaves the plug: as it comes out, or square to that from an elbow. */
  readonly leaves: Vec3;
  readonly fits: boolean;
  readonly bodyMm: number;
  readonly bodyRadiusMm: number;
}

/** A planned lead with both its ends. */
export interface PluggedLead {
  readonly run: CableRun;
  readonly from: PluggedEnd;
  readonly to: PluggedEnd;
  /** Drawn out as far as it goes, and as it hangs: the same but for coiled leads. */
  readonly lengthMm: number | undefined;
  readonly relaxedMm: number | undefined;
  readonly bendRadiusMm: number;
  /** Half its thickness. */
  readonly radiusMm: number;
  /** Where its middle is held on its way, in the rig's frame, from its first end. */
  readonly tiesMm: readonly Vec3[];
}

/** The planned leads of a setup, as far as both their ends are on the rig. */
export function listLeads(space: Pick<Space, 'assembly'>, lookUp: LeadParts): PluggedLead[] {
  const { assembly } = space;
  return (assembly.setup.cables ?? []).flatMap((run): PluggedLead[] => {
    const make = lookUp(run.item)?.cable;
    const plugs = make ? [...make.ends] : [];
    const end = (ref: CableRun['from']): PluggedEnd | undefined => {
      const placed = assembly.byId.get(ref.item);
      const port = placed?.part.ports?.find((p) => p.id === ref.port);
      if (!placed || !port) return undefined;
      const at = plugs.findIndex((p) => p.connector === port.connector);
      const [plug] = at >= 0 ? plugs.splice(at, 1) : [];
      const ray = placeRay(placed, port.id, port.originMm, port.normal);
      return {
        placed,
        port,
        atMm: ray.atMm,
        out: ray.direction,
        leaves: plug?.elbow ? placeElbow(placed, port, plug.elbow) : ray.direction,
        fits: !make || plug !== undefined,
        bodyMm: plug?.bodyMm ?? plugGuess.bodyMm,
        bodyRadiusMm: plug?.bodyRadiusMm ?? plugGuess.bodyRadiusMm,
      };
    };
    const [near, far] = [end(run.from), end(run.to)];
    if (!near || !far) return [];
    const [from, to] = [turnRoundPlug(near, far), turnRoundPlug(far, near)];
    return [
      {
        run,
        from,
        to,
        lengthMm: make?.stretchesToMm ?? make?.lengthMm,
        relaxedMm: make?.lengthMm,
        bendRadiusMm: make?.bendRadiusMm ?? plugGuess.bendRadiusMm,
        radiusMm: make?.thicknessMm === undefined ? leadRadiusMm : make.thicknessMm / 2,
        tiesMm: (run.ties ?? []).flatMap((tie) => placeTie(assembly, tie)),
      },
    ];
  });
}

/** A lead lies so far off the mount that it is tied at, in mm: half a thin lead and the tie. */
const tieOffMm = 3.5;

/** Where a lead is held by a mount; empty where that is not on the rig. */
function placeTie(assembly: Assembly, { item, mount: id }: MountRef): Vec3[] {
  const placed = assembly.byId.get(item);
  const mount = placed?.part.mounts.find((m) => m.id === id);
  if (!placed || !mount) return [];
  const { atMm, direction } = placeRay(placed, mount.id, mount.originMm, mount.normal);
  return [add(atMm, scale(direction, tieOffMm))];
}

/** How an elbow of each side stands to “up” at its socket, as one looks at it from outside: shares of up and of right. */
const elbowShares = {
  up: [1, 0],
  down: [-1, 0],
  right: [0, 1],
  left: [0, -1],
} as const;

/** Which way the cable leaves an elbow, in the rig's frame: by the key of the socket, up where nobody states it. */
function placeElbow(placed: PlacedItem, port: Port, side: keyof typeof elbowShares): Vec3 {
  const normal: Vec3 = port.normal;
  const up: Vec3 = port.reference ?? (Math.abs(normal[2]) > 0.9 ? [1, 0, 0] : [0, 0, 1]);
  // Looking against the normal with `up` up, the right hand is up × normal.
  const right = cross(up, normal);
  const [u, r] = elbowShares[side];
  const direction = add(scale(up, u), scale(right, r));
  return placeRay(placed, port.id, port.originMm, direction).direction;
}

/** Plugs that can be turned in their socket. */
const roundPlugs: readonly Connector[] = ['jack-3.5', 'barrel', 'sdi'];

/** A round plug with an elbow is turned so that its cable leaves towards the other end. */
function turnRoundPlug(end: PluggedEnd, other: PluggedEnd): PluggedEnd {
  if (end.leaves === end.out || !roundPlugs.includes(end.port.connector)) return end;
  const way = subtract(other.atMm, end.atMm);
  const across = subtract(way, scale(end.out, dot(way, end.out)));
  const length = measureLength(across);
  // Straight ahead of the socket every way is as good.
  return length < 1 ? end : { ...end, leaves: scale(across, 1 / length) };
}

/** The part behind an individual of the kit. */
export type LeadParts = (itemId: string) => PlacedItem['part'] | undefined;

export const plugCannotEnter = defineFinding(
  'plug-cannot-enter',
  stating<{
    readonly itemId: string;
    readonly portId: string;
    readonly plugMm: number;
    readonly depthMm: number;
  }>(),
  {
    restsOn: ['shape', 'ports'],
    weight: 'stops',
    when: 'the plug of a planned lead meets another part',
    offers: '',
    sentence: ({ items: [, blocker], facts }, n) =>
      `The plug at ${n.port(facts.itemId, facts.portId)} of ${n.item(facts.itemId)} needs ${sayMm(facts.plugMm)} and meets ${n.item(blocker!)}.`,
    why: 'A plug that is forced past a neighbour breaks the socket.',
    todo: 'Take a lead with an elbow, or move the neighbour.',
  },
);

export const bendTooTight = defineFinding(
  'bend-too-tight',
  stating<{
    readonly itemId: string;
    readonly portId: string;
    readonly roomMm: number;
    readonly neededMm: number;
  }>(),
  {
    restsOn: ['shape', 'ports'],
    bad: ({ roomMm }) => -roomMm,
    weight: 'risk',
    when: 'behind its plug the lead has less room than its least bend radius',
    offers: '',
    sentence: ({ facts }, n) =>
      `Behind the plug at ${n.port(facts.itemId, facts.portId)} of ${n.item(facts.itemId)} the lead has ${sayMm(facts.roomMm)}; it must not bend tighter than ${sayMm(facts.neededMm)}.`,
    why: 'A lead bent too tight breaks inside and levers at its socket.',
    todo: 'Take a lead with an elbow or a thinner one, or make room.',
  },
);

export const leadWrongEnd = defineFinding(
  'lead-wrong-end',
  stating<{
    readonly itemId: string;
    readonly portId: string;
    readonly connector: Connector;
  }>(),
  {
    restsOn: ['ports'],
    weight: 'stops',
    when: 'the lead has no plug for the port',
    offers: '',
    sentence: ({ items: [item, lead], facts }, n) =>
      `${n.item(lead!)} has no plug of ${sayConnector(facts.connector)} for ${n.port(item!, facts.portId)} of ${n.item(item!)}.`,
    why: 'Plugs that look alike do not go into each other.',
    todo: 'Take a lead with the right ends.',
  },
);

/** A plug in its socket: a cylinder out from the socket's face, as long as its body. */
export function placePlug(end: PluggedEnd): SpacedSolid {
  return createProbe(end.atMm, end.out, end.bodyRadiusMm, end.bodyMm);
}

function findEndFindings(space: Space, lead: PluggedLead, end: PluggedEnd): AnyFinding[] {
  const about = {
    items: [end.placed.item.id, lead.run.item],
    key: `${lead.run.id}:${end.port.id}`,
  };
  const facts = { itemId: end.placed.item.id, portId: end.port.id };
  if (!end.fits) {
    return [
      createFinding(leadWrongEnd, 'stops', about, { ...facts, connector: end.port.connector }),
    ];
  }
  const isOther = (p: PlacedItem) => p.item.id !== end.placed.item.id;
  const plug = placePlug(end);
  const [first] = listIntrusions(space, [plug], isOther);
  if (first) {
    return [
      createFinding(
        plugCannotEnter,
        'stops',
        { ...about, items: [end.placed.item.id, first.placed.item.id, lead.run.item] },
        { ...facts, plugMm: end.bodyMm, depthMm: first.depthMm },
      ),
    ];
  }
  const tail = measurePlugEnd(end);
  const blocks = (mm: number) =>
    isEntered(
      space,
      // One that folds flat still comes out of its plug.
      [createProbe(tail, end.leaves, plugGuess.cableRadiusMm, Math.max(0.05, mm))],
      isOther,
    );
  if (!blocks(lead.bendRadiusMm)) return [];
  let [clear, met] = [0, lead.bendRadiusMm];
  // Halving a bend of some centimetres to a tenth of a mm.
  for (let i = 0; i < 8; i += 1) {
    const middle = (clear + met) / 2;
    if (blocks(middle)) met = middle;
    else clear = middle;
  }
  return [
    createFinding(bendTooTight, 'risk', about, {
      ...facts,
      roomMm: clear,
      neededMm: lead.bendRadiusMm,
    }),
  ];
}

/** Leads whose plugs do not fit, cannot enter, or whose cable would bend tighter than it may. */
export const plugCheck = defineSolidCheck(
  [plugCannotEnter, bendTooTight, leadWrongEnd],
  ({ space, leads }: SolidAsked & { readonly leads: readonly PluggedLead[] }) =>
    leads.flatMap((lead) =>
      [lead.from, lead.to].flatMap((end) => findEndFindings(space, lead, end)),
    ),
);

/** Where the cable comes out of a plug: at its end, or at the side of an elbow half its thickness short of that. */
function measurePlugEnd(end: PluggedEnd): Vec3 {
  if (end.leaves === end.out) return add(end.atMm, scale(end.out, end.bodyMm));
  const { bodyMm, bodyRadiusMm: r } = end;
  return add(add(end.atMm, scale(end.out, Math.max(0, bodyMm - r))), scale(end.leaves, r));
}

/** Where the cable is free to go on its way: a bend beyond its plug. */
export function measureTail(end: PluggedEnd, bendRadiusMm: number): Vec3 {
  return add(measurePlugEnd(end), scale(end.leaves, bendRadiusMm));
}

/** How much longer than its way a lead may be: by this share, or by this length in mm (the domain's figures). */
export const leadLimits = { share: 0.3, leastMm: 50, mostMm: 150, muchMm: 500 };

/** The way of a planned lead and how much of it is needed. */
export interface LeadWay {
  readonly lead: PluggedLead;
  readonly way: Route;
  /** Both plugs, a bend behind each, and the way between. */
  readonly neededMm: number;
}

/** The ways of all leads whose plugs fit: the shortest past all that is there and what is to be kept clear. */
export function measureLeadWays(
  space: Space,
  leads: readonly PluggedLead[],
  avoid: readonly SpacedSolid[],
): LeadWay[] {
  return leads
    .filter((lead) => lead.from.fits && lead.to.fits)
    .map((lead) => {
      const stops = [
        measureTail(lead.from, lead.bendRadiusMm),
        ...lead.tiesMm,
        measureTail(lead.to, lead.bendRadiusMm),
      ];
      const ways = stops.slice(1).map((stop, i) => {
        const options = { radiusMm: lead.radiusMm, avoid };
        return findWay(space, stops[i]!, stop, options);
      });
      const way: Route = {
        points: ways.flatMap((w, i) => (i === 0 ? w.points : w.points.slice(1))),
        lengthMm: ways.reduce((sum, w) => sum + w.lengthMm, 0),
        found: ways.every((w) => w.found),
      };
      const neededMm = way.lengthMm + lead.from.bodyMm + lead.to.bodyMm + 2 * lead.bendRadiusMm;
      return { lead, way, neededMm };
    });
}

export const leadTooShort = defineFinding(
  'lead-too-short',
  stating<{ readonly lengthMm: number; readonly neededMm: number }>(),
  {
    restsOn: ['shape', 'ports'],
    weight: 'stops',
    when: 'shorter than its way',
    offers: '',
    sentence: ({ items: [lead], facts }, n) =>
      `${n.item(lead!)} is ${sayMm(facts.lengthMm)} long; its way takes ≈ ${sayMm(facts.neededMm)}.`,
    why: 'A lead that is pulled tight pulls at its sockets.',
    todo: 'Take a longer lead, or bring its ends nearer.',
    toGet: ({ facts }) =>
      `Get a cable of ${sayMm(Math.ceil(facts.neededMm / 50) * 50)} or more, or bring its ends nearer.`,
  },
);

export const coilPulls = defineFinding(
  'coil-pulls',
  stating<{ readonly neededMm: number; readonly restMm: number; readonly stretchesToMm: number }>(),
  {
    restsOn: ['shape', 'ports'],
    bad: ({ neededMm, stretchesToMm }) => neededMm / stretchesToMm,
    weight: 'note; risk at a socket that wears fast',
    when: 'a coiled lead drawn out by more than three quarters of what it stretches',
    offers: '',
    sentence: ({ items: [lead], facts }, n) =>
      `The coil of ${n.item(lead!)} is drawn out to ≈ ${sayMm(Math.round(facts.neededMm))} of the ${sayMm(facts.stretchesToMm)} that it stretches to (${sayMm(facts.restMm)} at rest): it pulls at both plugs.`,
    why: 'A coil near its end pulls like a spring, at the plug that gives way first.',
    todo: 'Take a longer coil or a straight lead, or tie it beside each plug.',
  },
);

/** From this share of its stretch on a coil pulls (estimate). */
const coilShare = 0.75;

/** Coiled leads that are drawn out nearly as far as they go, and tied nowhere. */
export const coilCheck = defineSolidCheck(
  [coilPulls],
  ({ leadWays }: SolidAsked & { readonly leadWays: readonly LeadWay[] }) =>
    leadWays.flatMap(({ lead, neededMm }): AnyFinding[] => {
      const { lengthMm: stretchesToMm, relaxedMm: restMm } = lead;
      if (restMm === undefined || stretchesToMm === undefined || stretchesToMm <= restMm) return [];
      // What is too short is told as that.
      const isDrawn = neededMm > restMm + coilShare * (stretchesToMm - restMm);
      if (!isDrawn || neededMm > stretchesToMm || lead.tiesMm.length > 1) return [];
      const isFragile = [lead.from, lead.to].some((end) => end.port.wear === 'fragile');
      return [
        createFinding(
          coilPulls,
          isFragile ? 'risk' : 'note',
          {
            items: [lead.run.item, lead.from.placed.item.id, lead.to.placed.item.id],
            key: lead.run.id,
          },
          { neededMm, restMm, stretchesToMm },
        ),
      ];
    }),
);

export const leadTooLong = defineFinding(
  'lead-too-long',
  stating<{
    readonly lengthMm: number;
    readonly neededMm: number;
    /** Whose way its loop hangs in. */
    readonly inTheWayOf: 'lens' | 'hand' | undefined;
  }>(),
  {
    restsOn: ['shape', 'ports'],
    bad: ({ lengthMm, neededMm }) => lengthMm - neededMm,
    weight:
      'note; risk from 500 mm that hang loose, or where it passes before the lens or a hand that holds',
    when: 'more than 30 % and 50 mm, or more than 150 mm, longer than its way; a coiled lead by what it is long at rest',
    offers: '',
    sentence: ({ items: [lead], facts }, n) => {
      const loose = facts.lengthMm - facts.neededMm;
      const spare = `${sayNumber(Math.round(loose / 10))} cm hang loose`;
      const where = { lens: ' near the front of the lens', hand: ' where your hand holds' };
      return `${n.item(lead!)} is ${sayMm(facts.lengthMm)} long where ≈ ${sayMm(Math.round(facts.neededMm))} would do: ≈ ${spare}${facts.inTheWayOf ? where[facts.inTheWayOf] : ''}.`;
    },
    why: 'Loose lead snags on hands, doors and branches.',
    todo: 'Take a shorter or a coiled lead, or tie the spare up.',
  },
);

/** How long a lead from what is worn to the rig has to be, mm. */
export const measureBeltReachMm = ({ settings }: Rig): number =>
  measureSetting(settings, 'beltReachMm');

/** Leads between the rig and what the operator wears that do not reach from the one to the other. */
function findBeltLeads({ assembly, parts }: SolidAsked): AnyFinding[] {
  const { worn = [], cables = [] } = assembly.setup;
  if (worn.length === 0) return [];
  const kit = new Map(assembly.rig.kit.map((i) => [i.id, i.partId]));
  const neededMm = measureBeltReachMm(assembly.rig);
  return cables.flatMap((run): AnyFinding[] => {
    const ends = [run.from.item, run.to.item];
    const isBelt = ends.some((id) => worn.includes(id)) && ends.some((id) => assembly.byId.has(id));
    const cable = parts.get(kit.get(run.item) ?? '')?.cable;
    const lengthMm = cable?.stretchesToMm ?? cable?.lengthMm;
    if (!isBelt || lengthMm === undefined || lengthMm >= neededMm) return [];
    const about = { items: [run.item, ...ends], key: run.id };
    return [createFinding(leadTooShort, 'stops', about, { lengthMm, neededMm })];
  });
}

/** A loop that hangs so near to the front of a lens or to a hand is in its way, mm (estimate). */
const loopMm = 50;

/** What a loose lead on its way hangs before: the lens, or a hand that holds; undefined where it is clear of both. */
function findHindered(
  { assembly, hold }: SolidAsked,
  points: readonly Vec3[],
): 'lens' | 'hand' | undefined {
  const isNear = (at: Vec3) => points.some((p) => measureLength(subtract(p, at)) < loopMm);
  const [path] = listOpticalPaths(assembly);
  if (path) {
    const { originMm, ahead, frontMm } = measureGaze(path);
    if (isNear(add(originMm, scale(ahead, frontMm)))) return 'lens';
  }
  return hold.state === 'held' && hold.grips.some((g) => isNear(g.pointMm)) ? 'hand' : undefined;
}

/** Leads shorter than their way, and leads of which too much hangs loose. */
export const leadLengthCheck = defineSolidCheck(
  [leadTooShort, leadTooLong],
  (asked: SolidAsked & { readonly leadWays: readonly LeadWay[] }) => [
    ...findBeltLeads(asked),
    ...asked.leadWays.flatMap(({ lead, way, neededMm }): AnyFinding[] => {
      const { lengthMm, relaxedMm } = lead;
      if (lengthMm === undefined || relaxedMm === undefined) return [];
      const about = {
        items: [lead.run.item, lead.from.placed.item.id, lead.to.placed.item.id],
        key: lead.run.id,
      };
      if (lengthMm < neededMm) {
        return [createFinding(leadTooShort, 'stops', about, { lengthMm, neededMm })];
      }
      const spareMm = relaxedMm - neededMm;
      const loose =
        spareMm > leadLimits.mostMm ||
        (spareMm > leadLimits.leastMm && spareMm > leadLimits.share * neededMm);
      if (!way.found || !loose) return [];
      const inTheWayOf = findHindered(asked, way.points);
      const weight = spareMm >= leadLimits.muchMm || inTheWayOf ? 'risk' : 'note';
      return [
        createFinding(leadTooLong, weight, about, { lengthMm: relaxedMm, neededMm, inTheWayOf }),
      ];
    }),
  ],
);
