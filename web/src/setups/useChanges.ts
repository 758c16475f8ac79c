import { computed } from 'vue';
import { useAsking } from '../desk/useAsking';
import type { ChangeApi, ChangePiece } from './change.worker';

type PieceOf<K extends ChangePiece['kind']> = Extract<ChangePiece, { readonly kind: K }>;

/** All changes between the setups of the rig on the bench, worked out in a worker and told as they come. */
export function useChanges() {
  const asking = useAsking<ChangeApi, ChangePiece>(
    () => new Worker(new URL('./change.worker.ts', import.meta.url), { type: 'module' }),
    (api, question, hear) => api.tell(question, hear),
  );
  const last = <K extends ChangePiece['kind']>(kind: K) =>
    asking.found.value.find((p): p is PieceOf<K> => p.kind === kind);
  return {
    ...asking,
    done: computed(() => asking.found.value.at(-1)?.done ?? 0),
    /** Setups of which it took too long to look what stands where. */
    unlooked: computed(() =>
      asking.found.value.flatMap((p) =>
        p.kind === 'read' && p.overMs !== undefined ? [p.setupId] : [],
      ),
    ),
    matrix: computed(() => last('matrix')),
    stays: computed(() => last('stays')?.list),
    quick: computed(() => last('quick')),
  };
}
