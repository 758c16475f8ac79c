import type { AskOptions } from '../question/index.js';
import { judgeNeed, listIdle, type Need } from '../needs/index.js';
import { hasTrait, type Part, type PartBook } from '../part/index.js';
import { countFindings, measureReport, type Report } from '../report/index.js';
import { listSetupItems, type Setup } from '../rig/index.js';
import { findBestPrice } from '../price/index.js';
import type { Money } from '../units/index.js';
import { timeSteps } from '../change/index.js';
import { listBuild, mostOnTable, type Build } from './build.js';

/** One rung of the ladder: a build that works for what it can, and what the next part adds. */
export interface Rung {
  /** What comes on it, the part that it is named after first. */
  readonly fresh: readonly string[];
  readonly setup: Setup;
  /** Of all so far that is not owned, in the brief's currency; those without a price are named. */
  readonly toSpend: Money;
  readonly unpriced: readonly string[];
  readonly massG: number;
  /** From pieces up to here, s. */
  readonly seconds: number;
  /** Needs of the brief that it serves, and which of them it is the first to. */
  readonly met: readonly Need['id'][];
  readonly gains: readonly Need['id'][];
  /** Findings that stop it as it stands. */
  readonly stops: number;
}

/** A part that the brief does not ask for, and what it costs to have it here. */
export interface Slowing {
  readonly itemId: string;
  readonly seconds: number;
  readonly massG: number | undefined;
}

/** Whether a part is something by itself, or only there to carry what comes. */
const isSomething = (part: Part): boolean =>
  (part.serves?.length ?? 0) > 0 ||
  (part.grips?.length ?? 0) > 0 ||
  hasTrait(part, 'device') ||
  hasTrait(part, 'gives-sound') ||
  hasTrait(part, 'front-glass') ||
  hasTrait(part, 'grounded') ||
  part.drive !== undefined;

/** What comes on together, in the order of assembly: what only carries comes with what it carries. */
function listGroups(build: Build): string[][] {
  const { assembly } = build;
  const partOf = (id: string) => assembly.byId.get(id)!.part;
  const isBase = (id: string) => {
    const part = partOf(id);
    return (
      hasTrait(part, 'round-body') ||
      (assembly.byId.get(id)!.carriedBy?.parent === assembly.setup.body &&
        (hasTrait(part, 'optic') || hasTrait(part, 'lens-adapter') || hasTrait(part, 'cell')))
    );
  };
  const base: string[] = [];
  const groups: string[][] = [];
  let waiting: string[] = [];
  for (const { step, fresh, table } of build.steps) {
    if (step.kind !== 'put-on' || table !== undefined) continue;
    // A base that is built whole is bought piece by piece.
    for (const piece of fresh.length > mostOnTable ? fresh.map((id) => [id]) : [fresh]) {
      if (piece.every(isBase)) base.push(...piece);
      else {
        waiting = [...waiting, ...piece];
        if (!piece.some((id) => isSomething(partOf(id)))) continue;
        groups.push(waiting);
        waiting = [];
      }
    }
  }
  if (waiting.length > 0) groups.push(waiting);
  return [base, ...groups];
}

/** A setup with some of its parts only, and the leads and second contacts between them. */
function narrowSetup(setup: Setup, ids: ReadonlySet<string>): Setup {
  const isIn = ({ item }: { readonly item: string }) => ids.has(item);
  return {
    ...setup,
    joints: setup.joints.filter((j) => ids.has(j.child.item)),
    ...(setup.stances
      ? { stances: Object.fromEntries(Object.entries(setup.stances).filter(([id]) => ids.has(id))) }
      : {}),
    ...(setup.cables
      ? { cables: setup.cables.filter((c) => [c.from, c.to, ...(c.ties ?? [])].every(isIn)) }
      : {}),
    ...(setup.braces ? { braces: setup.braces.filter((b) => isIn(b.a) && isIn(b.b)) } : {}),
    ...(setup.heldBy ? { heldBy: setup.heldBy.filter(isIn) } : {}),
  };
}

/**
 * A setup as a row of builds, from the camera with its lens and cage upwards in the order of assembly, each with what is in it so
 * far: money, grams, time and what it can do. What only carries comes with what it carries. Empty where the setup cannot be put
 * together. Costs a light report for each.
 */
export function listLadder(report: Report, parts: PartBook, asked: AskOptions = {}): Rung[] {
  const build = listBuild(report, parts);
  if (!build) return [];
  const { rig, setup } = report.assembly;
  const { currency, rates = [] } = report.brief;
  const on = new Set([setup.body]);
  const had = new Set<Need['id']>();
  return listGroups(build).map((fresh): Rung => {
    for (const id of fresh) on.add(id);
    const narrowed = narrowSetup(setup, on);
    const trial = { ...rig, setups: rig.setups.map((s) => (s.id === setup.id ? narrowed : s)) };
    const then = measureReport(trial, setup.id, parts, { ...asked, oneLens: true, lean: true });
    const used = listSetupItems({ ...narrowed, lenses: [], worn: [] });
    const prices = rig.kit
      .filter((i) => used.has(i.id) && !i.owned && i.comesWith === undefined)
      .map((i) => {
        const part = parts.get(i.partId);
        return { id: i.id, minor: part && findBestPrice(part, currency, rates)?.price.minor };
      });
    const met = then
      .needs()
      .filter((n) => ['served', 'there', 'twice'].includes(judgeNeed(n)))
      .map((n) => n.id);
    const gains = met.filter((id) => !had.has(id));
    for (const id of gains) had.add(id);
    const steps = build.steps.filter(({ step }) =>
      step.cable
        ? narrowed.cables?.some((c) => c.id === step.cable!.id)
        : on.has(step.itemId) && (!step.brace || on.has(step.brace.b.item)),
    );
    return {
      fresh,
      setup: narrowed,
      toSpend: { minor: prices.reduce((sum, p) => sum + (p.minor ?? 0), 0), currency },
      unpriced: prices.flatMap((p) => (p.minor === undefined ? [p.id] : [])),
      // Leads are in it, half at each end.
      massG: then.assembly.mass.massG,
      seconds: timeSteps(
        steps.map((s) => s.step),
        rig,
      ),
      met,
      gains,
      stops: countFindings(then.findings).stops,
    };
  });
}

/** What slows one down here: parts that serve nothing the brief asks for, the slowest to put on first; ties by id. */
export function listSlowing(report: Report, parts: PartBook): Slowing[] {
  const build = listBuild(report, parts);
  return listIdle(report, report.needs())
    .map(({ item, mass }): Slowing => {
      const own = build?.steps.filter((s) => s.step.itemId === item.id) ?? [];
      return {
        itemId: item.id,
        seconds: own.reduce((sum, s) => sum + s.step.seconds, 0),
        massG: mass?.massG,
      };
    })
    .sort((a, b) => b.seconds - a.seconds || (a.itemId < b.itemId ? -1 : 1));
}
