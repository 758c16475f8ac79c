/** A source of chance that says the same for the same seed, so that what fails can be had again (mulberry32). */
export function createChance(seed: number) {
  let state = seed >>> 0;
  const next = (): number => {
    state = (state + 0x6d2b79f5) >>> 0;
    let t = Math.imul(state ^ (state >>> 15), state | 1);
    t ^= t + Math.imul(t ^ (t >>> 7), t | 61);
    return ((t ^ (t >>> 14)) >>> 0) / 4294967296;
  };
  const below = (n: number): number => Math.floor(next() * n);
  return {
    next,
    /** A whole number from 0 to one below `n`. */
    below,
    /** One of a list. */
    pick: <T>(list: readonly T[]): T => list[below(list.length)]!,
    /** From `low` to `high`. */
    between: (low: number, high: number): number => low + next() * (high - low),
  };
}
export type Chance = ReturnType<typeof createChance>;
