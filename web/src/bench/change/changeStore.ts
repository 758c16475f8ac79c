import {
  createNames,
  drawRig,
  hasTrait,
  listStages,
  measureChangeover,
  placeRay,
  placeSetup,
  projectPoint,
  readBuilt,
  readOwnTimes,
  tellChange,
  type Assembly,
  type CableRun,
  type Point2,
  type Report,
} from '@zucchini/core';
import { defineStore } from 'pinia';
import { computed, ref } from 'vue';
import { useBench } from '../../desk/benchStore';
import { lookAt } from '../../shared/lookAt';

/** A change from one setup to another that is gone through on the drawing, step by step. */
export const useChange = defineStore('change', () => {
  const bench = useBench();
  /** The step that is done next; as many as there are steps where all is done. */
  const at = ref(0);

  const pair = computed(() => {
    const { panel, rig } = bench;
    if (panel.kind !== 'change' || !rig) return undefined;
    const [from, to] = [panel.fromId, panel.toId].map((id) => rig.setups.find((s) => s.id === id));
    return from && to ? { from, to } : undefined;
  });

  const found = computed(() => {
    if (!pair.value || !bench.collider) return undefined;
    const { from, to } = pair.value;
    const { rig, parts, collider } = bench;
    const [a, b] = [from, to].map((s) => lookAt(rig!, s.id, parts, collider)) as [Report, Report];
    const times = readOwnTimes(bench.log, bench.rig!.settings);
    const change = measureChangeover(readBuilt(a, parts), readBuilt(b, parts), { times });
    if (!change) return undefined;
    const stages = listStages(from, to, change.steps).map((s) =>
      placeSetup(bench.rig!, s, bench.parts),
    );
    const told = tellChange(change, createNames(b.assembly, bench.parts));
    return { from, to, change, stages, told };
  });

  /** The window in which the rig stands in all stages, from where the viewer stands; what bears it may reach beyond. */
  const frame = computed(() => {
    const points = found.value?.stages.flatMap((stage) =>
      drawRig(stage, bench.view).runs.flatMap((run) =>
        hasTrait(stage.byId.get(run.itemId)!.part, 'grounded')
          ? []
          : run.solids.flatMap((d) => d.seen.outline),
      ),
    );
    if (!points) return undefined;
    const [xs, ys] = [points.map((p) => p[0]), points.map((p) => p[1])];
    const lowMm: Point2 = [Math.min(...xs), Math.min(...ys)];
    return { lowMm, highMm: [Math.max(...xs), Math.max(...ys)] as Point2 };
  });

  /** What the present step shows: the setup with what goes still on it, or with what comes already. */
  const shown = computed(() => {
    if (!found.value) return undefined;
    const { told, change, stages } = found.value;
    const step = told.steps[at.value];
    const none: ReadonlySet<string> = new Set();
    if (!step) return { assembly: stages.at(-1)!, ghost: none, fresh: none, runs: [] };
    const goes = step.kind === 'take-off' || step.kind === 'lead-out' || step.kind === 'brace-off';
    const assembly = stages[goes ? at.value : at.value + 1]!;
    const { cable } = change.steps[at.value]!;
    const parts = new Set(cable ? [] : step.parts);
    return {
      assembly,
      ghost: goes ? parts : none,
      fresh: goes ? none : parts,
      runs: cable ? [{ cable, ghost: goes }] : [],
    };
  });

  const placeEnd = (assembly: Assembly, end: CableRun['from']): Point2 | undefined => {
    const placed = assembly.byId.get(end.item);
    const port = placed?.part.ports?.find((p) => p.id === end.port);
    if (!placed || !port) return undefined;
    return projectPoint(bench.view, placeRay(placed, port.id, port.originMm, port.normal).atMm);
  };
  const strokes = computed(() =>
    (shown.value?.runs ?? []).flatMap(({ cable, ghost }) => {
      const { assembly } = shown.value!;
      const [from, to] = [placeEnd(assembly, cable.from), placeEnd(assembly, cable.to)];
      return from && to ? [{ from, to, ghost }] : [];
    }),
  );

  /** Goes to a step, no farther than the end. */
  function go(step: number): void {
    const last = found.value?.told.steps.length ?? 0;
    at.value = Math.max(0, Math.min(last, step));
  }

  function begin(fromId: string, toId: string): void {
    at.value = 0;
    bench.panel = { kind: 'change', fromId, toId };
  }

  return { at, pair, found, frame, shown, strokes, go, begin };
});
