import { readdirSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import { describe, expect, it } from '@jest/globals';
import { Linter } from 'eslint';
// The rule is plain JavaScript, since the configuration of the linter loads it.
import { layers, orderLayers, readLayers } from './lint-layers.mjs';

const path = (rest: string) => fileURLToPath(new URL(`../${rest}`, import.meta.url));

describe.each(['core', 'web', 'server'])('the layers of %s', (name) => {
  const list = readLayers(path(`${name}/README.md`));

  it('name every folder and none that is not there', () => {
    const folders = readdirSync(path(`${name}/src`), { withFileTypes: true })
      .filter((entry) => entry.isDirectory() && entry.name !== 'testing')
      .map((entry) => entry.name);
    expect([...list.keys()].sort()).toEqual(folders.sort());
  });

  it('go one way, and name the lower ones first', () => {
    expect(orderLayers(list)).toEqual([...list.keys()]);
  });
});

describe('a circle', () => {
  it('is found, with its way', () => {
    const list = new Map([
      ['a', new Set(['b'])],
      ['b', new Set(['a'])],
    ]);
    expect(() => orderLayers(list)).toThrow('a → b → a');
  });
});

describe('the lint rule', () => {
  const lint = (file: string, code: string) =>
    new Linter({ configType: 'flat', cwd: path('') })
      .verify(
        code,
        [
          {
            files: ['**/*.js'],
            plugins: { zucchini: { rules: { layers } } },
            rules: {
              'zucchini/layers': [
                'error',
                { root: path('core/src'), readme: path('core/README.md'), doors: true },
              ],
            },
          },
        ] as never,
        { filename: path(`core/src/${file}`) },
      )
      .map((m) => m.message);

  it('lets a folder into the ones below it, by their index', () => {
    expect(lint('rig/x.js', "import { a } from '../part/index.js'; a();")).toEqual([]);
    expect(lint('rig/deep/x.js', "import { a } from '../../part/index.js'; a();")).toEqual([]);
    expect(lint('rig/x.js', "export * from './y.js';")).toEqual([]);
  });

  it('refuses a folder above, a side door, and what is in no list', () => {
    expect(lint('part/x.js', "import { a } from '../rig/index.js'; a();")[0]).toMatch(
      'part may import units, placement, solid',
    );
    expect(lint('rig/x.js', "import { a } from '../part/schema.js'; a();")[0]).toMatch(
      'index only',
    );
    expect(lint('nowhere/x.js', "export * from '../rig/index.js';")[0]).toMatch('not in the list');
    expect(lint('part/x.js', "void import('../rig/index.js');")).toHaveLength(1);
  });
});
