import type { LeadUse } from '../part/index.js';
import {
  add,
  cross,
  dot,
  measureLength,
  place,
  scale,
  subtract,
  toUnit,
  type Vec3,
} from '../placement/index.js';
import { measureFrontMm, type Point2 } from '../solid/index.js';
import type { Drawing } from './rig.js';
import { viewFromRig, type ViewName } from './views.js';

/** One end of a lead as it is laid: where its plug sits, which way that comes out, and which way the cable leaves it. */
interface LaidEnd {
  readonly atMm: Vec3;
  readonly out: Vec3;
  readonly leaves: Vec3;
  readonly bodyMm: number;
  readonly bodyRadiusMm: number;
}

/** A lead with its way, as Fit works it out. */
export interface LaidLead {
  readonly lead: {
    readonly run: { readonly id: string; readonly item: string };
    readonly from: LaidEnd;
    readonly to: LaidEnd;
    readonly relaxedMm: number | undefined;
    readonly lengthMm: number | undefined;
  };
  readonly way: { readonly points: readonly Vec3[] };
  readonly neededMm: number;
}

/** A lead in space: a soft curve in the rig's frame, and its two plugs. */
export interface LeadCurve {
  readonly runId: string;
  readonly itemId: string;
  readonly use: LeadUse;
  readonly radiusMm: number;
  readonly points: readonly Vec3[];
  readonly plugs: readonly {
    readonly fromMm: Vec3;
    readonly toMm: Vec3;
    readonly radiusMm: number;
  }[];
}

/** Points of a curve lie so far apart, in mm; of a coil nearer. */
const stepMm = 4;
const coilStepMm = 1.2;
/** A coil as it is usually wound, in mm (estimates). */
const coil = { radiusMm: 5, pitchMm: 8, wireMm: 1.5 };
/** A loose lead is drawn hanging through by at most so much, in mm. */
const mostSagMm = 40;

/**
 * A smooth curve through points (Catmull and Rom 1974, centripetal by Yuksel and others 2011, so that it makes no loops), a
 * point every `everyMm` or so.
 */
function smooth(points: readonly Vec3[], everyMm: number): Vec3[] {
  const curve: Vec3[] = [points[0]!];
  const apart = (a: Vec3, b: Vec3) => Math.sqrt(measureLength(subtract(b, a)));
  const mix = (a: Vec3, b: Vec3, from: number, to: number, t: number): Vec3 =>
    add(scale(a, (to - t) / (to - from)), scale(b, (t - from) / (to - from)));
  for (let i = 0; i + 1 < points.length; i += 1) {
    const [b, c] = [points[i]!, points[i + 1]!];
    // Beyond the ends the curve goes on straight.
    const a = points[i - 1] ?? subtract(scale(b, 2), c);
    const d = points[i + 2] ?? subtract(scale(c, 2), b);
    const tB = apart(a, b);
    const tC = tB + apart(b, c);
    const tD = tC + apart(c, d);
    const count = Math.max(1, Math.round(measureLength(subtract(c, b)) / everyMm));
    for (let k = 1; k <= count; k += 1) {
      const t = tB + ((tC - tB) * k) / count;
      const ab = mix(a, b, 0, tB, t);
      const bc = mix(b, c, tB, tC, t);
      const cd = mix(c, d, tC, tD, t);
      curve.push(mix(mix(ab, bc, 0, tC, t), mix(bc, cd, tB, tD, t), tB, tC, t));
    }
  }
  return curve;
}

/** The same way wound as a coil about itself; straight for a bit at both ends. */
function wind(points: readonly Vec3[]): Vec3[] {
  let along = 0;
  return points.map((p, i) => {
    const before = points[i - 1];
    if (before) along += measureLength(subtract(p, before));
    const next = points[i + 1];
    if (!before || !next) return p;
    const way = toUnit(subtract(next, before));
    const side = toUnit(cross(way, Math.abs(way[2]) > 0.9 ? [1, 0, 0] : [0, 0, 1]));
    const up = cross(side, way);
    const angle = (2 * Math.PI * along) / coil.pitchMm;
    const ends = Math.min(1, i / 12, (points.length - 1 - i) / 12);
    return add(
      p,
      add(
        scale(side, coil.radiusMm * ends * Math.cos(angle)),
        scale(up, coil.radiusMm * ends * Math.sin(angle)),
      ),
    );
  });
}

function placePlug(end: LaidEnd): { fromMm: Vec3; toMm: Vec3; leavesMm: Vec3 } {
  const toMm = add(end.atMm, scale(end.out, end.bodyMm));
  const isElbow = dot(end.out, end.leaves) < 0.99;
  const leavesMm = isElbow
    ? add(subtract(toMm, scale(end.out, end.bodyRadiusMm)), scale(end.leaves, end.bodyRadiusMm))
    : toMm;
  return { fromMm: end.atMm, toMm, leavesMm };
}

/**
 * A lead as it lies: out of its plugs along its way as a soft curve; one that is longer than it must be hangs through in the
 * middle of its longest stretch, towards `down`; one that stretches is wound. It shows a way, it proves none.
 */
