/**
 * Gives as many askers as possible one of the things that each would take, no thing twice: a greatest matching by
 * augmenting ways (Kuhn). Earlier askers go first, and each takes the first of its things that leaves the others served;
 * who gets none is absent. Askers × choices at worst for each asker.
 *
 *     match(new Map([['a', ['x', 'y']], ['b', ['x']]])) // a → y, b → x
 */
export function match<A, T>(askers: ReadonlyMap<A, readonly T[]>): Map<A, T> {
  const holder = new Map<T, A>();
  const serve = (asker: A, seen: Set<T>): boolean => {
    for (const thing of askers.get(asker) ?? []) {
      if (seen.has(thing)) continue;
      seen.add(thing);
      const other = holder.get(thing);
      if (other === undefined || serve(other, seen)) {
        holder.set(thing, asker);
        return true;
      }
    }
    return false;
  };
  for (const asker of askers.keys()) serve(asker, new Set());
  return new Map([...holder].map(([thing, asker]) => [asker, thing]));
}
