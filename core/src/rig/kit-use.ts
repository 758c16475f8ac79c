import { listSetupItems } from './refs.js';
import type { KitItem, Rig } from './schema.js';

/** What becomes of one individual of a kit, seen from one setup. */
export interface KitUse {
  readonly item: KitItem;
  /** On this setup, as a part or a lead; worn or packed with it; nowhere on it. */
  readonly here: 'fitted' | 'worn' | 'none';
  /** Names of the other setups that use it. */
  readonly elsewhere: readonly string[];
}

/** Every individual of a kit and what becomes of it, in the order of the kit. Linear in kit and setups. */
export function listKitUses(rig: Rig, setupId: string): KitUse[] {
  const uses = rig.setups.map((setup) => ({
    setup,
    fitted: new Set(listSetupItems(setup)),
    worn: new Set(setup.worn ?? []),
  }));
  const here = uses.find(({ setup }) => setup.id === setupId);
  return rig.kit.map((item) => ({
    item,
    here: here?.worn.has(item.id) ? 'worn' : here?.fitted.has(item.id) ? 'fitted' : 'none',
    elsewhere: uses
      .filter((u) => u !== here && (u.fitted.has(item.id) || u.worn.has(item.id)))
      .map(({ setup }) => setup.name),
  }));
}
