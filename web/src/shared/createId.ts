/** A fresh id for an individual, a joint, an entry: where the page came over plain http a browser makes no UUID. */
export function createId(): string {
  // In an insecure context the method is not there, whatever its type says.
  const make = (crypto as { randomUUID?: () => string }).randomUUID;
  if (make) return make.call(crypto);
  const words = crypto.getRandomValues(new Uint32Array(4));
  return `n${[...words].map((w) => w.toString(16).padStart(8, '0')).join('')}`;
}
