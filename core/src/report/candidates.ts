import type { Mismatch, Mount, Part, PartBook } from '../part/index.js';
import { measureMate } from '../part/index.js';
import {
  applyEdit,
  listJointsAt,
  listMatingMounts,
  suggestSlideMm,
  suggestTurnDeg,
  type Edit,
  type KitItem,
} from '../rig/index.js';
import { toDeg } from '../units/index.js';
import { countFindings, measureReport, type Report } from './report.js';

/** What fitting a candidate would change. */
export interface Change {
  readonly massG: number | undefined;
  readonly spendMinor: number;
  readonly heightMm: number;
  /** Undefined where either of the two does not hang. */
  readonly tiltDeg: number | undefined;
  readonly stops: number;
  readonly risks: number;
}

/** A part that could go onto a mount, or why it cannot. */
export type Candidate =
  | {
      readonly state: 'fits';
      readonly part: Part;
      /** The individual that would be used: one from the drawer, or a new wish. */
      readonly item: KitItem;
      readonly inDrawer: boolean;
      readonly edit: Edit;
      readonly keyUnknown: boolean;
      readonly change: Change;
    }
  | {
      readonly state: 'does-not-fit';
      readonly part: Part;
      readonly item: KitItem;
      readonly inDrawer: boolean;
      readonly why: Mismatch | { readonly reason: 'mount-taken' } | { readonly reason: 'no-room' };
    };

/** A part that is asked about: the part itself, and the individual that would be fitted. */
export interface Asked {
  readonly part: Part;
  readonly item: KitItem;
  readonly inDrawer: boolean;
}

/**
 * Who is asked for a mount: the owned individuals of the drawer that are not in this setup, each once,
 * then one new wish for every part of the catalogue. `makeId` names the wishes.
 */
export function listAsked(
  report: Report,
  drawer: readonly KitItem[],
  catalogue: PartBook,
  makeId: () => string,
): Asked[] {
  const { byId, rig } = report.assembly;
  const owned = new Map<string, Asked>();
  for (const item of [...rig.kit, ...drawer]) {
    const part = catalogue.get(item.partId);
    if (!part || !item.owned || byId.has(item.id) || owned.has(item.id)) continue;
    owned.set(item.id, { part, item, inDrawer: true });
  }
  const wishes = [...catalogue.values()].map((part) => ({
    part,
    item: { id: makeId(), partId: part.id, owned: false },
    inDrawer: false,
  }));
  return [...owned.values(), ...wishes];
}

function tiltOf(report: Report): number | undefined {
  return report.hang.state === 'hangs' ? toDeg(report.hang.tiltRad) : undefined;
}

function measureChange(before: Report, after: Report, part: Part): Change {
  const [was, is] = [countFindings(before.findings), countFindings(after.findings)];
  const [tiltWas, tiltIs] = [tiltOf(before), tiltOf(after)];
  return {
    massG: part.massG,
    spendMinor: after.spend.toSpend.minor - before.spend.toSpend.minor,
    heightMm: after.fit.size.heightMm - before.fit.size.heightMm,
    tiltDeg: tiltWas === undefined || tiltIs === undefined ? undefined : tiltIs - tiltWas,
    stops: is.stops - was.stops,
    risks: is.risk - was.risk,
  };
}

/** The mismatch of the half that comes nearest to joining: sizes before sides before kinds. */
function findNearestMismatch(part: Part, mount: Mount): Mismatch {
  const rank: readonly Mismatch['reason'][] = [
    'key-refused',
    'pins-without-holes',
    'pin-spacing',
    'size',
    'family',
    'thread-size',
    'same-side',
    'kinds',
  ];
  let best: Mismatch = { reason: 'kinds' };
  for (const own of part.mounts) {
    const mate = measureMate(mount, own);
    if (mate.state === 'refuses' && rank.indexOf(mate.reason) < rank.indexOf(best.reason)) {
      const { state: _, ...mismatch } = mate;
      best = mismatch;
    }
  }
  return best;
}

/**
 * What could go onto a mount of an item, each with the change it makes, and what could not with the
 * reason. Those that fit come first: from the drawer, then by fewest new stops, then by name. `makeId`
 * names the new joint. One full report for each candidate that fits.
 */
export function listCandidates(
  report: Report,
  parts: PartBook,
  itemId: string,
  mountId: string,
  asked: readonly Asked[],
  makeId: () => string,
): Candidate[] {
  const { assembly } = report;
  const parent = assembly.byId.get(itemId);
  const mount = parent?.part.mounts.find((m) => m.id === mountId);
  if (!parent || !mount) throw new Error(`listCandidates: no mount ${mountId} on item ${itemId}`);
  const taken = !mount.lengthwise && listJointsAt(assembly, itemId, mountId).length > 0;
  const found = asked.map((one): Candidate => {
    const [own] = listMatingMounts(one.part, mount);
    if (!own) return { state: 'does-not-fit', ...one, why: findNearestMismatch(one.part, mount) };
    if (taken) return { state: 'does-not-fit', ...one, why: { reason: 'mount-taken' } };
    const slideMm = suggestSlideMm(assembly, parent, mount, own);
    if (slideMm === undefined) return { state: 'does-not-fit', ...one, why: { reason: 'no-room' } };
    const edit: Edit = {
      type: 'add-part',
      setupId: assembly.setup.id,
      item: one.item,
      joint: {
        id: makeId(),
        child: { item: one.item.id, mount: own.id },
        parent: { item: itemId, mount: mountId },
        slideMm,
        turnDeg: suggestTurnDeg(parent, mount, own),
      },
    };
    const mate = measureMate(mount, own);
    const book = parts.has(one.part.id) ? parts : new Map([...parts, [one.part.id, one.part]]);
    const after = measureReport(applyEdit(assembly.rig, edit), assembly.setup.id, book);
    return {
      state: 'fits',
      ...one,
      edit,
      keyUnknown: mate.state === 'mates' && mate.key === 'unknown',
      change: measureChange(report, after, one.part),
    };
  });
  const order = (c: Candidate) => (c.state === 'fits' ? 0 : 2) + (c.inDrawer ? 0 : 1);
  const stops = (c: Candidate) => (c.state === 'fits' ? c.change.stops * 100 + c.change.risks : 0);
  return found.sort(
    (a, b) =>
      order(a) - order(b) ||
      stops(a) - stops(b) ||
      a.part.name.localeCompare(b.part.name, 'en') ||
      (a.item.id < b.item.id ? -1 : 1),
  );
}
