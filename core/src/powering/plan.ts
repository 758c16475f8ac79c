import type { Brief } from '../brief/index.js';
import { measureLast, type Last } from '../day/index.js';
import { listMoreCells } from '../last/index.js';
import { proposeId, tryEdit, type Edit } from '../rig/index.js';
import type { Network } from '../wire/index.js';
import { chooseLeast, type Chosen } from './choose.js';
import { addCosts, compareCosts, measureCost, noCost, type Cost } from './cost.js';
import { createPlanEdit, fillBay } from './edits.js';
import { listOptions, type FeedOption } from './options.js';
import { bare, measureBearsW, type Bare, type Device, type Source, type Stock } from './survey.js';
import type { PoweringWay } from './ways.js';

/** A source at one of the places that it may stand at: 0 for the first, and for all that need no place. */
export interface Stand {
  readonly source: Source | undefined;
  readonly place: number;
}

/** A way of feeding every device, with what it costs and the cells that the day takes besides. */
export interface Plan {
  readonly stand: Stand;
  readonly bare: Bare;
  readonly options: readonly FeedOption[];
  /** Of what is brought onto the rig. */
  readonly cost: Cost;
  /** The same with the cells for the day. */
  readonly total: Cost;
  /** False where no number of cells lasts the day: such a plan is only taken where there is no other. */
  readonly lasts: boolean;
}

/** Whether one plan is better than another: one that lasts the day first, then by its cost. */
const isBetter = (a: Plan, b: Plan): boolean =>
  a.lasts === b.lasts ? compareCosts(a.total, b.total) < 0 : a.lasts;

/** What the plans of a way are made from. */
export interface PlansAsked {
  readonly way: PoweringWay;
  readonly stock: Stock;
  readonly brief: Brief;
  readonly network: Network;
  /** The devices that are fed anew; the rest stays as it is. */
  readonly fed: readonly Device[];
  readonly sources: readonly (Source | undefined)[];
}

/**
 * The plans of one way, the least first; what does not hold in space is cut out of them. For each source the least choice of feeds is
 * exact; the cells for the day are those of that choice.
 */
export class Plans {
  private readonly stands: Stand[];
  private readonly bares = new Map<string, Bare>();
  private readonly groups = new Map<Source | undefined, readonly (readonly FeedOption[])[]>();
  private readonly least = new Map<Stand, Plan | undefined>();
  private readonly cutOptions = new Map<Stand, Set<FeedOption>>();
  private readonly cutPlans = new Map<Stand, Set<string>>();
  /** Stands that cost more by themselves than the best plan so far. */
  private readonly skipped = new Set<Stand>();

  constructor(private readonly asked: PlansAsked) {
    this.stands = asked.sources.map((source) => ({ source, place: 0 }));
  }

  /** The least plan that is left. */
  find(): Plan | undefined {
    let best: Plan | undefined;
    for (const stand of this.stands) {
      if (!this.least.has(stand)) this.least.set(stand, this.measure(stand, best));
      const plan = this.least.get(stand);
      if (plan && (!best || isBetter(plan, best))) best = plan;
    }
    return best;
  }

  private measure(stand: Stand, best: Plan | undefined): Plan | undefined {
    const { source } = stand;
    const cost = this.costOf(source);
    // Cells only add to it.
    const limit = best?.lasts ? best.total : undefined;
    if (limit && compareCosts(cost, limit) >= 0) {
      this.skipped.add(stand);
      return undefined;
    }
    const cut = this.cutOptions.get(stand);
    const groups = this.groupsOf(source).map((g) => (cut ? g.filter((o) => !cut.has(o)) : g));
    const chosen = this.choose(stand, groups, source ? measureBearsW(source) : Infinity);
    // A source on which nothing hangs is none.
    const isUsed = chosen?.options.some((o) => o.outlet !== undefined || o.by === 'host');
    if (!chosen || (source && !isUsed)) return undefined;
    const own = addCosts(cost, chosen.cost);
    const bareSetup = this.bareOf(source);
    const plan = { stand, bare: bareSetup, options: chosen.options, cost: own };
    const { total, lasts } = this.addCells(plan);
    return { ...plan, total, lasts };
  }

  /** The least choice that is not one of those that were cut out as a whole. */
  private choose(
    stand: Stand,
    groups: readonly (readonly FeedOption[])[],
    bearsW: number,
  ): Chosen<FeedOption> | undefined {
    const cut = this.cutPlans.get(stand);
    // Ends: each step leaves one option out of a group.
    const visit = (open: readonly (readonly FeedOption[])[]): Chosen<FeedOption> | undefined => {
      const chosen = chooseLeast(open, bearsW);
      if (!chosen || !cut?.has(keyOf(chosen.options))) return chosen;
      let best: Chosen<FeedOption> | undefined;
      chosen.options.forEach((option, i) => {
        // Those before it stay as they are, so that no choice is looked at twice.
        const next = open.map((group, j) =>
          j < i ? [chosen.options[j]!] : j === i ? group.filter((o) => o !== option) : group,
        );
        const other = visit(next);
        if (other && (!best || compareCosts(other.cost, best.cost) < 0)) best = other;
      });
      return best;
    };
    return visit(groups);
  }

  private costOf(source: Source | undefined): Cost {
    if (!source) return noCost;
    const { currency, rates = [] } = this.asked.brief;
    const { battery, on } = source;
    if (on.kind !== 'plate' && on.isThere) return noCost;
    const cost = measureCost(battery.item, battery.part, currency, rates, {
      carried: on.kind !== 'belt',
    });
    return on.kind === 'plate'
      ? addCosts(cost, measureCost(on.plate.item, on.plate.part, currency, rates))
      : cost;
  }

