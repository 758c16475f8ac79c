import { Brief, planDay, toIssues, type DayStretch } from '@zucchini/core';
import { computed, ref, watch } from 'vue';
import { useCounting } from '../desk/useCounting';
import { useBench } from '../desk/benchStore';

/** A stretch as its row holds it: a figure that was emptied is missing until it is given again. */
export type StretchRow = Partial<DayStretch> & { readonly name: string };

/** What is wrong with one row: its place in the list, undefined where it is about all of them. */
export interface RowIssue {
  readonly at: number | undefined;
  readonly message: string;
}

/**
 * The day of the brief that counts, the setup's own where it has one, as rows that are changed one figure at a time. What the brief does not take stays in its row,
 * with what is wrong with it, and is stored once it is right: nothing is lost and nothing wrong is stored.
 */
export function useDay() {
  const bench = useBench();
  const counting = useCounting((own) => own.day !== undefined);
  const stated = computed(() => counting.brief.value?.day?.stretches);
  /** The stretches that are run where the brief says none: what the first change starts from. */
  const assumed = computed<readonly StretchRow[]>(() => {
    const plan = planDay(counting.brief.value ?? {});
    if (plan.from !== 'hours') return [];
    return plan.parts.map(({ name, hours, record, idle, mains }) => ({
      name,
      hours,
      record,
      idle,
      ...(mains ? { mains } : {}),
    }));
  });
  const rows = ref<readonly StretchRow[]>([]);
  const issues = ref<readonly RowIssue[]>([]);
  watch(
    [stated, assumed],
    ([now, else_]) => {
      rows.value = now ?? else_;
      issues.value = [];
    },
    // An undo is followed before the next figure is typed.
    { immediate: true, flush: 'sync' },
  );

  function take(next: readonly StretchRow[]): void {
    const brief = counting.brief.value;
    if (!brief || bench.readOnly) return;
    rows.value = next;
    const { stretches: _, ...day } = brief.day ?? {};
    const parsed = Brief.safeParse({
      ...brief,
      day: next.length > 0 ? { ...day, stretches: next } : day,
    });
    if (!parsed.success) {
      const told = toIssues(parsed.error).map(({ path, message }): RowIssue => {
        const at = /stretches\[(\d+)\]/u.exec(path)?.[1];
        return { at: at === undefined ? undefined : Number(at), message };
      });
      // What is wrong with all of them may only follow from one.
      const ofRows = told.filter((issue) => issue.at !== undefined);
      issues.value = ofRows.length > 0 ? ofRows : told;
      return;
    }
    issues.value = [];
    counting.store(parsed.data);
  }

  const change = (at: number, to: Partial<DayStretch>): void =>
    take(rows.value.map((row, i) => (i === at ? { ...row, ...to } : row)));
  const remove = (at: number): void => take(rows.value.filter((_, i) => i !== at));
  const add = (): void =>
    take([...rows.value, { name: 'Shooting', hours: 1, record: 0.35, idle: 0.35 }]);

  const day = computed(() => counting.brief.value?.day ?? {});
  const dayIssue = ref('');
  /** Changes what is said of the whole day: undefined is not said. What the brief does not take is told and not stored. */
  function setDay(to: Partial<NonNullable<Brief['day']>>): void {
    const brief = counting.brief.value;
    if (!brief || bench.readOnly) return;
    const all: Record<string, unknown> = { ...brief.day, ...to };
    const next = Object.entries(all).filter(([, v]) => v !== undefined);
    const parsed = Brief.safeParse({ ...brief, day: Object.fromEntries(next) });
    dayIssue.value = parsed.success ? '' : toIssues(parsed.error)[0]!.message;
    if (parsed.success) counting.store(parsed.data);
  }

  return {
    day,
    dayIssue,
    setDay,
    rows,
    issues,
    isOwn: counting.isOwn,
    isStated: computed(() => stated.value !== undefined),
    take,
    change,
    remove,
    add,
  };
}
