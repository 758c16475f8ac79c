import { readdirSync, readFileSync } from 'node:fs';
import { dirname, join, relative } from 'node:path';
import { fileURLToPath } from 'node:url';
import { describe, expect, it } from '@jest/globals';

const path = (rest: string) => fileURLToPath(new URL(`../${rest}`, import.meta.url));

/** Every source file below a folder, with the files of the same folder's tree that it imports, types too. */
function readImports(root: string): Map<string, string[]> {
  const names = readdirSync(root, { recursive: true, withFileTypes: true })
    .filter((e) => e.isFile() && /\.(ts|vue)$/.test(e.name) && !/\.test\.ts$|\.d\.ts$/.test(e.name))
    .map((e) => relative(root, join(e.parentPath, e.name)));
  const known = new Set(names);
  return new Map(
    names.map((name) => {
      const text = readFileSync(join(root, name), 'utf8');
      const specs = [...text.matchAll(/(?:from|import)\s*\(?\s*'(\.[^']*)'/g)].map((m) => m[1]!);
      const targets = specs.flatMap((spec) => {
        const bare = join(dirname(name), spec.replace(/\.js$/, ''));
        return [bare, `${bare}.ts`, `${bare}.vue`].find((t) => known.has(t)) ?? [];
      });
      return [name, targets];
    }),
  );
}

/** The first circle of imports, as its files in order; undefined where there is none. Linear in files and imports. */
function findCircle(imports: ReadonlyMap<string, readonly string[]>): string[] | undefined {
  const done = new Set<string>();
  const visit = (file: string, way: readonly string[]): string[] | undefined => {
    if (way.includes(file)) return [...way.slice(way.indexOf(file)), file];
    if (done.has(file)) return undefined;
    for (const next of imports.get(file) ?? []) {
      const circle = visit(next, [...way, file]);
      if (circle) return circle;
    }
    done.add(file);
    return undefined;
  };
  for (const file of imports.keys()) {
    const circle = visit(file, []);
    if (circle) return circle;
  }
  return undefined;
}

describe.each(['core/src', 'server/src', 'web/src'])('the files of %s', (root) => {
  const imports = readImports(path(root));

  it('are read with what they import', () => {
    expect(imports.size).toBeGreaterThan(20);
    expect([...imports.values()].flat().length).toBeGreaterThan(imports.size);
  });

  it('import each other in no circle, types included', () => {
    expect(findCircle(imports)).toBeUndefined();
  });
});

describe('a circle of imports', () => {
  it('is found, however long', () => {
    const ring = new Map([
      ['x', ['a']],
      ['a', ['b']],
      ['b', ['c']],
      ['c', ['a']],
    ]);
    expect(findCircle(ring)).toEqual(['a', 'b', 'c', 'a']);
    expect(findCircle(new Map([...ring, ['c', []]]))).toBeUndefined();
  });
});
