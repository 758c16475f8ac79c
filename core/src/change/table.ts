import type { PartBook } from '../part/index.js';
import { type Assembly, type CableRun, type Rig, type Setup } from '../rig/index.js';
import { findBestPrice } from '../price/index.js';
import type { Money } from '../units/index.js';
import { isSameFastening, isSetAlike, sayRun, stanceOf } from './steps.js';

/**
 * What an individual does in a setup, beside the first setup that uses it: used alike, fastened elsewhere, slid or turned
 * otherwise, worn by the operator, or left at home.
 */
export type Role = 'used' | 'moved' | 'set' | 'worn' | 'home';

/** One individual over all setups of a rig. */
export interface TableRow {
  readonly itemId: string;
  /** By setup, in the rig's order. */
  readonly roles: readonly Role[];
}

/** What one setup alone needs. */
export interface OwnShare {
  readonly setupId: string;
  /** Individuals that no other setup uses. */
  readonly itemIds: readonly string[];
  /** Of those that are not owned, in the brief's currency; those without a price are named. */
  readonly toSpend: Money;
  readonly unpriced: readonly string[];
  /** Of those whose mass is known. */
  readonly massG: number;
  readonly unweighed: readonly string[];
}

/** One kit over many arrangements. */
export interface SetupTable {
  readonly rows: readonly TableRow[];
  /** Individuals that every setup uses. */
  readonly shared: readonly string[];
  readonly own: readonly OwnShare[];
}

/** How an item stands in a setup; undefined where it is not in it. */
type Standing =
  | { readonly kind: 'body' }
  | { readonly kind: 'on'; readonly assembly: Assembly }
  | { readonly kind: 'lead'; readonly run: CableRun }
  | { readonly kind: 'worn' };

function findStanding(assembly: Assembly, itemId: string): Standing | undefined {
  const { setup } = assembly;
  if (setup.body === itemId) return { kind: 'body' };
  if (assembly.byId.has(itemId)) return { kind: 'on', assembly };
  const run = setup.cables?.find((c) => c.item === itemId);
  if (run) return { kind: 'lead', run };
  return setup.worn?.includes(itemId) ? { kind: 'worn' } : undefined;
}

function compareStandings(first: Standing, now: Standing, itemId: string): Role {
  if (now.kind === 'worn') return 'worn';
  if (first.kind === 'lead' && now.kind === 'lead') {
    return sayRun(first.run) === sayRun(now.run) ? 'used' : 'moved';
  }
  if (first.kind !== 'on' || now.kind !== 'on') return first.kind === now.kind ? 'used' : 'moved';
  const [a, b] = [first, now].map((s) => s.assembly.byId.get(itemId)!.carriedBy!);
  if (!isSameFastening(a!, b!)) return 'moved';
  const isAlike =
    isSetAlike(a!, b!) && stanceOf(first.assembly, itemId) === stanceOf(now.assembly, itemId);
  return isAlike ? 'used' : 'set';
}

/**
 * Which individual does what in which setup, what all of them share, and what each alone needs, in money and grams.
 * `assemblies` are those of the rig's setups, in its order. Linear in individuals times setups.
 */
export function compareSetups(
  rig: Rig,
  assemblies: readonly Assembly[],
  parts: PartBook,
): SetupTable {
  const rows = rig.kit.flatMap(({ id: itemId }): TableRow[] => {
    const standings = assemblies.map((a) => findStanding(a, itemId));
    const first = standings.find((s) => s !== undefined);
    if (!first) return [];
    const roles = standings.map((s): Role => (s ? compareStandings(first, s, itemId) : 'home'));
    return [{ itemId, roles }];
  });
  const { currency, rates = [] } = rig.brief;
  const kit = new Map(rig.kit.map((i) => [i.id, i]));
  const own = rig.setups.map((setup: Setup, at): OwnShare => {
    const mine = rows.filter(({ roles }) =>
      roles.every((role, i) => (role !== 'home') === (i === at)),
    );
    const itemIds = rig.setups.length > 1 ? mine.map((r) => r.itemId) : [];
    const wished = itemIds.filter((id) => {
      const { owned, comesWith } = kit.get(id)!;
      return !owned && comesWith === undefined;
    });
    const priced = wished.map((id) => {
      const part = parts.get(kit.get(id)!.partId);
      return { id, price: part && findBestPrice(part, currency, rates)?.price.minor };
    });
    const weighed = itemIds.map((id) => {
      const item = kit.get(id)!;
      return { id, massG: item.measuredMassG ?? parts.get(item.partId)?.massG };
    });
    const unknown = (list: readonly { readonly id: string }[], is: (i: number) => boolean) =>
      list.flatMap(({ id }, i) => (is(i) ? [id] : []));
    return {
      setupId: setup.id,
      itemIds,
      toSpend: { minor: priced.reduce((sum, p) => sum + (p.price ?? 0), 0), currency },
      unpriced: unknown(priced, (i) => priced[i]!.price === undefined),
      massG: weighed.reduce((sum, w) => sum + (w.massG ?? 0), 0),
      unweighed: unknown(weighed, (i) => weighed[i]!.massG === undefined),
    };
  });
  return {
    rows,
    shared: rows.flatMap(({ itemId, roles }) => (roles.includes('home') ? [] : [itemId])),
    own,
  };
}
