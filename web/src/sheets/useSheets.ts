import {
  createNames,
  findSlip,
  chooseStepView,
  drawRig,
  joinPacks,
  hasTrait,
  listBuild,
  listCautions,
  listChecks,
  listFlightCells,
  listJointLines,
  listPack,
  listPowerOrder,
  listRota,
  listTightenings,
  loadCollider,
  measureChangeover,
  measureSway,
  narrowTo,
  packCases,
  placeRay,
  projectPoint,
  readBuilt,
  readOwnTimes,
  sayCaution,
  sayHanging,
  sayMoved,
  sayStep,
  sayWhere,
  tellChange,
  tellFinding,
  type Assembly,
  type BuildStep,
  type Collider,
  type LogEntry,
  type PartBook,
  type Point2,
  type Rig,
  type ViewName,
} from '@zucchini/core';
import { computed, shallowRef, type Ref } from 'vue';
import { lookAt } from '../shared/lookAt';
import type { PocketData } from './pocket/data';
import { toTimed } from './useStopwatch';

/** One drawn step of a build sheet. */
export interface DrawnStep {
  readonly id: string;
  readonly text: string;
  readonly where: string | undefined;
  readonly takes: string;
  readonly by: string;
  readonly picks: boolean;
  readonly does: string;
  readonly lines: readonly string[];
  readonly cautions: readonly string[];
  readonly assembly: Assembly;
  readonly view: ViewName;
  readonly fresh: ReadonlySet<string>;
  readonly frame: { readonly lowMm: Point2; readonly highMm: Point2 };
  /** The joint, enlarged; undefined where there is none. */
  readonly closeUp: { readonly lowMm: Point2; readonly highMm: Point2 } | undefined;
  readonly strokes: readonly {
    readonly from: Point2;
    readonly to: Point2;
    readonly ghost: false;
  }[];
}

/** Half the window of an enlarged joint, mm. */
const closeMm = 26;

function measureFrame(assembly: Assembly, view: ViewName): DrawnStep['frame'] {
  const runs = drawRig(assembly, view).runs.filter(
    (run) => !hasTrait(assembly.byId.get(run.itemId)!.part, 'grounded'),
  );
  const points = runs.flatMap((run) => run.solids.flatMap((d) => d.seen.outline));
  const [xs, ys] = [points.map((p) => p[0]), points.map((p) => p[1])];
  return { lowMm: [Math.min(...xs), Math.min(...ys)], highMm: [Math.max(...xs), Math.max(...ys)] };
}

