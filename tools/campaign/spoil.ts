import type { Chance } from './random.ts';

type Path = (string | number)[];

/** Every place of a JSON document that holds something, but the whole of it. */
function listPlaces(value: unknown, path: Path = []): Path[] {
  if (typeof value !== 'object' || value === null) return path.length ? [path] : [];
  const inner = Object.entries(value).flatMap(([key, v]) =>
    listPlaces(v, [...path, Array.isArray(value) ? Number(key) : key]),
  );
  return path.length ? [path, ...inner] : inner;
}

const nest = (deep: number): unknown => (deep === 0 ? 1 : [nest(deep - 1)]);

/** What nobody means, and what somebody might. */
const oddities: readonly unknown[] = [
  null,
  true,
  '',
  'x',
  'constructor',
  '__proto__',
  'toString',
  '../../etc/passwd',
  "'; DROP TABLE rigs; --",
  '<script>alert(1)</script>',
  '\u0000',
  '\ud800',
  '\u202e',
  'ü'.repeat(70),
  'long '.repeat(20_000),
  0,
  -0,
  -1,
  0.1,
  1e-300,
  1e308,
  5000,
  2 ** 53,
  [],
  {},
  [[]],
  { constructor: 1 },
  nest(40),
  Array(3000).fill(1),
];

/** A copy: what is spoilt once more must not spoil all that come after. */
const pickOddity = (chance: Chance): unknown => structuredClone(chance.pick(oddities));

/** The document with one to three places spoilt: taken out, doubled, made odd, or exchanged with another place. */
export function spoil<T>(document: T, chance: Chance): unknown {
  const copy = JSON.parse(JSON.stringify(document)) as unknown;
  for (let n = 1 + chance.below(3); n > 0; n -= 1) {
    const places = listPlaces(copy);
    if (places.length === 0) return copy;
    const path = chance.pick(places);
    const key = path.at(-1)!;
    const parent = path
      .slice(0, -1)
      .reduce<Record<string | number, unknown>>((v, k) => v[k] as never, copy as never);
    switch (chance.below(5)) {
      case 0:
        if (Array.isArray(parent)) parent.splice(Number(key), 1);
        else Reflect.deleteProperty(parent, key);
        break;
      case 1:
        if (Array.isArray(parent)) parent.push(structuredClone(parent[Number(key)]));
        else parent[`${String(key)}2`] = structuredClone(parent[key]);
        break;
      case 2: {
        const value = parent[key];
        parent[key] =
          typeof value === 'number'
            ? value * chance.pick([-1, 0, 1000, 1e-6, 1e12])
            : typeof value === 'string'
              ? `${value}${chance.pick(['-2', ' ', '\n', 'ä', value])}`
              : pickOddity(chance);
        break;
      }
      default:
        parent[key] = pickOddity(chance);
    }
  }
  return copy;
}
