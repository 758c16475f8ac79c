import type { Collider } from '../clash/index.js';
import { findSpare, listFittingLeads, takeSpare } from '../fit/index.js';
import { hasTrait, servesNeed, type Part, type PartBook, type Port } from '../part/index.js';
import { add, dot, place, scale, subtract, type Vec3 } from '../placement/index.js';
import { comparePrices, findPurse } from '../price/index.js';
import { judgeCandidates, reportOn, type Finding, type Report } from '../report/index.js';
import {
  isMountFull,
  listMatingMounts,
  listSlidesMm,
  proposeId,
  rigFromMount,
  suggestTurnDeg,
  tryEdit,
  type Assembly,
  type Edit,
  type KitItem,
  type PlacedItem,
} from '../rig/index.js';
import { listOtherMakes } from './makes.js';
import { joinEdits, listFlat } from './weigh.js';

/** So many makes are tried for one finding, what lies in the kit first, then the cheapest. */
const mostMakes = 3;

const noEdit: Edit = { type: 'all', edits: [] };

/** What proposals are made with. */
export interface ServeContext {
  /** Of the setup as it is. */
  readonly report: Report;
  readonly book: PartBook;
  readonly collider: Collider | undefined;
}

/** Whether a socket takes in what one hears, by a plug. */
const hears = (port: Port, connector: string): boolean =>
  port.connector === connector && port.direction !== 'out' && port.carries.includes('audio');

/** Whether sound comes out of a socket, by a plug. */
const gives = (port: Port, connector: string): boolean =>
  port.connector === connector && port.direction !== 'in' && port.carries.includes('audio');

/** Makes that have what a finding lacks: inputs, a pad under the lens. */
function isWanted(finding: Finding, part: Part): boolean {
  switch (finding.code) {
    case 'inputs-short':
      return (
        (part.kind === 'recorder' || part.kind === 'sound-box') &&
        (part.ports ?? []).some((port) => hears(port, finding.facts.connector))
      );
    case 'lens-mount-overloaded':
      return finding.facts.hanging === 'lens' && hasTrait(part, 'lens-foot');
    default:
      return false;
  }
}

/** Edits that put one more part on the rig, each on the best place for it, over an arm or an adaptor where it goes on none. */
function listAdded(context: ServeContext, finding: Finding): Edit[] {
  const { report, book, collider } = context;
  const { assembly } = report;
  const isSpare = (part: Part) => findSpare(assembly, part) !== undefined;
  const byPrice = comparePrices(findPurse(assembly));
  const wanted = [...book.values()]
    .filter((part) => isWanted(finding, part))
    .sort((a, b) => Number(isSpare(b)) - Number(isSpare(a)) || byPrice(a, b));
  return wanted.slice(0, mostMakes).flatMap((part) => {
    let made = 0;
    const makeId = () => {
      made += 1;
      return proposeId(`${part.id}-${made}`);
    };
    const item = takeSpare(assembly, part);
    const asked = { part, item, inDrawer: false };
    const context = { report, parts: book, collider, makeId };
    return [...judgeCandidates(context, { kind: 'anywhere' }, [asked])].flatMap((c) =>
      c.state === 'fits' && !c.keyUnknown ? [c.edit] : [],
    );
  });
}

/** Whether a part passes on what comes into it by one plug, by another of the same. */
const passesOn = (part: Part, connector: string): boolean =>
  (part.ports ?? []).some((p) => hears(p, connector)) &&
  (part.ports ?? []).some((p) => gives(p, connector));

/**
 * Edits by which what has no input left takes one that is in use, and what was in it goes through the input of the former's own: as it
 * is, or as another make that has one. The lead that is there is plugged in anew; one more is as long as that, about.
 */