/** All sheets of one setup, worked out on the page; without what stands where until the collision library has come. */
export function useSheets(
  read: Ref<{ readonly rig: Rig; readonly parts: PartBook } | undefined>,
  setupId: () => string,
  log: Readonly<Ref<readonly LogEntry[]>>,
) {
  const collider = shallowRef<Collider>();
  const colliderFailed = shallowRef(false);
  void loadCollider().then(
    (library) => (collider.value = library),
    () => (colliderFailed.value = true),
  );
  const isReady = computed(() => collider.value !== undefined || colliderFailed.value);

  const report = computed(() => {
    const now = read.value;
    if (!now || !isReady.value || !now.rig.setups.some((s) => s.id === setupId())) return undefined;
    return lookAt(now.rig, setupId(), now.parts, collider.value, { oneLens: true });
  });
  const names = computed(
    () => report.value && createNames(report.value.assembly, read.value!.parts),
  );
  const build = computed(() => {
    if (!report.value) return undefined;
    const times = readOwnTimes(log.value, report.value.assembly.rig.settings);
    return listBuild(report.value, read.value!.parts, { times });
  });

  function drawStep(
    one: BuildStep,
    told: ReturnType<typeof tellChange>['steps'][number],
  ): DrawnStep {
    const { assembly, fit, findings } = report.value!;
    const { step, there, fresh } = one;
    const shown = narrowTo(assembly, there);
    const marked = new Set(step.cable ? [step.cable.from.item, step.cable.to.item] : fresh);
    const view = chooseStepView(shown, [...marked]);
    const joint = step.to;
    const at = joint && projectPoint(view, joint.rigFromParentMount.originMm);
    const endOf = (end: { readonly item: string; readonly port: string }): Point2[] => {
      const placed = assembly.byId.get(end.item);
      const port = placed?.part.ports?.find((p) => p.id === end.port);
      if (!placed || !port) return [];
      return [projectPoint(view, placeRay(placed, port.id, port.originMm, port.normal).atMm)];
    };
    const [from, to] = step.cable ? [endOf(step.cable.from)[0], endOf(step.cable.to)[0]] : [];
    return {
      id: step.id,
      text: sayStep(step, names.value!),
      where: sayWhere(one),
      takes: told.takes,
      by: told.by,
      picks: told.picks,
      does: told.does,
      lines: joint
        ? listJointLines(
            assembly,
            joint,
            step.tool,
            findSlip(fit.slips, joint.joint.id),
            names.value!,
          )
        : [],
      cautions: [
        ...listCautions(assembly, one).map(sayCaution),
        ...(joint
          ? findings
              .filter((f) => f.weight !== 'note' && f.joints.includes(joint.joint.id))
              .map((f) => tellFinding(f, names.value!).sentence)
          : []),
      ],
      assembly: shown,
      view,
      fresh: step.cable ? new Set() : marked,
      frame: measureFrame(shown, view),
      closeUp: at && {
        lowMm: [at[0] - closeMm, at[1] - closeMm],
        highMm: [at[0] + closeMm, at[1] + closeMm],
      },
      strokes: from && to ? [{ from, to, ghost: false }] : [],
    };
  }

  const told = computed(() => {
    if (!build.value || !names.value) return undefined;
    const steps = build.value.steps.map((s) => s.step);
    return tellChange({ ...build.value, steps }, names.value);
  });
  const steps = computed(() =>
    build.value?.steps.map((one, i) => drawStep(one, told.value!.steps[i]!)),
  );

  const sheets = computed(() => {
    if (!report.value || !names.value) return undefined;
    const { rig, parts } = read.value!;
    const { assembly, last } = report.value;
    const order = listPowerOrder(assembly, parts);
    const pack = listPack(report.value, parts, build.value?.steps.map((s) => s.step) ?? []);
    const sway = measureSway(report.value.hang);
    return {
      rig,
      parts,
      names: names.value,
      last,
      order,
      orderBack: [...order].reverse(),
      cells: last.cells(),
      rota: listRota(last.worst, last.plan),
      flight: listFlightCells(assembly, parts),
      tightenings: listTightenings(report.value, log.value),
      checks: listChecks(report.value),
      hangs: sway ? sayHanging(sway) : 'as Hang says',
      pack,
      // Off in the order in which it went on, backwards; what was put together on the table may stay so.
      apart: (build.value?.steps ?? [])
        .filter((s) => s.table === undefined && (s.step.kind === 'put-on' || s.step.cable))
        .map((s) => sayMoved(s.step, names.value!))
        .reverse(),
      packing: rig.brief.cases?.length ? packCases(pack, rig.brief.cases) : undefined,
    };
  });

  /** One list for the whole day: of the setups that its stretches name, or of all where they name none. */
  const dayPack = computed(() => {
    const now = read.value;
    const here = sheets.value;
    if (!here || !now || now.rig.setups.length < 2) return undefined;
    const { rig, parts } = now;
    const named = new Set(here.last.plan.parts.map((p) => p.setupId));
    const setups = rig.setups.filter((s) => named.has(s.id));
    return joinPacks(
      (setups.length > 0 ? setups : rig.setups).map((s) => {
        if (s.id === setupId()) return here.pack;
        const other = lookAt(rig, s.id, parts, collider.value, { oneLens: true });
        return listPack(
          other,
          parts,
          (listBuild(other, parts)?.steps ?? []).map((b) => b.step),
        );
      }),
    );
  });

  /** What can be timed from here: building it, and changing it into each other setup. */
  const changes = computed((): PocketData['changes'] => {
    if (!report.value || !told.value) return [];
    const { rig, parts } = read.value!;
    const times = readOwnTimes(log.value, rig.settings);
    const from = readBuilt(report.value, parts);
    const others = rig.setups.flatMap((s) => {
      if (s.id === setupId()) return [];
      const to = lookAt(rig, s.id, parts, collider.value);
      const change = measureChangeover(from, readBuilt(to, parts), { times });
      if (!change || change.steps.length === 0) return [];
      return [
        {
          title: `Change it into ${s.name}`,
          told: tellChange(change, createNames(to.assembly, parts)),
        },
      ];
    });
    return [{ title: 'Build it from pieces', told: told.value }, ...others].map((c) => ({
      title: c.title,
      line: c.told.line,
      steps: c.told.steps.map((s) => ({
        id: s.id,
        text: s.text,
        itemId: s.itemId,
        did: toTimed(s, 1).did!,
      })),
    }));
  });

  return { build, told, steps, sheets, dayPack, changes, isReady };
}

export type Sheets = NonNullable<ReturnType<typeof useSheets>['sheets']['value']>;
