import type { PartBook } from '../part/index.js';
import { placeSetup, type Assembly } from './assembly.js';
import { applyEdit, type Edit } from './edit.js';

/**
 * The setup as an edit would leave it, placed where the rig stands now: the one way to apply an edit and look at
 * the result. Nothing is kept. Throws, as `applyEdit` and `placeSetup` do, for an edit that no rig survives; an
 * edit that takes the setup itself away is a mistake of the caller.
 */
export function tryEdit(assembly: Assembly, edit: Edit, parts: PartBook): Assembly {
  const rig = applyEdit(assembly.rig, edit);
  const setup = rig.setups.find((s) => s.id === assembly.setup.id);
  if (!setup) throw new Error(`tryEdit: the edit takes setup ${assembly.setup.id} away`);
  return placeSetup(rig, setup, parts, assembly.rigFromBody);
}