function listThrough({ report, book }: ServeContext, finding: Finding): Edit[] {
  if (finding.code !== 'inputs-short') return [];
  const { assembly } = report;
  const { connector } = finding.facts;
  const setupId = assembly.setup.id;
  return finding.items.flatMap((id): Edit[] => {
    const source = assembly.byId.get(id);
    if (!source) return [];
    const others: (Edit | undefined)[] = listOtherMakes(assembly, source, book);
    return [undefined, ...others].flatMap((swap): Edit[] => {
      const after = swap ? tryEdit(assembly, swap, book) : assembly;
      const changed = listFlat(swap ?? noEdit).find((e) => e.type === 'swap-part');
      const now = after.byId.get(changed?.item.id ?? id);
      if (!now || !passesOn(now.part, connector)) return [];
      const own = now.part.ports ?? [];
      const [aux, line] = [
        own.find((p) => hears(p, connector)),
        own.find((p) => gives(p, connector) && p.id !== own.find((q) => hears(q, connector))?.id),
      ];
      if (!aux || !line) return [];
      const taken = report.sound.usable.find(
        (i) => i.port.connector === connector && i.takenBy && i.placed.item.id !== id,
      );
      const runId = taken?.takenBy?.lead?.runId;
      const run = assembly.setup.cables?.find((c) => c.id === runId);
      if (!taken || !run) return [];
      const into = { item: taken.placed.item.id, port: taken.port.id };
      const from = run.to.item === into.item && run.to.port === into.port ? run.from : run.to;
      const used = assembly.rig.kit.find((i) => i.id === run.item);
      const longMm = book.get(used?.partId ?? '')?.cable?.lengthMm;
      if (!used || longMm === undefined) return [];
      const apartMm = (part: Part) => Math.abs((part.cable?.lengthMm ?? Infinity) - longMm);
      const [lead] = listFittingLeads(after, book, line, taken.port)
        .filter(({ item }) => item.id !== run.item)
        .sort((a, b) => apartMm(a.part) - apartMm(b.part));
      if (!lead) return [];
      const plug = (item: KitItem, a: typeof into, b: typeof into): Edit => ({
        type: 'add-cable',
        setupId,
        item,
        cable: { id: proposeId(`run-${item.id}`), item: item.id, from: a, to: b },
      });
      return [
        joinEdits(
          ...(swap ? [swap] : []),
          { type: 'remove-cable', setupId, cableId: run.id },
          plug(used, from, { item: now.item.id, port: aux.id }),
          plug(lead.item, { item: now.item.id, port: line.id }, into),
        ),
      ];
    });
  });
}

/** Where along a lens a support is tried, from its mount to its front: behind the middle, where a barrel is stiff, first. */
const alongLens = [0.5, 0.7, 0.35] as const;

/** The points of a lens's axis at which a support may stand. */
function listAims(lens: PlacedItem): Vec3[] {
  const rear = lens.carriedBy?.rigFromParentMount;
  if (!rear) return [];
  const reach = lens.part.mounts
    .filter((m) => m.side === 'female')
    .map((m) => dot(subtract(place(lens.rigFromPart, m.originMm), rear.originMm), rear.rotation.z));
  const longMm = Math.max(0, ...reach);
  return longMm > 0
    ? alongLens.map((share) => add(rear.originMm, scale(rear.rotation.z, share * longMm)))
    : [];
}

/** Edits that bring a support under a lens along its rods and up or down to it, after an edit that leaves it elsewhere. */
function listUnderLens(
  { book, collider }: ServeContext,
  assembly: Assembly,
  support: PlacedItem,
  first: readonly Edit[],
): Edit[] {
  const joint = support.carriedBy;
  const pad = support.part.mounts.find((m) => m.id === 'pad');
  const lens = assembly.items.find((p) => hasTrait(p.part, 'optic'));
  if (!joint || !pad || !lens) return [];
  const slide = (slideMm: number): Edit => ({
    type: 'slide',
    setupId: assembly.setup.id,
    jointId: joint.joint.id,
    slideMm,
  });
  const at = (edits: readonly Edit[]) => {
    const after = tryEdit(assembly, joinEdits(...edits), book);
    const placed = after.byId.get(support.item.id);
    return placed && rigFromMount(placed, pad).originMm;
  };
  const { slideMm } = joint.joint;
  const [here, further] = [at([slide(slideMm)]), at([slide(slideMm + 1)])];
  if (!here || !further) return [];
  const along = subtract(further, here);
  const perMm = dot(along, along);
  // On a mount without a rail nothing slides.
  if (perMm < 0.5) return [];
  return listAims(lens).flatMap((aim) => {
    const byMm = dot(subtract(aim, here), along) / perMm;
    const edits = [slide(Math.round(slideMm + byMm))];
    const after = tryEdit(assembly, joinEdits(...edits), book);
    const { findings } = reportOn(after, book, { collider, oneLens: true, lean: true });
    // Too low, or in the lens: its own finding says to which height it goes.
    const raise = findings
      .filter((f) => f.items.includes(support.item.id))
      .flatMap((f) => f.remedies.map((r) => r.edit))
      .find((e) => e.type === 'set-stance' && e.itemId === support.item.id);
    return [joinEdits(...first, ...edits, ...(raise ? [raise] : []))];
  });
}

