/**
 * Who may import whom, as a lint rule. A package's README holds the list, and only there: a folder of `src`, then the
 * folders it may import. `index` says whether a folder's `index` is the only door into it.
 */
import { readFileSync } from 'node:fs';
import { dirname, relative, resolve, sep } from 'node:path';

/** The list of one README: folder → folders it may import. */
export function readLayers(readme) {
  const listed = /```layers\n([\s\S]*?)```/.exec(readFileSync(readme, 'utf8'));
  if (!listed) throw new Error(`${readme} holds no list of layers`);
  return new Map(
    listed[1]
      .trim()
      .split('\n')
      .map((line) => {
        const [folder, allowed] = line.split(':').map((piece) => piece.trim());
        return [folder, new Set(allowed ? allowed.split(/\s+/) : [])];
      }),
  );
}

const importing = ['ImportDeclaration', 'ExportNamedDeclaration', 'ExportAllDeclaration'];

export const layers = {
  meta: {
    type: 'problem',
    schema: [
      {
        type: 'object',
        properties: {
          root: { type: 'string' },
          readme: { type: 'string' },
          doors: { type: 'boolean' },
        },
      },
    ],
  },
  create(context) {
    const { root, readme, doors } = context.options[0];
    const list = readLayers(readme);
    const own = relative(root, context.filename).split(sep);
    // What lies beside the folders puts all of them together.
    if (own.length < 2) return {};
    const [folder] = own;
    const allowed = list.get(folder);
    const check = (node, spec) => {
      if (typeof spec !== 'string' || !spec.startsWith('.')) return;
      const target = relative(root, resolve(dirname(context.filename), spec)).split(sep);
      if (target[0] === folder || target[0] === '..') return;
      if (!allowed) {
        context.report({ node, message: `${folder} is not in the list of ${readme}.` });
      } else if (!allowed.has(target[0])) {
        const may = [...allowed].join(', ') || 'no other folder';
        context.report({ node, message: `${folder} may import ${may} (see ${readme}).` });
      } else if (doors && target.slice(1).join('/') !== 'index.js') {
        context.report({ node, message: `${target[0]} is entered by its index only.` });
      }
    };
    return {
      ...Object.fromEntries(importing.map((type) => [type, (n) => check(n, n.source?.value)])),
      ImportExpression: (node) => check(node, node.source.value),
    };
  },
};

/** The layers of a README as the folders above each, in order; throws where two folders import each other. */
export function orderLayers(list) {
  const done = new Set();
  const visit = (folder, path) => {
    if (path.includes(folder)) throw new Error(`a circle: ${[...path, folder].join(' → ')}`);
    if (done.has(folder)) return;
    for (const below of list.get(folder) ?? []) visit(below, [...path, folder]);
    done.add(folder);
  };
  for (const folder of list.keys()) visit(folder, []);
  return [...done];
}
