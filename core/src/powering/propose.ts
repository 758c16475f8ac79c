import type { Collider } from '../clash/index.js';
import type { PartBook } from '../part/index.js';
import { tryEdit, type Assembly, type Edit, type KitItem } from '../rig/index.js';
import { listLeadsBetween, measureBeltReachMm } from '../fit/index.js';
import { listMoreCells } from '../last/index.js';
import {
  measureChange,
  reportOn,
  type Change,
  type Finding,
  type Report,
} from '../report/index.js';
import { createSpace } from '../space/index.js';
import { hasSource } from '../wire/index.js';
import type { Cost } from './cost.js';
import { joinEdits } from '../mend/index.js';
import { createPlanEdit, fillBay } from './edits.js';
import { listGivenUp, type GivenUp } from './given-up.js';
import type { PlannedLead } from './options.js';
import { listSourcePlaces } from './place.js';
import { isJudged, Plans, type Plan } from './plan.js';
import { listDevices, listSources, type Device, type Source, type Stock } from './survey.js';
import { poweringWays, type PoweringWay } from './ways.js';

/** Why a way is not open to a rig. */
export type NoWay =
  /** Nothing on it needs power. */
  | { readonly why: 'no-device' }
  /** Every device runs on the cell inside it, and takes power from nowhere else. */
  | { readonly why: 'inner-only' }
  /** No battery that this way means gives power through an outlet. */
  | { readonly why: 'no-source' }
  /** A device that this way cannot feed, whatever is bought. */
  | { readonly why: 'device'; readonly itemId: string }
  /** Each device could be fed, and not all of them together: too few outlets, or more watts than a battery bears. */
  | { readonly why: 'together' }
  /** The cheapest that would do stands nowhere on the rig. */
  | { readonly why: 'no-place'; readonly partIds: readonly string[] }
  /** No lead is as long as the way from one to the other. */
  | {
      readonly why: 'no-lead';
      readonly from: string;
      readonly toItem: string;
      readonly assembly: Assembly;
    }
  /** The cheapest that would do brings what stops the build. */
  | { readonly why: 'stops'; readonly finding: Finding; readonly assembly: Assembly };

/** What a way makes of the rig, against how it stands. */
export interface Proposal {
  /** All of it as one step; undefined where the rig is that already. */
  readonly edit: Edit | undefined;
  readonly change: Change;
  /** The rig as it would be, judged as lightly as candidates are. */
  readonly after: Report;
  /** Power leads on the rig by then, and new ones among them. */
  readonly leads: { readonly all: number; readonly added: number };
  readonly cost: Cost;
  readonly givesUp: readonly GivenUp[];
}

/** One way, and what came of it. */
export type WayAnswer =
  | { readonly way: PoweringWay; readonly state: 'proposed'; readonly proposal: Proposal }
  | { readonly way: PoweringWay; readonly state: 'not-open'; readonly reason: NoWay };

/** What ways of powering are looked for with. */
export interface PoweringAsked {
  readonly report: Report;
  /** The catalogue, with the rig's own parts. */
  readonly parts: PartBook;
  readonly drawer?: readonly KitItem[];
  readonly collider?: Collider | undefined;
}

/** So many plans of one way are looked at in space before it is given up. */
const mostTried = 30;

/** What all ways share: the rig as light as candidates are judged, and the places that were found. */
interface Shared {
  readonly asked: PoweringAsked;
  readonly base: Report;
  readonly devices: readonly Device[];
  readonly places: Map<string, (readonly Edit[])[]>;
}

/** The parts of leads that reach between two sockets. */
interface Reaching {
  /** Of new ones: as long as the way, loose ones only where there is no other. */
  readonly fresh: ReadonlySet<string>;
  /** Of one that is there already: not too short. */
  readonly there: ReadonlySet<string>;
}

/** Looks for one way: the least plan first, each cut out for what it fails by, until one holds. */
class Search {
  private readonly stock: Stock;
  private readonly fed: readonly Device[];
  private readonly plans: Plans;
  private readonly allowed = new Map<string, Reaching>();
  private readonly sources: readonly (Source | undefined)[];
  /** Why plans did not hold: of each kind the first, which is that of the least plan. */
  private readonly reasons = new Map<NoWay['why'], NoWay>();

  constructor(
    private readonly way: PoweringWay,
    private readonly shared: Shared,
  ) {
    const { report, parts, drawer = [] } = shared.asked;
    this.stock = { assembly: report.assembly, parts, drawer };
    const { network, isDead } = report.last;
    const keepsRest = way === 'dummy' || way === 'usb-c';
    this.fed = shared.devices.filter(
      (d) => !keepsRest || d.isCamera || !hasSource(network, d.placed.item.id, isDead),
    );
    const found = listSources(way, this.stock);
    // Cells alone need no source.
    const isAlone = way === 'own-cells' || way === 'one-family';
    const sources = isAlone ? [undefined, ...found] : found;
    this.plans = new Plans({
      way,
      stock: this.stock,
      brief: report.brief,
      network,
      fed: this.fed,
      sources,
    });
    this.sources = sources;
  }

