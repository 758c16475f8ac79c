import { randomUUID } from 'node:crypto';
import {
  countFindings,
  measureWithin,
  rigFormatVersion,
  sayFigure,
  sayG,
  setupBudgetMs,
  sketchRig,
  type NotComputed,
  type ShelfFigures,
  type Sketch,
  type KitItem,
  type Collider,
  type Part,
  type PartBook,
  type Rig,
  type Version,
  type RigSummary,
  type VersionSummary,
} from '@zucchini/core';
import type { KitItemRow, RigRow, VersionRow } from '../database/index.js';

/** There is one owner, and so one kit, until an installation has several. */
export const kitId = 'kit';

/** What stands in a rig's row for the shelf. */
export interface StoredSummary {
  readonly setup: string;
  readonly parts: number;
  readonly figures?: ShelfFigures;
  readonly notComputed?: NotComputed;
}

/** What the shelf says of a rig before anything is computed; figures of an earlier state stand until there are others. */
export function outlineRig(rig: Rig, before?: StoredSummary): StoredSummary {
  const setup = rig.setups[0]!;
  return {
    setup: setup.name,
    // The body, and what is carried: each by one joint.
    parts: setup.joints.length + 1,
    ...(before?.figures ? { figures: before.figures } : {}),
  };
}

/** What is computed of a rig for the shelf. */
export interface Judged {
  readonly summary: StoredSummary;
  readonly sketch: Sketch;
}

/**
 * The figures that the shelf shows, computed by the same core that the bench uses, from the first setup. What takes longer
 * than a setup may is not computed, and said so. `now` in ms.
 */
export function judge(rig: Rig, parts: PartBook, collider: Collider, now: () => number): Judged {
  const setup = rig.setups[0]!;
  const { report, overMs } = measureWithin(rig, setup.id, parts, { collider }, setupBudgetMs, now);
  const count = countFindings(report.findings);
  const isWhole = overMs === undefined;
  const summary: StoredSummary = {
    ...outlineRig(rig),
    figures: {
      stops: isWhole ? count.stops : null,
      risks: isWhole ? count.risk : null,
      hang: sayFigure(report, 'hang').main,
      spend: sayFigure(report, 'spend').main,
      carried: `${report.spend.unweighed.length > 0 ? '≥ ' : ''}${sayG(report.spend.carriedG)}`,
    },
    ...(isWhole ? {} : { notComputed: 'time' }),
  };
  return { summary, sketch: sketchRig(report.assembly) };
}

export function toRigRow(rig: Rig, revision: number, savedAt: Date, before?: RigRow): RigRow {
  const { kit: _, ...doc } = rig;
  return {
    id: rig.id,
    kitId,
    name: rig.name,
    revision,
    formatVersion: rigFormatVersion,
    doc,
    summary: outlineRig(rig, before?.summary as StoredSummary | undefined),
    due: randomUUID(),
    savedAt,
  };
}

/** The rig as it was saved, key for key: `kit` goes back to where it stood. */
export function fromRigRow(row: RigRow, kit: readonly KitItem[]): Rig {
  const { id, name, note, ...rest } = row.doc as Omit<Rig, 'kit'>;
  return { id, name, ...(note === undefined ? {} : { note }), kit: [...kit], ...rest };
}

export function toRigSummary(row: RigRow): RigSummary {
  const summary = row.summary as StoredSummary;
  return {
    id: row.id,
    name: row.name,
    revision: row.revision,
    savedAt: row.savedAt.toISOString(),
    setup: summary.setup,
    parts: summary.parts,
    pending: row.due !== null,
    figures: summary.figures ?? null,
    notComputed: summary.notComputed ?? null,
  };
}

export function toKitItemRow(item: KitItem): KitItemRow {
  return { id: item.id, kitId, partId: item.partId, owned: item.owned, doc: item };
}

export function fromKitItemRow(row: KitItemRow): KitItem {
  return row.doc as KitItem;
}

export function toVersionRow(rigId: string, version: Version, parts: readonly Part[]): VersionRow {
  return {
    rigId,
    id: version.id,
    name: version.name,
    reason: version.reason,
    keptAt: new Date(version.keptAt),
    formatVersion: rigFormatVersion,
    doc: version.rig,
    parts,
  };
}

export function toVersionSummary(row: VersionRow): VersionSummary {
  return { id: row.id, name: row.name, reason: row.reason, keptAt: row.keptAt.toISOString() };
}

export function fromVersionRow(row: VersionRow): { version: Version; parts: PartBook } {
  const parts = row.parts as readonly Part[];
  return {
    version: { ...toVersionSummary(row), rig: row.doc as Rig },
    parts: new Map(parts.map((p) => [p.id, p])),
  };
}
