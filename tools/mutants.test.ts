import { describe, expect, it } from '@jest/globals';
import {
  applyMutant,
  chooseMutants,
  createRandom,
  findSurvivors,
  listMutants,
  listRelatedTests,
  sayMutant,
  type Mutant,
} from './mutants';

const made = (source: string) =>
  listMutants('a.ts', source).map((m) => applyMutant(source, m).replaceAll(/\s+/g, ' '));

describe('small changes of a source', () => {
  it.each([
    ['a + b;', ['(a);', 'a - b;']],
    ['a < b;', ['a <= b;', 'a >= b;']],
    ['a === b;', ['a !== b;']],
    ['a && b;', ['(a);', 'a || b;']],
    ['f(-x);', ['f((x));']],
    ['!x;', ['(x);']],
    ['x ? a : b;', ['(x ? b : a);']],
    ['if (x) y();', ['if (!(x)) y();']],
    ['f(3);', ['f(4);']],
    ['v[0];', ['v[1];']],
    ['v[2];', ['v[0];']],
    ['p.y;', ['p.z;']],
    ['f(true);', ['f(false);']],
    ['Math.min(a, b);', ['Math.max(a, b);']],
    ['Math.abs(a);', ['(a);']],
    ['list.filter(f);', ['list;']],
  ])('%s', (source, expected) => expect(made(source).sort()).toEqual([...expected].sort()));

  it('leave types, imports and words alone', () => {
    expect(made("import { a } from './1';")).toEqual([]);
    expect(made('type A = 1 | -2; interface B { readonly x: 3 }')).toEqual([]);
    expect(made("'a' + b + `c`;")).toEqual([]);
  });

  it('say where they are and what they did', () => {
    const [, second] = listMutants('a.ts', 'let a;\na - b;');
    expect(second).toMatchObject({ file: 'a.ts', line: 2, what: 'operator: - → +' });
  });
});

describe('which of them are tried', () => {
  const of = (file: string, count: number): Mutant[] =>
    Array.from({ length: count }, (_, line) => ({
      file,
      line,
      from: 0,
      to: 0,
      text: '',
      what: '',
    }));
  const all = [...of('a/x.ts', 50), ...of('b/x.ts', 3), ...of('c/x.ts', 50)];
  const choose = (count: number, seed = 1) => chooseMutants(all, count, createRandom(seed));
  const count = (list: readonly Mutant[], file: string) =>
    list.filter((m) => m.file === file).length;

  it('takes as many of each folder, and of a small one what there is', () => {
    const chosen = choose(23);
    expect(['a/x.ts', 'b/x.ts', 'c/x.ts'].map((f) => count(chosen, f))).toEqual([10, 3, 10]);
    expect(new Set(chosen).size).toBe(23);
  });

  it('is the same for a seed, another for another, and no more than there are', () => {
    expect(choose(20)).toEqual(choose(20));
    expect(choose(20)).not.toEqual(choose(20, 2));
    expect(choose(1000)).toHaveLength(103);
  });

  it('is by chance from 0 to below 1, spread evenly', () => {
    const random = createRandom(9);
    const list = Array.from({ length: 4000 }, random);
    expect(Math.min(...list)).toBeGreaterThanOrEqual(0);
    expect(Math.max(...list)).toBeLessThan(1);
    expect(list.reduce((a, b) => a + b) / 4000).toBeCloseTo(0.5, 1);
  });
});

describe('what survived before', () => {
  it('is found again by its file and what it did, nearest to where it stood', () => {
    const source = 'a + b;\nc;\na + b;\nd < e;';
    const all = listMutants('x.ts', source);
    const output = [
      '4 of 9 mutants',
      'SURVIVED x.ts:4 operator: + → -',
      'noticed x.ts:4 operator: < → >=',
      'SURVIVED x.ts:4 operator: < → <=',
      'SURVIVED y.ts:4 operator: < → <=',
      'SURVIVED x.ts:9 operator: * → /',
      '  x.ts:4 operator: < → >=',
    ].join('\n');
    expect(findSurvivors(all, output).map(sayMutant)).toEqual([
      'x.ts:3 operator: + → -',
      'x.ts:4 operator: < → <=',
    ]);
  });
});

describe('the tests of a file', () => {
  const imports = new Map<string, readonly string[]>([
    ['core/src/a/a.test.ts', ['./index.js']],
    ['core/src/a/deep/b.test.ts', ['../x.js']],
    ['core/src/b/b.test.ts', ['../a/index.js']],
    ['core/src/c/c.test.ts', ['../a/one.js', '../d/index.js']],
    ['core/src/d/d.test.ts', ['../ab/index.js']],
  ]);

  it('are those of its folder, then those that name it or its folder', () => {
    expect(listRelatedTests('core/src/a/one.ts', imports)).toEqual({
      own: ['core/src/a/a.test.ts', 'core/src/a/deep/b.test.ts'],
      other: ['core/src/b/b.test.ts', 'core/src/c/c.test.ts'],
    });
    expect(listRelatedTests('core/src/a/two.ts', imports).other).toEqual(['core/src/b/b.test.ts']);
  });
});