export function layLead(
  { lead, way, neededMm }: LaidLead,
  use: LeadUse,
  radiusMm: number,
  down: Vec3,
): LeadCurve {
  const [from, to] = [placePlug(lead.from), placePlug(lead.to)];
  const points: Vec3[] = [from.leavesMm, ...way.points, to.leavesMm].filter(
    (p, i, all) => i === 0 || measureLength(subtract(p, all[i - 1]!)) > 0.5,
  );
  const spareMm = (lead.relaxedMm ?? 0) - neededMm;
  if (spareMm > 0 && points.length > 1) {
    let longest = 1;
    const lengthOf = (i: number) => measureLength(subtract(points[i]!, points[i - 1]!));
    for (let i = 2; i < points.length; i += 1) if (lengthOf(i) > lengthOf(longest)) longest = i;
    // A shallow arc of chord c and length c + s hangs through by √(3∕8·c·s).
    const sagMm = Math.min(mostSagMm, Math.sqrt((3 / 8) * lengthOf(longest) * spareMm));
    const middle = scale(add(points[longest]!, points[longest - 1]!), 0.5);
    points.splice(longest, 0, add(middle, scale(down, sagMm)));
  }
  const isCoiled = lead.lengthMm !== undefined && lead.lengthMm !== lead.relaxedMm;
  const curve = smooth(points, isCoiled ? coilStepMm : stepMm);
  return {
    runId: lead.run.id,
    itemId: lead.run.item,
    use,
    radiusMm: isCoiled ? Math.min(radiusMm, coil.wireMm) : radiusMm,
    points: isCoiled ? wind(curve) : curve,
    plugs: [
      { ...from, radiusMm: lead.from.bodyRadiusMm },
      { ...to, radiusMm: lead.to.bodyRadiusMm },
    ].map(({ fromMm, toMm, radiusMm: r }) => ({ fromMm, toMm, radiusMm: r })),
  };
}

/** A lead on the page, in mm of the view: the stretches of it that nothing stands before. */
export interface DrawnLead {
  readonly runId: string;
  readonly use: LeadUse;
  readonly radiusMm: number;
  readonly seen: readonly (readonly Point2[])[];
  readonly plugs: readonly {
    readonly from: Point2;
    readonly to: Point2;
    readonly radiusMm: number;
  }[];
  /** In the middle of the longest stretch that is seen; undefined where none is. */
  readonly labelAt: Point2 | undefined;
}

interface Before {
  readonly low: Point2;
  readonly high: Point2;
  readonly nearMm: number;
  frontAt(point: Point2): number | undefined;
}

function listBefore(drawing: Drawing): Before[] {
  return drawing.runs.flatMap((run) =>
    run.solids.map(({ solid, seen, viewFromSolid }) => {
      const xs = seen.outline.map((p) => p[0]);
      const ys = seen.outline.map((p) => p[1]);
      return {
        low: [Math.min(...xs), Math.min(...ys)],
        high: [Math.max(...xs), Math.max(...ys)],
        nearMm: seen.nearMm,
        frontAt: (point) => measureFrontMm(solid, viewFromSolid, point),
      };
    }),
  );
}

const isHidden = (before: readonly Before[], [x, y, z]: Vec3): boolean =>
  before.some(
    ({ low, high, nearMm, frontAt }) =>
      nearMm > z &&
      x >= low[0] &&
      x <= high[0] &&
      y >= low[1] &&
      y <= high[1] &&
      (frontAt([x, y]) ?? -Infinity) > z,
  );

/**
 * The leads of a rig in one of its drawings, hidden where parts stand before them. Without `behind` all of each is drawn: for
 * what moves under the pointer. Points of leads × solids whose outlines they lie in.
 */
export function drawLeads(
  curves: readonly LeadCurve[],
  drawing: Drawing,
  behind = true,
): DrawnLead[] {
  const toView = viewFromRig(drawing.view);
  const before = behind ? listBefore(drawing) : [];
  return curves.map((curve) => {
    const seen: Point2[][] = [];
    let open: Point2[] | undefined;
    for (const point of curve.points) {
      const at = place(toView, point);
      // What stands before its middle covers it: its near side counts.
      const isSeen = !isHidden(before, [at[0], at[1], at[2] + curve.radiusMm]);
      if (!isSeen) open = undefined;
      else if (open) open.push([at[0], at[1]]);
      else seen.push((open = [[at[0], at[1]]]));
    }
    const stretches = seen.filter((s) => s.length > 1);
    const [longest] = [...stretches].sort((a, b) => b.length - a.length);
    return {
      runId: curve.runId,
      use: curve.use,
      radiusMm: curve.radiusMm,
      seen: stretches,
      plugs: curve.plugs
        .filter(({ fromMm, toMm }) => {
          const middle = place(toView, scale(add(fromMm, toMm), 0.5));
          return !isHidden(before, [middle[0], middle[1], middle[2] + curve.radiusMm]);
        })
        .map(({ fromMm, toMm, radiusMm }) => ({
          from: projected(drawing.view, fromMm),
          to: projected(drawing.view, toMm),
          radiusMm,
        })),
      labelAt: longest?.[Math.floor(longest.length / 2)],
    };
  });
}

function projected(view: ViewName, point: Vec3): Point2 {
  const [x, y] = place(viewFromRig(view), point);
  return [x, y];
}
