import type { Part, PartBook } from '@zucchini/core';
import { In, type EntityManager } from 'typeorm';
import { PartEntity } from '../database/index.js';
import { fromPartRow, toPartRow } from './mapper.js';

/** All parts, by kind and name. */
export async function listParts(manager: EntityManager): Promise<Part[]> {
  const rows = await manager.find(PartEntity, { order: { kind: 'ASC', name: 'ASC', id: 'ASC' } });
  return rows.map(fromPartRow);
}

/** The parts with these ids; those that are not stored are not in the book. */
export async function findParts(manager: EntityManager, ids: readonly string[]): Promise<PartBook> {
  const wanted = [...new Set(ids)];
  if (wanted.length === 0) return new Map();
  const rows = await manager.findBy(PartEntity, { id: In(wanted) });
  return new Map(rows.map((row) => [row.id, fromPartRow(row)]));
}

/** Stores parts that are new; those whose id is taken are left as they are. */
export async function insertParts(manager: EntityManager, parts: readonly Part[]): Promise<void> {
  if (parts.length === 0) return;
  await manager
    .createQueryBuilder()
    .insert()
    .into(PartEntity)
    .values(parts.map(toPartRow) as never)
    .orIgnore()
    .execute();
}