  private bareOf(source: Source | undefined): Bare {
    // What is taken off depends on the source only where that stands on the rig.
    const key = source?.on.kind === 'host' ? source.key : '';
    let made = this.bares.get(key);
    if (!made) {
      made = bare(this.asked.stock, this.asked.network, this.asked.fed, source);
      this.bares.set(key, made);
    }
    return made;
  }

  /** Every option of every device that is fed, with one source. */
  groupsOf(source: Source | undefined): readonly (readonly FeedOption[])[] {
    let groups = this.groups.get(source);
    if (!groups) {
      const { way, stock, brief, fed } = this.asked;
      const { currency, rates = [] } = brief;
      const asked = { way, stock, bare: this.bareOf(source), source, currency, rates };
      groups = fed.map((device) => listOptions(asked, device));
      this.groups.set(source, groups);
    }
    return groups;
  }

  /** What the day takes besides: the same plan on the rig, its plate held anywhere, run through the day. */
  private addCells(plan: Omit<Plan, 'total' | 'lasts'>): { total: Cost; lasts: boolean } {
    const { stock, brief } = this.asked;
    const edit = createPlanEdit(stock, plan, this.holdAnywhere(plan), this.fill(plan));
    const assembly = edit ? tryEdit(stock.assembly, edit, stock.parts) : stock.assembly;
    const last = measureLast(assembly, stock.parts, brief);
    if (!isJudged(last)) return { total: plan.cost, lasts: true };
    const { currency, rates = [] } = brief;
    const cells = listMoreCells(last).map((e) =>
      e.type === 'set-item'
        ? // Spare cells are in the bag.
          measureCost(e.item, stock.parts.get(e.item.partId)!, currency, rates, { carried: false })
        : noCost,
    );
    return {
      total: cells.reduce(addCosts, plan.cost),
      lasts: last.cells().every((c) => c.enough),
    };
  }

  /** The source held by the body, wherever: a day does not ask where its battery stands. */
  private holdAnywhere({ stand, bare: { assembly } }: Pick<Plan, 'stand' | 'bare'>): Edit[] {
    const { source } = stand;
    const setupId = assembly.setup.id;
    if (!source || (source.on.kind !== 'plate' && source.on.isThere)) return [];
    const { on, battery } = source;
    if (on.kind === 'belt') return [{ type: 'wear', setupId, item: battery.item }];
    if (on.kind === 'host') return fillBay(assembly, on.itemId, on.bay, battery);
    const body = assembly.items[0]!;
    const joint = {
      id: proposeId('joint-anywhere'),
      child: { item: on.plate.item.id, mount: on.plate.part.mounts.find((m) => m !== on.bay)!.id },
      parent: { item: body.item.id, mount: body.part.mounts[0]!.id },
      slideMm: 0,
      turnDeg: 0,
    };
    const add: Edit = { type: 'add-part', setupId, item: on.plate.item, joint };
    const withPlate = tryEdit(assembly, add, this.asked.stock.parts);
    return [add, ...fillBay(withPlate, on.plate.item.id, on.bay, battery)];
  }

  private fill({ bare: { assembly }, options }: Pick<Plan, 'bare' | 'options'>): Edit[] {
    return options.flatMap(({ inBay, deviceId }) =>
      inBay ? fillBay(assembly, deviceId, inBay.bay, inBay) : [],
    );
  }

  /** Cuts out options at one stand; where `everywhere`, at all stands. */
  cutOption(stand: Stand, isCut: (option: FeedOption) => boolean, everywhere = false): void {
    for (const one of everywhere ? this.stands : [stand]) {
      const set = this.cutOptions.get(one) ?? new Set();
      for (const option of this.groupsOf(one.source).flat()) if (isCut(option)) set.add(option);
      this.cutOptions.set(one, set);
      this.least.delete(one);
    }
    // What was passed over may be the least now.
    this.reopen();
  }

  /** Cuts out a plan as a whole. */
  cutPlan({ stand, options }: Plan): void {
    const set = this.cutPlans.get(stand) ?? new Set();
    set.add(keyOf(options));
    this.cutPlans.set(stand, set);
    this.least.delete(stand);
    this.reopen();
  }

  /** Cuts out a stand, and opens the source's next place where it has one. */
  cutStand(stand: Stand, hasNext: boolean): void {
    const at = this.stands.indexOf(stand);
    this.stands.splice(at, 1, ...(hasNext ? [{ ...stand, place: stand.place + 1 }] : []));
    this.reopen();
  }

  private reopen(): void {
    for (const stand of this.skipped) this.least.delete(stand);
    this.skipped.clear();
  }

  /** Whether a stand has a plan left. */
  hasPlan(stand: Stand): boolean {
    if (!this.least.has(stand) || this.skipped.has(stand)) {
      this.skipped.delete(stand);
      this.least.set(stand, this.measure(stand, undefined));
    }
    return this.least.get(stand) !== undefined;
  }
}

const keyOf = (options: readonly FeedOption[]): string =>
  options.map((o) => `${o.deviceId} ${o.key}`).join(' | ');

/** Whether a day can be held against: a brief that speaks of one, and nothing on the rig that nobody has stated. */
export const isJudged = ({ plan, unknown }: Last): boolean =>
  plan.from !== 'none' && unknown.draw.length + unknown.energy.length === 0;
