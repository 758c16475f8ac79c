/** Daily work: the server from its sources, renewed when they change, and the interface with hot reload. */
import { spawn, type ChildProcess } from 'node:child_process';
import { fileURLToPath } from 'node:url';
import { findFreePort } from './private-database.ts';

const root = fileURLToPath(new URL('../', import.meta.url));
const [apiPort, webPort] = [await findFreePort(), await findFreePort()];
const bin = (name: string) => `${root}node_modules/.bin/${name}`;

function run(command: string, args: readonly string[], env: NodeJS.ProcessEnv = {}): ChildProcess {
  return spawn(command, args, { cwd: root, stdio: 'inherit', env: { ...process.env, ...env } });
}

const children = [
  run(bin('tsx'), [
    'watch',
    '--conditions=development',
    '--clear-screen=false',
    'tools/start.ts',
    '--no-threads',
    '--port',
    String(apiPort),
  ]),
  run(bin('vite'), ['web'], {
    ZUCCHINI_API: `http://127.0.0.1:${apiPort}`,
    ZUCCHINI_DEV_PORT: String(webPort),
  }),
];

for (const signal of ['SIGINT', 'SIGTERM'] as const) {
  process.once(signal, () => children.forEach((child) => child.kill('SIGINT')));
}
children.forEach((child) =>
  child.once('exit', () => children.forEach((other) => other.kill('SIGINT'))),
);
