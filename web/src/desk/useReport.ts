import {
  measureReport,
  measureWithin,
  pageBudgetMs,
  askedBudgetMs,
  type Collider,
  type Elsewhere,
  type Part,
  type Report,
  type Rig,
} from '@zucchini/core';
import { computed, ref, watch, type Ref } from 'vue';

/** What is reported on, as the page shows it. */
export interface Reported {
  readonly rig: Ref<Rig | undefined>;
  readonly setupId: Ref<string>;
  readonly parts: Ref<ReadonlyMap<string, Part>>;
  /** Once it has come; until then nothing is said of what stands where. */
  readonly library: Ref<Collider | undefined>;
  /** What other rigs use of its individuals, and when. */
  readonly elsewhere?: Ref<readonly Elsewhere[]>;
  /** Whether something is only tried out: only the figures with the lens on the rig matter then. */
  readonly isTrial: () => boolean;
}

/**
 * The report of what the page shows. One that would hold up the page for longer than it may stand still is made without what
 * stands where, and so are those after it, until the rig is another or it is asked for by hand.
 */
export function useReport({ rig, setupId, parts, library, elsewhere, isTrial }: Reported) {
  /** The limit that was gone over, in ms. */
  const overMs = ref<number>();
  let limitMs = pageBudgetMs;
  /** How often it was asked for by hand. */
  const asked = ref(0);
  watch(
    () => rig.value?.id,
    () => (overMs.value = undefined),
    { flush: 'sync' },
  );
  /** The narrow phase, as long as it answers in time. */
  const collider = computed(() => (overMs.value === undefined ? library.value : undefined));

  const report = computed<Report | undefined>(() => {
    const now = rig.value;
    if (!now?.setups.some((s) => s.id === setupId.value)) return undefined;
    const oneLens = isTrial();
    void asked.value;
    const rest = { oneLens, elsewhere: elsewhere?.value };
    if (!collider.value) return measureReport(now, setupId.value, parts.value, rest);
    const options = { ...rest, collider: collider.value };
    const bounded = measureWithin(now, setupId.value, parts.value, options, limitMs, () =>
      performance.now(),
    );
    limitMs = pageBudgetMs;
    // Told after the report is made: it must not be made again by what it tells.
    if (bounded.overMs !== undefined) queueMicrotask(() => (overMs.value = bounded.overMs));
    return bounded.report;
  });

  /** Makes the whole report for once, however long the page stands still for it within reason. */
  function measureAll(): void {
    limitMs = askedBudgetMs;
    asked.value += 1;
    overMs.value = undefined;
  }

  return { report, collider, overMs, measureAll };
}
