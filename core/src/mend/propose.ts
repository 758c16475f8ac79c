import type { Collider } from '../clash/index.js';
import { hasTrait, mayCarry, type Part, type PartBook } from '../part/index.js';
import { measureLength, subtract } from '../placement/index.js';
import { tolerances } from '../units/index.js';
import type { Finding, FindingCode, Report } from '../report/index.js';
import {
  listSlidesMm,
  proposeId,
  type Assembly,
  type Edit,
  type PlacedItem,
} from '../rig/index.js';
import { leadLimits, listFittingLeads, listMoves } from '../fit/index.js';
import { findBestPrice } from '../price/index.js';
import { listArmPlaces, listMovers } from './arms.js';
import { stays } from './build.js';
import { measureLevelling } from './level.js';
import { createMake, listOtherMakes } from './makes.js';
import { listServing } from './serve.js';
import { listSpread } from './supports.js';

/** Findings that something which stands otherwise may end: a hinge, a tilt, a flag. */
const posed: ReadonlySet<FindingCode> = new Set<FindingCode>([
  'parts-overlap',
  'keep-clear-entered',
  'hand-room',
  'plug-cannot-enter',
  'bend-too-tight',
  'screen-not-seen',
  'view-cut',
  'tool-cannot-reach',
  'lever-under-hand',
]);

/** Findings that balancing may end. */
export const swaying: ReadonlySet<FindingCode> = new Set<FindingCode>([
  'not-level',
  'wrist-over',
  'hand-pulls-down',
  'heavy-end',
  'off-head-axis',
  'gimbal-cannot-balance',
]);

/** Within this the tilt is no risk any more, with a little to spare. */
const nearDeg = tolerances.tiltRiskDeg - 0.5;

/** Ways to balance the rig: slides and turns, something heavy put elsewhere, a weight of the catalogue. */
function listBalancing(assembly: Assembly, parts: PartBook, collider?: Collider): Edit[] {
  const balance = (limitDeg?: number) =>
    measureLevelling({
      rig: assembly.rig,
      setupId: assembly.setup.id,
      parts,
      collider,
      ...(limitDeg === undefined ? {} : { limitDeg }),
    });
  const level = balance();
  // Where nothing brings it level, what keeps it from being a risk.
  const near = level.options.length === 0 ? balance(nearDeg) : undefined;
  return [
    ...level.options.slice(0, 2),
    ...(near?.options.slice(0, 2) ?? []),
    ...level.moves,
    ...level.weights.slice(0, 1),
    ...(near?.weights.slice(0, 1) ?? []),
  ].map((o) => o.edit);
}

/** Findings that another make of the part may end, there or on another mount: taller, longer, on pins. */
const exchanged: ReadonlySet<FindingCode> = new Set<FindingCode>([
  'hand-room',
  'one-fastening',
  'not-level',
  'screw-can-turn',
  'over-height',
  'tool-cannot-reach',
  'plug-cannot-enter',
  'off-head-axis',
]);
/** So many makes are tried for one finding. */
const mostMakes = 6;

/** Other makes of what a finding is about: of the parts that it names, but for those that stay. */
function listExchanges(assembly: Assembly, finding: Finding, parts: PartBook): Edit[] {
  const isFirm = finding.code === 'one-fastening' || finding.code === 'screw-can-turn';
  return finding.items
    .flatMap((id) => assembly.byId.get(id) ?? [])
    .filter((placed) => !stays(placed.part))
    .flatMap((placed) =>
      listOtherMakes(
        assembly,
        placed,
        parts,
        (mate) => !isFirm || mate.resists === 'blocked' || mate.resists === 'teeth',
      ).slice(0, mostMakes),
    );
}

/** So far apart are the places along a grip at which a hand is tried, in mm. */
const handStepMm = 10;

/** The parts that a finding is about; of what no hand reaches, the camera, which is held by its own grip, and those that are held. */
function listConcerned({ assembly, hold }: Report, finding: Finding): readonly string[] {
  if (finding.code !== 'out-of-reach' || hold.state !== 'held') return finding.items;
  const held = hold.grips.map((g) => g.itemId);
  return [...new Set([...finding.items, assembly.items[0]!.item.id, ...held])];
}