/** Edits that have a support bear the lens: one that stands elsewhere on the rods, else one more. */
function listSupports(context: ServeContext, finding: Finding): Edit[] {
  const { assembly } = context.report;
  const there = assembly.items.filter((p) => hasTrait(p.part, 'lens-foot'));
  if (there.length > 0) return there.flatMap((s) => listUnderLens(context, assembly, s, []));
  return listAdded(context, finding).flatMap((edit) => {
    const after = tryEdit(assembly, edit, context.book);
    const fresh = after.items.find(
      (p) => !assembly.byId.has(p.item.id) && hasTrait(p.part, 'lens-foot'),
    );
    return fresh ? listUnderLens(context, after, fresh, [edit]) : [];
  });
}

/** So many places along the rods are tried for a weight. */
const mostAlong = 6;

/** Some of the places along a rail, evenly from one end to the other. */
function listSpread(slides: readonly number[]): number[] {
  const sorted = [...slides].sort((a, b) => a - b);
  const many = Math.min(mostAlong, sorted.length);
  return Array.from(
    { length: many },
    (_, i) => sorted[many < 2 ? 0 : Math.round((i * (sorted.length - 1)) / (many - 1))]!,
  );
}

const measureLongMm = (part: Part): number =>
  Math.max(
    0,
    ...part.mounts.map((m) => (m.lengthwise ? m.lengthwise.toMm - m.lengthwise.fromMm : 0)),
  );

/** The edits that put the longest make in the place of some rods, where it is longer than they are. */
function listLonger(assembly: Assembly, rods: PlacedItem, book: PartBook): Edit[] {
  const longOf = (edit: Edit) => {
    const swap = listFlat(edit).find((e) => e.type === 'swap-part');
    const part = swap && book.get(swap.item.partId);
    return part ? measureLongMm(part) : 0;
  };
  const [longest] = listOtherMakes(assembly, rods, book).sort((a, b) => longOf(b) - longOf(a));
  return longest && longOf(longest) > measureLongMm(rods.part) ? [longest] : [];
}

/** Edits that clamp a weight to the rods, on longer ones where those are too short. */
function listRearWeights({ report, book }: ServeContext): Edit[] {
  const { assembly } = report;
  const setupId = assembly.setup.id;
  const byPrice = comparePrices(findPurse(assembly));
  const weights = [...book.values()]
    .filter((part) => servesNeed(part, 'balance') && part.massG !== undefined)
    .sort(byPrice);
  return assembly.items
    .filter((p) => p.part.kind === 'rod')
    .flatMap((rods) =>
      [undefined, ...listLonger(assembly, rods, book)].flatMap((swap): Edit[] => {
        const after = swap ? tryEdit(assembly, swap, book) : assembly;
        const changed = listFlat(swap ?? noEdit).find((e) => e.type === 'swap-part');
        const on = after.byId.get(changed?.item.id ?? rods.item.id);
        if (!on) return [];
        return weights.flatMap((part) =>
          on.part.mounts.flatMap((mount): Edit[] => {
            const [own] = listMatingMounts(part, mount);
            if (!own || isMountFull(after, on.item.id, mount)) return [];
            const slides = listSlidesMm(after, on, mount, own);
            const item = takeSpare(assembly, part);
            return listSpread(slides).map((slideMm) =>
              joinEdits(...(swap ? [swap] : []), {
                type: 'add-part',
                setupId,
                item,
                joint: {
                  id: proposeId(`${part.id}-on`),
                  child: { item: item.id, mount: own.id },
                  parent: { item: on.item.id, mount: mount.id },
                  slideMm,
                  turnDeg: suggestTurnDeg(on, mount, own),
                },
              }),
            );
          }),
        );
      }),
    );
}

/**
 * Ways out that one more part on the rig brings, or one that is there and does nothing yet: inputs for a microphone, a
 * pad under the lens. Not tried yet. Costs a light report for each place of a support.
 */
export function listServing(context: ServeContext, finding: Finding): Edit[] {
  // For what is only noted nothing more is put on the rig.
  if (finding.weight === 'note') return [];
  switch (finding.code) {
    case 'inputs-short':
      return [...listThrough(context, finding), ...listAdded(context, finding)];
    case 'heavy-end':
      return finding.facts.heavy === 'nose' ? listRearWeights(context) : [];
    case 'lens-mount-overloaded':
      return finding.facts.hanging === 'lens' ? listSupports(context, finding) : [];
    default:
      return [];
  }
}
