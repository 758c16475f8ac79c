/** A stretch of a scale in stops or in EV, both ends included. */
export interface StopSpan {
  readonly from: number;
  readonly to: number;
}

/** Stretches in rising order, those that touch or lie over one another as one. */
export function uniteSpans(list: readonly StopSpan[]): StopSpan[] {
  const sorted = [...list].sort((a, b) => a.from - b.from || a.to - b.to);
  const united: StopSpan[] = [];
  for (const next of sorted) {
    const last = united.at(-1);
    if (last && next.from <= last.to + 1e-9) {
      united[united.length - 1] = { from: last.from, to: Math.max(last.to, next.to) };
    } else united.push(next);
  }
  return united;
}

/** Every sum of one value of each: two sets of filters behind one another. */
export function addSpans(a: readonly StopSpan[], b: readonly StopSpan[]): StopSpan[] {
  return uniteSpans(a.flatMap((x) => b.map((y) => ({ from: x.from + y.from, to: x.to + y.to }))));
}

/** What of a stretch is not covered; a hole of no width is none. Covered ones are in rising order and apart. */
export function listHoles(asked: StopSpan, covered: readonly StopSpan[]): StopSpan[] {
  const holes: StopSpan[] = [];
  let at = asked.from;
  for (const { from, to } of covered) {
    if (from > asked.to) break;
    if (from > at + 1e-9) holes.push({ from: at, to: Math.min(from, asked.to) });
    at = Math.max(at, to);
  }
  // A scene of one brightness is covered where that is.
  if (at < asked.to - 1e-9) holes.push({ from: at, to: asked.to });
  if (asked.from === asked.to && !covered.some((c) => c.from <= asked.to && asked.from <= c.to)) {
    return [asked];
  }
  return holes;
}