/** So many places along its rail are tried for a grip. */
const mostSlides = 6;

/** Other places along their rails for the grips that the hands hold. */
function listGripSlides({ assembly, hold }: Report): Edit[] {
  if (hold.state !== 'held') return [];
  return [...new Set(hold.grips.map((g) => g.itemId))].flatMap((id): Edit[] => {
    const joint = assembly.byId.get(id)?.carriedBy;
    const parent = joint && assembly.byId.get(joint.parent);
    if (!joint || !parent) return [];
    const slides = listSlidesMm(assembly, parent, joint.parentMount, joint.childMount);
    return listSpread(slides, mostSlides)
      .filter((slideMm) => Math.abs(slideMm - joint.joint.slideMm) >= 1)
      .map((slideMm) => ({
        type: 'slide',
        setupId: assembly.setup.id,
        jointId: joint.joint.id,
        slideMm: Math.round(slideMm),
      }));
  });
}

/** Other places of the hand along the grips that a finding is about, the nearest to where it is first. */
function listHandPlaces(report: Report, finding: Finding): Edit[] {
  const { assembly } = report;
  return listConcerned(report, finding).flatMap((itemId): Edit[] => {
    const grips = (assembly.byId.get(itemId)?.part.grips ?? []).filter((g) => g.use === 'carry');
    return grips.flatMap((grip): Edit[] => {
      const longMm = measureLength(subtract(grip.toMm, grip.fromMm));
      const held = assembly.setup.heldBy?.find((h) => h.item === itemId && h.grip === grip.id);
      const now = held?.alongMm ?? longMm / 2;
      const places = Array.from(
        { length: Math.floor(longMm / handStepMm) + 1 },
        (_, i) => i * handStepMm,
      )
        .filter((mm) => Math.abs(mm - now) >= handStepMm / 2)
        .sort((a, b) => Math.abs(a - now) - Math.abs(b - now));
      // The nearest two, and as far as the grip goes either way.
      const ends = [places.find((mm) => mm < now - 25), places.find((mm) => mm > now + 25)];
      return [...new Set([...places.slice(0, 2), ...ends.flatMap((mm) => mm ?? [])])].map(
        (alongMm) => ({
          type: 'hold-at',
          setupId: assembly.setup.id,
          item: itemId,
          grip: grip.id,
          alongMm,
        }),
      );
    });
  });
}

/** Findings that end where what bears the rig, or what is seen, stands on another mount. */
const moved: ReadonlySet<FindingCode> = new Set<FindingCode>([
  'heavy-end',
  'off-head-axis',
  'screen-not-seen',
  'screw-can-turn',
  'out-of-reach',
  'over-height',
  'not-level',
  'hand-room',
  'does-not-stand',
]);
/** So many other mounts are tried for one part. */
const mostMoves = 4;

/** Other mounts for the parts that a finding is about, the nearest first. */
function listOtherPlaces(report: Report, finding: Finding, parts: PartBook): Edit[] {
  const { assembly } = report;
  const isFirm = finding.code === 'screw-can-turn';
  // What stands on an arm goes elsewhere with that.
  const withArms = listConcerned(report, finding).flatMap((id) => {
    const carrier = assembly.byId.get(id)?.carriedBy?.parent;
    const arm = carrier === undefined ? undefined : assembly.byId.get(carrier);
    return arm?.part.kind === 'arm' ? [id, arm.item.id] : [id];
  });
  return [...new Set(withArms)].flatMap((id): Edit[] => {
    const placed = assembly.byId.get(id);
    if (!placed?.carriedBy || stays(placed.part)) return [];
    if (placed.part.kind === 'arm' && !isFirm) return listArmPlaces(assembly, placed, parts);
    return listMoves(
      assembly,
      placed.carriedBy,
      ({ onto, mate }) =>
        mayCarry(onto.part, placed.part) && (!isFirm || mate.resists === 'blocked'),
      mostMoves,
    );
  });
}

