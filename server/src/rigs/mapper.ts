import {
  countFindings,
  measureReport,
  rigFormatVersion,
  sayFigure,
  sayG,
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

type Summary = Omit<RigSummary, 'id' | 'name' | 'revision' | 'savedAt'>;

/** The figures that the shelf shows, computed by the same core that the bench uses, from the first setup. */
export function summarise(rig: Rig, parts: PartBook, collider: Collider): Summary {
  const setup = rig.setups[0]!;
  const report = measureReport(rig, setup.id, parts, { collider });
  const count = countFindings(report.findings);
  return {
    setup: setup.name,
    parts: report.assembly.items.length,
    stops: count.stops,
    risks: count.risk,
    hang: sayFigure(report, 'hang').main,
    spend: sayFigure(report, 'spend').main,
    carried: `${report.spend.unweighed.length > 0 ? '≥ ' : ''}${sayG(report.spend.carriedG)}`,
  };
}

export function toRigRow(
  rig: Rig,
  parts: PartBook,
  revision: number,
  savedAt: Date,
  collider: Collider,
): RigRow {
  const { kit: _, ...doc } = rig;
  return {
    id: rig.id,
    kitId,
    name: rig.name,
    revision,
    formatVersion: rigFormatVersion,
    doc,
    summary: summarise(rig, parts, collider),
    savedAt,
  };
}

/** The rig as it was saved, key for key: `kit` goes back to where it stood. */
export function fromRigRow(row: RigRow, kit: readonly KitItem[]): Rig {
  const { id, name, note, ...rest } = row.doc as Omit<Rig, 'kit'>;
  return { id, name, ...(note === undefined ? {} : { note }), kit: [...kit], ...rest };
}

export function toRigSummary(row: RigRow): RigSummary {
  return {
    id: row.id,
    name: row.name,
    revision: row.revision,
    savedAt: row.savedAt.toISOString(),
    ...(row.summary as Summary),
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
