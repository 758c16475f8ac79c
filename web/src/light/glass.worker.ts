import '../shared/withoutEval';
import {
  compareStyles,
  createCostOf,
  isPriced,
  listCataloguePieces,
  measureReport,
  type StyledSet,
} from '@zucchini/core';
import { expose } from 'comlink';
import type { RigAnswer, RigQuestion } from '../desk/useAsking';
import { WorkerParts } from '../desk/workerParts';

/** The cheapest glass of one style that closes every gap, with its money and grams. */
export interface GlassSet {
  readonly style: StyledSet['style'];
  /** Parts of the catalogue; undefined where no set of this style closes all. */
  readonly ids: readonly string[] | undefined;
  /** In the brief's currency; undefined where one of them has no price in it. */
  readonly costMinor: number | undefined;
  /** Undefined where one of them was never weighed. */
  readonly massG: number | undefined;
}

export interface GlassAnswer extends RigAnswer {
  readonly sets: readonly GlassSet[];
}

const known = new WorkerParts();
let newest = 0;

async function find(
  { rig, setupId, drawer: _, ...news }: RigQuestion,
  hear: (answer: GlassAnswer) => void,
): Promise<void> {
  const run = (newest += 1);
  known.take(news);
  const catalogue = await known.withCatalogue();
  if (run !== newest) return;
  const { light, brief } = measureReport(rig, setupId, catalogue, { oneLens: true, lean: true });
  const pieces = listCataloguePieces(light, light.lenses, catalogue);
  const styled = compareStyles(light, light.lenses, pieces, createCostOf(catalogue, brief));
  const sets = styled.map(({ style, set }): GlassSet => {
    const parts = (set?.ids ?? []).flatMap((id) => catalogue.get(id) ?? []);
    const isWeighed = parts.every((p) => p.massG !== undefined);
    return {
      style,
      ids: set?.ids,
      costMinor: set && isPriced(set) ? set.cost : undefined,
      massG: isWeighed ? parts.reduce((sum, p) => sum + (p.massG ?? 0), 0) : undefined,
    };
  });
  const named = sets.flatMap((s) => (s.ids ?? []).flatMap((id) => catalogue.get(id) ?? []));
  hear({ sets, done: 1, total: 1, parts: known.tellParts(named) });
}

const api = { find };
export type GlassApi = typeof api;
expose(api);