  /** Runs until one plan holds, or none is left. Yields after every plan that did not. */
  *run(): Generator<void, WayAnswer, undefined> {
    const { way } = this;
    const notOpen = (reason: NoWay): WayAnswer => ({ way, state: 'not-open', reason });
    if (this.fed.length === 0) return notOpen({ why: 'no-device' });
    const isInner = (d: Device) => d.inner && d.inputs.length === 0 && d.bays.length === 0;
    if (way !== 'own-cells' && this.fed.every(isInner)) return notOpen({ why: 'inner-only' });
    if (this.sources.length === 0) return notOpen({ why: 'no-source' });
    for (let tried = 0; tried < mostTried; tried += 1) {
      const plan = this.plans.find();
      if (!plan) break;
      const proposal = this.judge(plan);
      if (proposal) return { way, state: 'proposed', proposal };
      yield;
    }
    // What stops the build was got to with leads that reach, those from a place that there is.
    const told = (['stops', 'no-lead', 'no-place', 'device'] as const).find((why) =>
      this.reasons.has(why),
    );
    return notOpen(told ? this.reasons.get(told)! : this.findReason());
  }

  /** The proposal that a plan makes; undefined where it fails in space, and is cut out. */
  private judge(plan: Plan): Proposal | undefined {
    const { parts, collider } = this.shared.asked;
    const { base } = this.shared;
    const { stand } = plan;
    const places = this.placesOf(plan);
    const source = places[stand.place];
    const note = (reason: NoWay) => {
      if (!this.reasons.has(reason.why)) this.reasons.set(reason.why, reason);
    };
    const fail = (reason: NoWay): undefined => {
      note(reason);
      // What is left of this place may be nothing: then the next one is looked at.
      if (!this.plans.hasPlan(stand)) {
        this.plans.cutStand(stand, stand.place + 1 < places.length);
      }
      return undefined;
    };
    if (!source) {
      const { battery, on } = stand.source!;
      this.plans.cutStand(stand, false);
      note({
        why: 'no-place',
        partIds: [...(on.kind === 'plate' ? [on.plate.part.id] : []), battery.part.id],
      });
      return undefined;
    }
    const withSource =
      source.length > 0
        ? tryEdit(plan.bare.assembly, joinEdits(...source), parts)
        : plan.bare.assembly;
    const bays = plan.options.flatMap(({ inBay, deviceId }) =>
      inBay ? fillBay(withSource, deviceId, inBay.bay, inBay) : [],
    );
    const structure = bays.length > 0 ? tryEdit(withSource, joinEdits(...bays), parts) : withSource;
    const short = this.cutLeads(plan, structure);
    if (short)
      return fail({
        why: 'no-lead',
        from: short.from.item,
        toItem: short.to.item,
        assembly: structure,
      });
    const bareEdit = createPlanEdit(this.stock, plan, source, bays);
    const light = { collider, oneLens: true, lean: true };
    const first = bareEdit
      ? reportOn(tryEdit(this.stock.assembly, bareEdit, parts), parts, light)
      : base;
    const stops = measureChange(base, first).appears.filter((f) => f.weight === 'stops');
    if (stops.length > 0) {
      this.cutStops(plan, stops);
      return fail({ why: 'stops', finding: stops[0]!, assembly: first.assembly });
    }
    // What the plan feeds is held to the network of the rig as it would be: a cell may have no room in its bay.
    const { network, isDead } = first.last;
    const dark = this.shared.devices.find((d) => !hasSource(network, d.placed.item.id, isDead));
    if (dark) {
      this.plans.cutPlan(plan);
      const partIds = plan.options.flatMap((o) => o.inBay?.part.id ?? []);
      return fail(
        partIds.length > 0
          ? { why: 'no-place', partIds }
          : { why: 'device', itemId: dark.placed.item.id },
      );
    }
    const cells = isJudged(first.last) ? listMoreCells(first.last) : [];
    const edit = createPlanEdit(this.stock, plan, source, bays, cells);
    const after =
      cells.length > 0 ? reportOn(tryEdit(this.stock.assembly, edit!, parts), parts, light) : first;
    const leads = [...network.takers.values()].flatMap((t) =>
      t.feeds.flatMap((f) => (f.via.kind === 'lead' ? [f.via.run.id] : [])),
    );
    return {
      edit,
      change: measureChange(base, after),
      after,
      leads: {
        all: new Set(leads).size,
        added: plan.options.filter((o) => o.lead && o.lead.runId === undefined).length,
      },
      cost: plan.total,
      givesUp: listGivenUp(after),
    };
  }

  private placesOf({ stand: { source }, bare }: Plan): (readonly Edit[])[] {
    if (!source) return [[]];
    const { asked, places } = this.shared;
    const key = `${source.key} ${[...bare.gone].join()} ${[...bare.unplugged].join()}`;
    let found = places.get(key);
    if (!found) {
      found = listSourcePlaces(
        { parts: asked.parts, collider: asked.collider },
        bare.assembly,
        source,
      );
      places.set(key, found);
    }
    return found;
  }

