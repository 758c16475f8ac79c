import { EntitySchema } from 'typeorm';

export interface PartRow {
  id: string;
  kind: string;
  maker: string | null;
  name: string;
  massG: number | null;
  priceMinor: string | null;
  currency: string | null;
  formatVersion: number;
  doc: unknown;
  revision: number;
  /** What tables show, so that they need not read the whole part. */
  facts: unknown;
}

export interface KitRow {
  id: string;
  name: string;
}

export interface KitItemRow {
  id: string;
  kitId: string;
  partId: string;
  owned: boolean;
  doc: unknown;
}

export interface RigRow {
  id: string;
  kitId: string;
  name: string;
  revision: number;
  formatVersion: number;
  /** The rig but for its kit, which is in rows of its own. */
  doc: unknown;
  summary: unknown;
  /** Set while its figures on the shelf are to be computed, anew with every change. */
  due: string | null;
  savedAt: Date;
  /** What came with its file; nothing writes into it yet. */
  log?: unknown;
  /** What the shelf draws of it; comes with its figures. */
  sketch?: unknown;
}

export interface RigItemRow {
  rigId: string;
  itemId: string;
  position: number;
}

export interface VersionRow {
  rigId: string;
  id: string;
  name: string;
  reason: string;
  keptAt: Date;
  formatVersion: number;
  doc: unknown;
  /** Every part that it rests on, as it was when it was kept: what becomes of the catalogue does not touch it. */
  parts: unknown;
}

// Ids are told apart by their bytes: “büoy” is not “buoy”, nor “SKIFF” “skiff”.
const bytes = { charset: 'utf8mb4', collation: 'utf8mb4_nopad_bin' } as const;
const ref = { type: 'varchar', length: 64, ...bytes } as const;
const id = { ...ref, primary: true } as const;
const json = { type: 'json' } as const;

export const PartEntity = new EntitySchema<PartRow>({
  name: 'Part',
  tableName: 'parts',
  columns: {
    id,
    kind: { type: 'varchar', length: 32 },
    maker: { type: 'varchar', length: 160, nullable: true },
    name: { type: 'varchar', length: 160 },
    massG: { name: 'mass_g', type: 'double', nullable: true },
    priceMinor: { name: 'price_minor', type: 'bigint', nullable: true },
    currency: { type: 'char', length: 3, nullable: true },
    formatVersion: { name: 'format_version', type: 'int' },
    doc: json,
    revision: { type: 'int', default: 1 },
    facts: json,
  },
  indices: [{ name: 'parts_by_kind', columns: ['kind'] }],
});

export const KitEntity = new EntitySchema<KitRow>({
  name: 'Kit',
  tableName: 'kits',
  columns: { id, name: { type: 'varchar', length: 160 } },
});

export const KitItemEntity = new EntitySchema<KitItemRow>({
  name: 'KitItem',
  tableName: 'kit_items',
  columns: {
    id,
    kitId: { ...ref, name: 'kit_id' },
    partId: { ...ref, name: 'part_id' },
    owned: { type: 'boolean' },
    doc: json,
  },
});

export const RigEntity = new EntitySchema<RigRow>({
  name: 'Rig',
  tableName: 'rigs',
  columns: {
    id,
    kitId: { ...ref, name: 'kit_id' },
    name: { type: 'varchar', length: 160 },
    revision: { type: 'int' },
    formatVersion: { name: 'format_version', type: 'int' },
    doc: json,
    summary: json,
    due: { type: 'char', length: 36, nullable: true },
    log: { ...json, nullable: true, select: false },
    sketch: { ...json, nullable: true, select: false },
    savedAt: { name: 'saved_at', type: 'datetime', precision: 3 },
  },
  indices: [{ name: 'rigs_by_due', columns: ['due'] }],
});

export const RigItemEntity = new EntitySchema<RigItemRow>({
  name: 'RigItem',
  tableName: 'rig_items',
  columns: {
    rigId: { ...id, name: 'rig_id' },
    itemId: { ...id, name: 'item_id' },
    position: { type: 'int' },
  },
});

export const VersionEntity = new EntitySchema<VersionRow>({
  name: 'Version',
  tableName: 'versions',
  columns: {
    rigId: { ...id, name: 'rig_id' },
    id,
    name: { type: 'varchar', length: 160 },
    reason: { type: 'text' },
    keptAt: { name: 'kept_at', type: 'datetime', precision: 3 },
    formatVersion: { name: 'format_version', type: 'int' },
    doc: json,
    parts: json,
  },
});

/** How far the revisions of a rig went that is gone: one that comes under its id goes on from there. */
export const GoneRigEntity = new EntitySchema<{ id: string; revision: number }>({
  name: 'GoneRig',
  tableName: 'gone_rigs',
  columns: { id, revision: { type: 'int' } },
});

/** Entries of a log that another took the place of. */
export const LogSpentEntity = new EntitySchema<{ rigId: string; entryId: string }>({
  name: 'LogSpent',
  tableName: 'log_spent',
  columns: {
    rigId: { ...id, name: 'rig_id' },
    entryId: { ...id, name: 'entry_id' },
  },
});

export const entities = [
  PartEntity,
  KitEntity,
  KitItemEntity,
  RigEntity,
  RigItemEntity,
  VersionEntity,
  GoneRigEntity,
  LogSpentEntity,
];
