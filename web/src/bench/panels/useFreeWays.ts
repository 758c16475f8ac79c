import {
  createSpace,
  findHold,
  measureFreeWays,
  sayDeg,
  sayMm,
  type FreeWay,
  type Movement,
} from '@zucchini/core';
import { onScopeDispose, shallowRef, watch, type Ref } from 'vue';
import { useBench } from '../../desk/benchStore';

/** So long the rig stands still before the ways are measured, in ms: they cost more than a frame. */
const waitMs = 200;

/**
 * How far each movement of a part goes before it meets something, as lines beside their sliders: by movement, those alone
 * that something stops. Measured once nothing is being tried out.
 */
export function useFreeWays(itemId: Readonly<Ref<string>>) {
  const bench = useBench();
  const lines = shallowRef<ReadonlyMap<string, string>>(new Map());
  let timer: ReturnType<typeof setTimeout> | undefined;

  function sayStop(stop: FreeWay['toStop']): string {
    if (!stop) return '';
    const name = bench.names!.item(stop.itemId);
    return {
      part: ` (${name})`,
      plug: ` (a plug at ${name})`,
      hand: ` (your hand on ${name})`,
      lead: ` (${name} pulls)`,
    }[stop.by];
  }
  function sayWay(way: FreeWay, { type }: Pick<Movement, 'type'>): string {
    const say = type === 'turn' ? sayDeg : sayMm;
    return `free from ${say(way.from)}${sayStop(way.fromStop)} to ${say(way.to)}${sayStop(way.toStop)}`;
  }
  function measure(): void {
    const { report, collider, parts } = bench;
    const placed = report?.assembly.byId.get(itemId.value);
    const movements = placed?.part.movements ?? [];
    if (!report || !placed || !collider || movements.length === 0) {
      lines.value = new Map();
      return;
    }
    const space = createSpace(report.assembly, collider);
    const ways = measureFreeWays(space, findHold(report.assembly), placed, parts);
    lines.value = new Map(
      ways
        .filter((way) => way.fromStop ?? way.toStop)
        .map((way) => [
          way.movementId,
          sayWay(
            way,
            movements.find((m) => m.id === way.movementId)!,
          ),
        ]),
    );
  }

  watch(
    () => [itemId.value, bench.report, bench.preview === undefined, bench.collider] as const,
    ([, , isSettled]) => {
      clearTimeout(timer);
      if (isSettled) timer = setTimeout(measure, waitMs);
    },
    { immediate: true },
  );
  onScopeDispose(() => clearTimeout(timer));
  return lines;
}
