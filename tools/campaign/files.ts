import {
  applyEdit,
  countFindings,
  createNames,
  findRemedies,
  findRigIssues,
  joinPacks,
  listBuild,
  listCautions,
  listChecks,
  listFlightCells,
  listLadder,
  listMayStay,
  listPack,
  listPowerOrder,
  listRota,
  listSlowing,
  listTightenings,
  listTransitions,
  measureChangeover,
  measureMatrix,
  measureReport,
  measureSway,
  packCases,
  readBuilt,
  readOwnTimes,
  readRigFile,
  sayReport,
  sketchRig,
  tellBodyPlan,
  tellChange,
  toReportJson,
  planBody,
  toSvg,
  viewNames,
  withFreshIds,
  type Collider,
  type PartBook,
  type Report,
  type Rig,
  type RigFile,
} from '@zucchini/core';
import type { Chance } from './random.ts';
import { spoil } from './spoil.ts';

type Setup = Rig['setups'][number];
type Doc = Record<string, unknown>;

/** What came of changed rig files. */
export interface FileFigures {
  readonly changed: number;
  /** Those that were read as rigs, and computed. */
  readonly taken: number;
  /** Those of them on which something fell, with the first of them told. */
  readonly fallen: number;
  readonly failures: readonly string[];
}

/** Everything that pages, sheets and the command line ask of a rig; throws where any of it cannot be answered. */
export function computeAll(
  { rig, log }: RigFile,
  parts: PartBook,
  collider: Collider | undefined,
  chance: Chance,
): void {
  const options = collider ? { collider } : {};
  const times = readOwnTimes(log, rig.settings);
  const reports = new Map<string, Report>();
  for (const { id } of rig.setups) {
    const report = measureReport(rig, id, parts, options);
    reports.set(id, report);
    const { assembly } = report;
    const names = createNames(assembly, parts);
    sayReport(report, parts);
    JSON.stringify(toReportJson(report, parts));
    countFindings(report.findings);
    sketchRig(assembly);
    toSvg(assembly, chance.pick(viewNames), { caption: rig.name, scale: 1 });
    const build = listBuild(report, parts, { times });
    if (build) {
      tellChange({ ...build, steps: build.steps.map((s) => s.step) }, names);
      for (const step of build.steps) listCautions(assembly, step);
    }
    const order = listPowerOrder(assembly, parts);
    const pack = listPack(report, parts, build?.steps.map((s) => s.step) ?? []);
    joinPacks([pack, pack]);
    if (rig.brief.cases?.length) packCases(pack, rig.brief.cases);
    listRota(report.last.worst, report.last.plan);
    report.last.cells();
    listFlightCells(assembly, parts);
    listTightenings(report, log);
    listChecks(report);
    measureSway(report.hang);
    listSlowing(report, parts);
    listLadder(report, parts, options);
    if (order.length > assembly.items.length + rig.kit.length) throw new Error('order repeats');
  }
  const builts = new Map([...reports].map(([id, r]) => [id, readBuilt(r, parts)]));
  measureMatrix(builts, { times });
  for (const { fromId, toId } of listTransitions(rig).list) {
    const change = measureChangeover(builts.get(fromId)!, builts.get(toId)!, { times });
    if (!change) continue;
    tellChange(change, createNames(reports.get(toId)!.assembly, parts));
    listMayStay(reports.get(fromId)!, reports.get(toId)!, change, parts, options, { times });
  }
  const [first] = rig.setups;
  const body = rig.kit.find((i) => i.id === first!.body)!;
  let n = 0;
  const other = { ...body, id: 'campaign-other' };
  const plan = planBody(rig, body.id, other, parts, () => `campaign-${(n += 1)}`);
  const issues = findRigIssues(plan.rig, parts, 'rig');
  if (issues.length > 0) throw new Error(`planBody: ${issues[0]!.path}: ${issues[0]!.message}`);
  tellBodyPlan(plan, createNames(reports.get(first!.id)!.assembly, parts), rig.brief.currency);
  // Looked for last: it takes longest, and only now and then.
  if (collider && chance.below(10) === 0) {
    const report = reports.get(first!.id)!;
    const offered = [...findRemedies(report, parts, { ...options, catalogue: parts })];
    for (const edit of offered.flatMap((o) => o.edits)) {
      applyEdit(
        rig,
        withFreshIds(edit, () => `campaign-${(n += 1)}`),
      );
    }
  }
}

