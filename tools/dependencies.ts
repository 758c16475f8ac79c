import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { root } from './data-folder.ts';

/** What each package is there for that the application ships or runs with. */
const reasons: Readonly<Record<string, string>> = {
  '@dagrejs/dagre': 'layered layout of the wiring diagram',
  '@dimforge/rapier3d-compat': 'narrow phase of collision: overlap and distance of solids',
  '@fastify/helmet': 'content security policy and the other headers',
  '@fastify/static': 'serves the built pages, compressed copies first',
  '@fastify/swagger': 'OpenAPI from the Zod schemas',
  '@floating-ui/vue': 'keeps lists and hints inside the window',
  '@fontsource-variable/inter': 'the sans-serif face, shipped with the application',
  '@fontsource-variable/source-serif-4': 'the serif face, shipped with the application',
  '@headlessui/vue': 'lists and dialogs that a keyboard and a screen reader can use',
  '@tanstack/vue-table': 'sorting and columns of the catalogue',
  '@tanstack/vue-virtual': 'tables of thousands of rows draw only those in sight',
  '@vueuse/core': 'listeners and timers that end with their component',
  binpackingjs: 'packs parts into cases',
  'chart.js': 'charts',
  comlink: 'calls between the page and its workers',
  'd3-polygon': 'convex hulls and areas of outlines',
  fastify: 'the server',
  'fastify-plugin': 'plugins whose hooks hold for the whole server',
  'fastify-type-provider-zod': 'requests and answers checked and typed by Zod',
  'idb-keyval': 'keeps the photo of a part in the browser while it is described',
  'ml-matrix': 'eigenvectors of the inertia tensor',
  mysql2: 'the protocol of MariaDB',
  papaparse: 'reads and writes CSV',
  pinia: 'stores of the interface',
  qrcode: 'the picture of the address for phones',
  'reflect-metadata': 'wanted by TypeORM',
  three: 'the solid view',
  tinyqueue: 'priority queue of the ways of leads',
  typeorm: 'entities, migrations and transactions',
  vue: 'the interface',
  'vue-chartjs': 'Chart.js as Vue components',
  'vue-router': 'addresses of the pages',
  'workbox-core': 'the service worker takes over at once',
  'workbox-precaching': 'the files of a build, kept for the time without the server',
  'workbox-routing': 'which request of a page is answered how',
  'workbox-strategies': 'the server first, what is kept after it',
  zod: 'schemas: types, checks and JSON Schema from one source',
};

interface Manifest {
  readonly version: string;
  readonly license?: string;
  readonly dependencies?: Readonly<Record<string, string>>;
  readonly devDependencies?: Readonly<Record<string, string>>;
}

const read = (path: string): Manifest => JSON.parse(readFileSync(path, 'utf8')) as Manifest;

/** Rows of the table of packages that the application ships or runs with. Throws for one without a reason, and for a reason without one. */
export function listDependencyRows(): string[] {
  const where = new Map<string, string[]>();
  for (const workspace of ['core', 'server', 'web']) {
    const { dependencies = {}, devDependencies = {} } = read(join(root, workspace, 'package.json'));
    const shipped = Object.keys(devDependencies).filter((name) => name.startsWith('workbox-'));
    for (const name of [...Object.keys(dependencies), ...shipped]) {
      if (name.startsWith('@zucchini/')) continue;
      where.set(name, [...(where.get(name) ?? []), workspace]);
    }
  }
  const stale = Object.keys(reasons).filter((name) => !where.has(name));
  if (stale.length > 0) throw new Error(`no longer used: ${stale.join(', ')}`);
  const rows = [...where].sort(([a], [b]) => (a < b ? -1 : 1));
  return [
    '| package | version | licence | in | what for |',
    '| --- | --- | --- | --- | --- |',
    ...rows.map(([name, workspaces]) => {
      const why = reasons[name];
      if (why === undefined) throw new Error(`${name}: why is it there? tools/dependencies.ts`);
      const { version, license = '?' } = read(join(root, 'node_modules', name, 'package.json'));
      return `| \`${name}\` | ${version} | ${license} | ${workspaces.join(', ')} | ${why} |`;
    }),
  ];
}
