import { placeLabels, type Label, type Point2 } from '@zucchini/core';
import { computed, type ComputedRef } from 'vue';
import { useBench } from '../../desk/benchStore';
import type { PlateContext } from './plateContext';

/** A part's number beside the drawing, with its name; laid out with y upwards. */
export interface PlateLabel extends Label {
  readonly number: number;
  readonly name: string;
}

/** Room that the numbers keep to, in px. */
interface Margin {
  readonly top: number;
  readonly bottom: number;
}

/** How far apart two numbers stand, and how far from the edge, in px. */
const gapPx = 21;
const edgePx = 24;

/** The numbers of the parts, in two columns beside the drawing. */
export function useLabels(
  { plate, toPage, items, width, height }: PlateContext,
  margin: ComputedRef<Margin>,
) {
  const bench = useBench();
  return computed((): PlateLabel[] => {
    const anchors = new Map(
      [...plate.value.anchors].map(([id, [x, y]]) => {
        const [px, py] = toPage(x, y);
        return [id, [px, -py] as Point2];
      }),
    );
    const columns = {
      leftX: edgePx,
      rightX: width.value - edgePx,
      lowY: -(height.value - margin.value.bottom + 10),
      highY: -margin.value.top,
    };
    return placeLabels(anchors, columns, gapPx).map((label) => {
      const placed = items.value.get(label.itemId)!;
      return { ...label, number: placed.number, name: bench.names!.item(label.itemId) };
    });
  });
}