/** How many places of one movement are tried between its ends. */
const stanceSteps = 4;

/** The parts that a finding is about, and the arms and heads that carry them: each that moves by itself, once. */
const listPosable = (assembly: Assembly, finding: Finding): PlacedItem[] => [
  ...new Set(
    finding.items
      .flatMap((id) => assembly.byId.get(id) ?? [])
      .flatMap((placed) => listMovers(assembly, placed)),
  ),
];

/** Other stances of the parts that a finding is about: their named poses, then a few places along each movement. */
function listStances(assembly: Assembly, finding: Finding): Edit[] {
  const setupId = assembly.setup.id;
  return listPosable(assembly, finding).flatMap((placed): Edit[] => {
    const itemId = placed.item.id;
    const movements = placed.part.movements ?? [];
    const stance = assembly.setup.stances?.[itemId] ?? {};
    const now = (id: string) => stance[id] ?? movements.find((m) => m.id === id)?.rest;
    const set = (at: readonly (readonly [string, number])[]): Edit[] => {
      const edits = at
        .filter(([id, value]) => value !== now(id))
        .map(([movementId, value]): Edit => ({
          type: 'set-stance',
          setupId,
          itemId,
          movementId,
          value,
        }));
      const [only] = edits;
      return edits.length > 1 ? [{ type: 'all', edits }] : only ? [only] : [];
    };
    // What has named poses is set to those: between them its leaves may stand in its own body.
    const named = (placed.part.poses ?? []).flatMap((p) => set(Object.entries(p.at)));
    if (named.length > 0) return named;
    const steps = movements.flatMap((m) =>
      Array.from({ length: stanceSteps + 1 }, (_, i) =>
        set([[m.id, m.from + ((m.to - m.from) * i) / stanceSteps]]),
      ).flat(),
    );
    return steps;
  });
}

/** Other leads for a run whose length or plug is wrong: those of the kit first, then the cheapest of fitting length. */
function listLeads(assembly: Assembly, parts: PartBook, finding: Finding): Edit[] {
  const runs = assembly.setup.cables ?? [];
  const run = runs.find((r) => finding.items.includes(r.item));
  if (!run) return [];
  const portOf = (end: typeof run.from) =>
    assembly.byId.get(end.item)?.part.ports?.find((p) => p.id === end.port);
  const [a, b] = [portOf(run.from), portOf(run.to)];
  if (!a || !b) return [];
  const facts = finding.facts as { readonly neededMm?: number };
  const fits = (part: Part): boolean => {
    const { cable } = part;
    if (!cable || facts.neededMm === undefined) return true;
    if ((cable.stretchesToMm ?? cable.lengthMm) < facts.neededMm) return false;
    const spareMm = cable.lengthMm - facts.neededMm;
    return (
      spareMm <= leadLimits.leastMm ||
      (spareMm <= leadLimits.mostMm && spareMm <= leadLimits.share * facts.neededMm)
    );
  };
  const own = assembly.rig.kit.find((i) => i.id === run.item)?.partId;
  // Where a plug has no room, the one that stands out least comes first.
  const plugMm = ({ cable }: Part) =>
    finding.code === 'plug-cannot-enter'
      ? Math.min(...(cable?.ends ?? []).map((end) => end.bodyMm))
      : 0;
  return listFittingLeads(assembly, parts, a, b)
    .filter(({ part }) => part.id !== own && fits(part))
    .sort((x, y) => plugMm(x.part) - plugMm(y.part))
    .slice(0, 3)
    .map(({ item }) => ({
      type: 'all',
      edits: [
        { type: 'remove-cable', setupId: assembly.setup.id, cableId: run.id },
        {
          type: 'add-cable',
          setupId: assembly.setup.id,
          item,
          cable: {
            id: proposeId(`run-${run.id}`),
            item: item.id,
            from: run.from,
            to: run.to,
            ...(run.ties ? { ties: run.ties } : {}),
          },
        },
      ],
    }));
}

