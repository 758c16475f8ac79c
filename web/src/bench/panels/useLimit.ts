import { measureMinorDigits, toMoney, type Limits } from '@zucchini/core';
import { computed, type ComputedRef } from 'vue';
import { useCounting } from '../../desk/useCounting';
import { useBench } from '../../desk/benchStore';

/** The limits that are one figure. */
export type LimitName = 'spend' | 'carryG' | 'heightMm';

/** Least and greatest figure that the brief takes for it, in the unit of its field. */
const ranges: Readonly<Record<LimitName, { readonly min: number; readonly max: number }>> = {
  spend: { min: 0, max: 1e9 },
  carryG: { min: 1, max: 100_000 },
  heightMm: { min: 1, max: 5000 },
};

export interface Limit {
  readonly unit: ComputedRef<string>;
  readonly range: { readonly min: number; readonly max: number };
  /** In its unit; money in whole units of the rig's currency. */
  readonly figure: ComputedRef<number | undefined>;
  readonly set: (figure: number | undefined) => void;
}

/** One limit of the brief that counts, the setup's own where it has one, and changing it without touching the others. */
export function useLimit(name: LimitName): Limit {
  const bench = useBench();
  const counting = useCounting((own) => own.limits?.[name] !== undefined);
  // One without a rate stays in its own currency: in another it would be another limit.
  const currency = computed(() => {
    const spend = bench.report?.spend;
    return spend?.limitWithoutRate?.currency ?? spend?.toSpend.currency ?? 'EUR';
  });
  const unit = computed(() => (name === 'spend' ? currency.value : name === 'carryG' ? 'g' : 'mm'));
  const figure = computed(() => {
    if (name !== 'spend') return bench.report?.brief.limits[name];
    // As it is counted against: in the currency that the rig is counted in.
    const limit = bench.report?.spend.limit ?? bench.report?.spend.limitWithoutRate;
    return limit && limit.minor / 10 ** measureMinorDigits(limit.currency);
  });

  function set(value: number | undefined): void {
    const brief = counting.brief.value;
    if (!brief) return;
    const { [name]: _, ...others } = brief.limits;
    const stated = name === 'spend' ? value !== undefined && toMoney(value, currency.value) : value;
    const limits: Limits = value === undefined ? others : { ...others, [name]: stated };
    counting.store({ ...brief, limits });
  }

  return { unit, range: ranges[name], figure, set };
}
