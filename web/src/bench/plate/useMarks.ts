import { fanOut, hasMountTrait, sayMount, toDeg, type DrawnMount } from '@zucchini/core';
import { computed, type Ref } from 'vue';
import { useBench } from '../../desk/benchStore';
import type { PlateContext } from './plateContext';

/** A mount on the page. */
export interface PlateMark extends DrawnMount {
  readonly x: number;
  readonly y: number;
  readonly turnDeg: number;
  readonly key: string;
  readonly title: string;
  /** Whether what is carried may be dropped there. */
  readonly lit: boolean;
  readonly chosen: boolean;
}

/** Marks nearer than this are fanned out, each a mark's height from the last; a drop counts within reach, in px. */
const spread = { nearPx: 9, stepPx: 17, reachPx: 22 };

/** The mounts that are shown, by what is asked and what is chosen; `lit` are those that take what is carried. */
export function useMarks(
  { plate, toPage }: PlateContext,
  lit: Readonly<Ref<readonly { readonly itemId: string; readonly mountId: string }[]>>,
) {
  const bench = useBench();
  const shown = computed(() => {
    const { panel, question, selected } = bench;
    const all = plate.value.mounts;
    if (lit.value.length > 0 || question === 'fit') return all;
    if (panel.kind === 'mounts' || panel.kind === 'candidates') return all;
    return all.filter((m) => m.itemId === selected);
  });

  const marks = computed((): PlateMark[] => {
    const asked =
      bench.panel.kind === 'candidates' && bench.panel.ask.kind === 'mount'
        ? bench.panel.ask
        : undefined;
    const list = shown.value
      // Lugs and the rings of a lens crowd the drawing and are rarely what one looks for.
      .filter((m) => !hasMountTrait(m.mount, 'small-mark') || m.itemId === bench.selected)
      .map((m) => {
        const [x, y] = toPage(...m.at);
        const names = bench.names!;
        const by = m.blockedBy === undefined ? '' : ` by ${names.item(m.blockedBy)}`;
        return {
          ...m,
          x,
          y,
          turnDeg: -toDeg(m.turnRad) + (m.facing > 0.5 ? 0 : 90),
          key: `${m.itemId} ${m.mount.id}`,
          title: `${names.mount(m.itemId, m.mount.id)} of ${names.item(m.itemId)}: ${sayMount(m.mount)}, ${m.state}${by}`,
          lit: lit.value.some((t) => t.itemId === m.itemId && t.mountId === m.mount.id),
          chosen: asked?.itemId === m.itemId && asked.mountId === m.mount.id,
        };
      });
    return fanOut(list, spread.nearPx, spread.stepPx);
  });

  /** The lit mount nearest to a place of the page, within reach. */
  function findLit(px: number, py: number): { itemId: string; mountId: string } | undefined {
    const [near] = marks.value
      .filter((m) => m.lit)
      .map((m) => ({ m, far: Math.hypot(m.x - px, m.y - py) }))
      .sort((a, b) => a.far - b.far);
    return near && near.far < spread.reachPx
      ? { itemId: near.m.itemId, mountId: near.m.mount.id }
      : undefined;
  }

  return { marks, findLit };
}