  /** Cuts out what is not as long as its way among the leads between the sockets that a plan joins; the first such lead of the plan. */
  private cutLeads(plan: Plan, structure: Assembly): PlannedLead | undefined {
    let short: PlannedLead | undefined;
    const { stand } = plan;
    for (const { lead } of plan.options) {
      if (!lead) continue;
      const pair = [
        stand.source?.key,
        stand.place,
        lead.from.item,
        lead.from.port,
        lead.to.item,
        lead.to.port,
      ].join(' ');
      let allowed = this.allowed.get(pair);
      if (!allowed) {
        allowed = this.listLongEnough(stand.source?.on.kind === 'belt', structure, lead);
        this.allowed.set(pair, allowed);
        const { fresh, there } = allowed;
        this.plans.cutOption(stand, (o) => {
          const other = o.lead;
          return (
            other !== undefined &&
            other.from.item === lead.from.item &&
            other.from.port === lead.from.port &&
            other.to.item === lead.to.item &&
            other.to.port === lead.to.port &&
            !(other.runId === undefined ? fresh : there).has(other.part.id)
          );
        });
      }
      const { fresh, there } = allowed;
      if (!(lead.runId === undefined ? fresh : there).has(lead.part.id)) short ??= lead;
    }
    return short;
  }

  /** Leads that reach from one socket to another. */
  private listLongEnough(
    isBelt: boolean,
    structure: Assembly,
    { from, to }: PlannedLead,
  ): Reaching {
    const { parts, drawer = [], collider } = this.shared.asked;
    if (isBelt) {
      const reachMm = measureBeltReachMm(structure.rig);
      const long = new Set(
        [...parts.values()]
          .filter(({ cable }) => cable && (cable.stretchesToMm ?? cable.lengthMm) >= reachMm)
          .map((p) => p.id),
      );
      return { fresh: long, there: long };
    }
    if (!collider) return { fresh: new Set(parts.keys()), there: new Set(parts.keys()) };
    const found = listLeadsBetween(createSpace(structure, collider), parts, from, to, drawer);
    const of = (...reach: string[]) =>
      new Set(found.filter((l) => reach.includes(l.reach)).map((l) => l.part.id));
    const good = of('does', 'unknown');
    const there = of('does', 'unknown', 'loose');
    return { fresh: good.size > 0 ? good : there, there };
  }

  /** Cuts out what stops the build: a plug by its lead and socket, whatever stands elsewhere; else the plan as a whole. */
  private cutStops(plan: Plan, stops: readonly Finding[]): void {
    let isCut = false;
    for (const finding of stops) {
      if (finding.code !== 'plug-cannot-enter') continue;
      const { itemId, portId } = finding.facts;
      const option = plan.options.find(
        ({ lead }) =>
          lead !== undefined &&
          lead.runId === undefined &&
          [lead.from, lead.to].some((e) => e.item === itemId && e.port === portId),
      );
      const lead = option?.lead;
      if (!lead) continue;
      isCut = true;
      const isDeviceEnd = lead.to.item === itemId;
      const plugs = (part: typeof lead.part) => JSON.stringify(part.cable?.ends);
      this.plans.cutOption(
        plan.stand,
        ({ lead: other }) =>
          other !== undefined &&
          other.runId === undefined &&
          (isDeviceEnd ? [other.to] : [other.from]).some(
            (e) => e.item === itemId && e.port === portId,
          ) &&
          plugs(other.part) === plugs(lead.part),
        isDeviceEnd && this.shared.devices.some((d) => d.placed.item.id === itemId),
      );
    }
    if (!isCut) this.plans.cutPlan(plan);
  }

  /** Why there is no plan at all. */
  private findReason(): NoWay {
    const at = this.fed.findIndex((_, i) =>
      this.sources.every((source) => this.plans.groupsOf(source)[i]!.length === 0),
    );
    return at < 0 ? { why: 'together' } : { why: 'device', itemId: this.fed[at]!.placed.item.id };
  }
}

/**
 * The ways of powering a setup, one after the other, each whole and the least that holds: of what must be brought onto the rig as it
 * stands and of the cells that the day then takes, first by money, then by grams, then by leads; a plan that lasts the day
 * comes before one that does not. What finds no place, no lead as long as its way, or brings what stops the build is cut out and the
 * next plan is looked at, so the first that holds is the least. Yields `undefined` between two plans, so that the caller may
 * stop. Some reports for each way.
 */
export function* proposeWays(
  asked: PoweringAsked,
  ways: readonly PoweringWay[] = poweringWays,
): Generator<WayAnswer | undefined, void, undefined> {
  const { report, parts, collider } = asked;
  const base = reportOn(report.assembly, parts, { collider, oneLens: true, lean: true });
  const shared: Shared = {
    asked: { ...asked, report: base },
    base,
    devices: listDevices(base.last.network),
    places: new Map(),
  };
  for (const way of ways) {
    const search = new Search(way, shared).run();
    for (;;) {
      const step = search.next();
      if (step.done) {
        yield step.value;
        break;
      }
      yield undefined;
    }
  }
}
