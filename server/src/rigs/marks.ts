import { In, IsNull, Not, type EntityManager } from 'typeorm';
import { RigEntity } from '../database/index.js';

/** A rig whose figures are to be computed: of the state that `due` stands for, or, without it, of that which is stored. */
export interface DueRig {
  readonly id: string;
  readonly due: string | null;
}

/** The figures of these rigs are to be computed again. Each gets a mark of its own: what is computed of an older state goes nowhere. */
export async function markDue(manager: EntityManager, ids: readonly string[]): Promise<void> {
  if (ids.length === 0) return;
  await manager.update(RigEntity, { id: In([...ids]) }, { due: () => 'UUID()' });
}

/** Rigs whose figures are to be computed, those saved last first. */
export async function listDue(manager: EntityManager, most: number): Promise<DueRig[]> {
  return manager.find(RigEntity, {
    select: { id: true, due: true },
    where: { due: Not(IsNull()) },
    order: { savedAt: 'DESC', id: 'ASC' },
    take: most,
  });
}

/** Every rig, for figures that another edition may compute otherwise. */
export async function listAll(manager: EntityManager): Promise<DueRig[]> {
  const rows = await manager.find(RigEntity, { select: { id: true }, order: { id: 'ASC' } });
  return rows.map(({ id }) => ({ id, due: null }));
}