/** So many parts are exchanged in one way out at most: beyond, it is another rig. */
const mostExchanged = 3;

/**
 * Other parts of the same kinds in the places of some, which take over all their joints and serve the same needs, and
 * together save at least `least` of what `valueOf` counts: one that is enough, the one that saves least first; else the
 * fewest that are.
 */
function listLesser(
  assembly: Assembly,
  catalogue: PartBook,
  least: number,
  valueOf: (part: Part, placed: PlacedItem | undefined) => number | undefined,
): Edit[] {
  const swaps = assembly.items
    .filter((p) => p.carriedBy && !hasTrait(p.part, 'optic') && p.part.kind !== 'cage')
    .flatMap((placed) => {
      const worth = valueOf(placed.part, placed) ?? 0;
      return [...catalogue.values()].flatMap((part) => {
        const saves = worth - (valueOf(part, undefined) ?? Infinity);
        const edit = saves > 0 ? createMake(assembly, placed, part) : undefined;
        return edit ? [{ edit, saves, itemId: placed.item.id }] : [];
      });
    });
  const enough = swaps.filter((s) => s.saves >= least).sort((a, b) => a.saves - b.saves);
  if (enough.length > 0) return enough.slice(0, 6).map((s) => s.edit);
  const taken = new Map<string, (typeof swaps)[number]>();
  for (const swap of [...swaps].sort((a, b) => b.saves - a.saves)) {
    if (!taken.has(swap.itemId)) taken.set(swap.itemId, swap);
    if (taken.size === mostExchanged) break;
  }
  const list = [...taken.values()];
  const upTo = list.findIndex(
    (_, i) => list.slice(0, i + 1).reduce((sum, s) => sum + s.saves, 0) >= least,
  );
  return upTo < 0 ? [] : [{ type: 'all', edits: list.slice(0, upTo + 1).map((s) => s.edit) }];
}

/**
 * Ways out that no question proposes for its own finding, since they belong to the whole rig: other stances, other leads,
 * a lighter or cheaper part in the place of one. Not tried yet.
 */
export function proposeMore(
  report: Report,
  finding: Finding,
  parts: PartBook,
  collider?: Collider,
): Edit[] {
  const { assembly } = report;
  const edits: Edit[] = [];
  if (swaying.has(finding.code)) edits.push(...listBalancing(assembly, parts, collider));
  if (finding.code === 'hand-room' || finding.code === 'out-of-reach') {
    edits.push(...listHandPlaces(report, finding));
  }
  if (finding.code === 'out-of-reach') edits.push(...listGripSlides(report));
  edits.push(...listServing({ report, book: parts, collider }, finding));
  if (posed.has(finding.code)) edits.push(...listStances(assembly, finding));
  if (moved.has(finding.code)) edits.push(...listOtherPlaces(report, finding, parts));
  if (exchanged.has(finding.code)) edits.push(...listExchanges(assembly, finding, parts));
  switch (finding.code) {
    case 'lead-too-long':
    case 'lead-too-short':
    case 'plug-cannot-enter':
    case 'plug-in-the-way':
    case 'lead-wrong-end':
      edits.push(...listLeads(assembly, parts, finding));
      break;
    case 'over-carry':
      edits.push(
        ...listLesser(
          assembly,
          parts,
          finding.facts.massG - finding.facts.limitG,
          (part, placed) =>
            placed && hasTrait(placed.part, 'grounded') ? 0 : (placed?.mass?.massG ?? part.massG),
        ),
      );
      break;
    case 'over-spend': {
      const { currency, rates = [] } = assembly.rig.brief;
      edits.push(
        ...listLesser(
          assembly,
          parts,
          finding.facts.toSpend.minor - finding.facts.limit.minor,
          (part, placed) =>
            placed?.item.owned ? 0 : findBestPrice(part, currency, rates)?.price.minor,
        ),
      );
      break;
    }
    default:
      break;
  }
  return edits;
}
