import type { EntityManager } from 'typeorm';

async function ask(manager: EntityManager, question: string, values: string[]): Promise<number> {
  const [row] = (await manager.query(question, values)) as [{ bytes: string | null } | undefined];
  return Number(row?.bytes ?? 0);
}

/** About how many bytes a rig is with the parts that it draws on; 0 where there is none. */
export function weighRig(manager: EntityManager, id: string): Promise<number> {
  return ask(
    manager,
    `SELECT LENGTH(r.doc) + COALESCE((
       SELECT SUM(LENGTH(p.doc)) FROM parts p WHERE p.id IN (
         SELECT k.part_id FROM rig_items i JOIN kit_items k ON k.id = i.item_id WHERE i.rig_id = r.id
       )), 0) AS bytes
     FROM rigs r WHERE r.id = ?`,
    [id],
  );
}

/** About how many bytes a kept version is with its parts; 0 where there is none. */
export function weighVersion(manager: EntityManager, rigId: string, id: string): Promise<number> {
  return ask(
    manager,
    'SELECT LENGTH(doc) + LENGTH(parts) AS bytes FROM versions WHERE rig_id = ? AND id = ?',
    [rigId, id],
  );
}