/** A change that somebody might make by hand in a file: ids that lead elsewhere, entries twice, in other setups or out. */
function meddle(rig: Rig, parts: PartBook, chance: Chance): unknown {
  const copy = structuredClone(rig) as unknown as Doc & { setups: (Setup & Doc)[] };
  const items = rig.kit.map((i) => i.id);
  const partOf = (id: string) => parts.get(rig.kit.find((i) => i.id === id)!.partId);
  const setup = chance.pick(copy.setups) as unknown as Doc;
  const item = chance.pick(items);
  const portsOf = (id: string) => partOf(id)?.ports?.map((p) => p.id) ?? [];
  const withPorts = items.filter((id) => portsOf(id).length > 0);
  const end = () => {
    const id = chance.pick(withPorts.length > 0 ? withPorts : items);
    return { item: id, port: chance.pick([...portsOf(id), 'none']) };
  };
  const mount = () => {
    const id = chance.pick(items);
    return {
      item: id,
      mount: chance.pick([...(partOf(id)?.mounts.map((m) => m.id) ?? []), 'none']),
    };
  };
  const list = (key: string): Doc[] => {
    const there = setup[key];
    if (Array.isArray(there)) return there as Doc[];
    const made: Doc[] = [];
    setup[key] = made;
    return made;
  };
  const any = (entries: readonly Doc[]) => (entries.length > 0 ? chance.pick(entries) : undefined);
  switch (chance.below(16)) {
    case 0:
      list('lenses').push({ item, share: 1 });
      break;
    case 1: {
      copy['lenses'] = [
        { item, share: 0.5 },
        { item: chance.pick(items), share: 0.5 },
      ];
      break;
    }
    case 2: {
      const one = end();
      list('cables').push({
        id: `c${chance.below(99)}`,
        item,
        from: one,
        to: chance.below(3) === 0 ? one : end(),
      });
      break;
    }
    case 3: {
      const cable = any(list('cables'));
      if (cable) cable[chance.pick(['from', 'to'])] = end();
      break;
    }
    case 4: {
      const cable = any(list('cables'));
      if (cable) cable['item'] = item;
      break;
    }
    case 5: {
      const joint = any(list('joints'));
      if (joint) joint[chance.pick(['parent', 'child'])] = mount();
      break;
    }
    case 6:
      list('braces').push({
        id: `b${chance.below(3)}`,
        kind: chance.pick(['second-screw', 'stop', 'support', 'rods', 'strap']),
        a: mount(),
        b: mount(),
      });
      break;
    case 7: {
      const cable = any(list('cables'));
      if (cable) cable['ties'] = [mount(), mount()];
      break;
    }
    case 8:
      setup['worn'] = [item, chance.pick(items)];
      break;
    case 9:
      setup['packed'] = [item, chance.pick(items)];
      break;
    case 10:
      setup['body'] = item;
      break;
    case 11: {
      const joints = list('joints');
      joints.splice(chance.below(joints.length + 1), 1);
      break;
    }
    case 12: {
      const from = chance.pick(copy.setups) as unknown as Doc;
      const key = chance.pick([
        'joints',
        'cables',
        'braces',
        'stances',
        'heldBy',
        'lenses',
        'brief',
        'hold',
      ]);
      if (from[key] !== undefined) setup[key] = structuredClone(from[key]);
      break;
    }
    case 13: {
      const own = (copy['kit'] as Doc[]).find((i) => i['id'] === item)!;
      own['comesWith'] = chance.pick(items);
      break;
    }
    case 14: {
      const own = (copy['kit'] as Doc[]).find((i) => i['id'] === item)!;
      own['partId'] = chance.pick(rig.kit).partId;
      break;
    }
    default: {
      const grips = partOf(item)?.grips?.map((g) => g.id) ?? [];
      setup['heldBy'] = [{ item, grip: chance.pick([...grips, 'none']) }];
    }
  }
  return copy;
}

/** Where JSON is spoilt: what issue after issue added to a rig, each more often than by its size. */
const places = ['brief', 'setups', 'log', 'lenses', 'settings', 'setAside', 'kit'] as const;

function spoilPlace(file: RigFile, chance: Chance): RigFile {
  const place = chance.pick(places);
  if (place === 'log') return { ...file, log: spoil(file.log, chance) as RigFile['log'] };
  if (place === 'brief' && chance.below(2) === 0) {
    const day = spoil(file.rig.brief, chance);
    return { ...file, rig: { ...file.rig, brief: day as Rig['brief'] } };
  }
  const value = file.rig[place];
  if (value === undefined) return file;
  return { ...file, rig: { ...file.rig, [place]: spoil(value, chance) } };
}

/** A file changed in one to three places. */
function change(file: RigFile, parts: PartBook, chance: Chance): unknown {
  let changed = file;
  for (let n = 1 + chance.below(3); n > 0; n -= 1) {
    changed =
      chance.below(2) === 0
        ? spoilPlace(changed, chance)
        : { ...changed, rig: meddle(changed.rig, parts, chance) as Rig };
    // What is no rig any more is meddled with no further.
    if (readRigFile(changed).state !== 'read') return changed;
  }
  return changed;
}

/** Reads changed rig files, and computes all of those that are read: what is accepted can be computed. */
export function changeFiles(
  seeds: readonly RigFile[],
  count: number,
  chance: Chance,
  collider: Collider,
  say: (words: string) => void,
): FileFigures {
  const books = seeds.map((file) => new Map(file.parts.map((p) => [p.id, p])));
  const failures: string[] = [];
  let taken = 0;
  let fallen = 0;
  for (let n = 1; n <= count; n += 1) {
    const at = chance.below(seeds.length);
    const changed = change(seeds[at]!, books[at]!, chance);
    const outcome = readRigFile(changed);
    if (n % 500 === 0) say(`${n} files, ${taken} computed, ${fallen} fell`);
    if (outcome.state !== 'read') continue;
    taken += 1;
    try {
      const withRoom = chance.below(20) === 0;
      computeAll(outcome.file, outcome.parts, withRoom ? collider : undefined, chance);
    } catch (error) {
      fallen += 1;
      const { message, stack = '' } = error as Error;
      const where = stack
        .split('\n')
        .slice(1, 6)
        .map((l) => l.trim().replace(/.*\/(core\/[^)]*)\)?$/u, '$1'))
        .join(' < ');
      const told = `${message} (${where})`;
      if (!failures.some((f) => f.endsWith(told))) failures.push(`${n}, seed ${at}: ${told}`);
    }
  }
  return { changed: count, taken, fallen, failures };
}
