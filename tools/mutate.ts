/**
 * Mutation testing: small changes, one at a time, and whether the related tests notice. Works on a copy of the tree;
 * the checkout is never touched. Ends with the survivors.
 *
 *   npm run mutate -- [--count N] [--skip N] [--seed N] [--jobs N] [--since REV] [--again OUTPUT] [FILE or FOLDER …]
 *
 * Without files: those of the core, the stores and composables of the interface, and the repositories of the server.
 * With --since: those of them that a branch changed since REV. With --skip: the first N chosen are left out, to go on
 * with a run that was interrupted. With --again: those that survived in the run whose output was kept there.
 */
import { execFileSync, spawn } from 'node:child_process';
import {
  cpSync,
  mkdirSync,
  mkdtempSync,
  readFileSync,
  rmSync,
  symlinkSync,
  writeFileSync,
} from 'node:fs';
import { tmpdir } from 'node:os';
import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { parseArgs } from 'node:util';
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
import { startPrivateDatabase } from './private-database';

const root = fileURLToPath(new URL('..', import.meta.url));
const git = (...args: string[]) =>
  execFileSync('git', args, { cwd: root, encoding: 'utf8' }).split('\n').filter(Boolean);

const { values, positionals } = parseArgs({
  allowPositionals: true,
  options: {
    count: { type: 'string', default: '300' },
    skip: { type: 'string', default: '0' },
    seed: { type: 'string', default: '1' },
    jobs: { type: 'string', default: '1' },
    since: { type: 'string' },
    again: { type: 'string' },
  },
});

/** How long so many test files may take, in ms: a loop without end is noticed too, a slow machine is not one. */
const toMostMs = (tests: number): number => 90_000 + 30_000 * tests;

const tracked = git('ls-files', '--cached', '--others', '--exclude-standard');
const isMutable = (file: string) =>
  /^(core\/src\/.*|web\/src\/.*(Store|saver|drafts|fields|\/use[A-Z]\w*)|server\/src\/.*(repository|mapper|import|uses))\.ts$/.test(
    file,
  ) &&
  !/\.test\.ts$|\/index\.ts$|\/testing\/|\.worker\.ts$|labels\.ts$|sheets\.ts$|\/ask\//.test(file);
const changed =
  values.since === undefined ? undefined : new Set(git('diff', '--name-only', values.since));
const files = tracked.filter((file) => {
  if (positionals.includes(file)) return true;
  const isAsked =
    positionals.length === 0 ||
    positionals.some((folder) => file.startsWith(`${folder.replace(/\/$/, '')}/`));
  return isAsked && isMutable(file) && (!changed || changed.has(file));
});

const imports = new Map(
  tracked
    .filter((file) => file.endsWith('.test.ts'))
    .map((file) => {
      const text = readFileSync(join(root, file), 'utf8');
      return [file, [...text.matchAll(/from '(\.[^']*)'/g)].map((m) => m[1]!)] as const;
    }),
);

/** A copy of the tree with the packages linked in: what is changed there is changed nowhere else. */
function createCopy(): string {
  const copy = mkdtempSync(join(tmpdir(), 'zucchini-mutate-'));
  for (const file of tracked) {
    mkdirSync(dirname(join(copy, file)), { recursive: true });
    cpSync(join(root, file), join(copy, file));
  }
  symlinkSync(join(root, 'node_modules'), join(copy, 'node_modules'));
  return copy;
}

/** Whether the tests pass; a run that takes too long does not. */
function passes(copy: string, tests: readonly string[], databaseUrl: string): Promise<boolean> {
  if (tests.length === 0) return Promise.resolve(true);
  return new Promise((resolve) => {
    const run = spawn(
      process.execPath,
      [
        '--experimental-vm-modules',
        join(root, 'node_modules/jest/bin/jest.js'),
        '--bail',
        '--runInBand',
        '--silent',
        '--runTestsByPath',
        ...tests,
      ],
      {
        cwd: copy,
        stdio: 'ignore',
        env: { ...process.env, ZUCCHINI_TEST_SERVER_URL: databaseUrl },
        timeout: toMostMs(tests.length),
        killSignal: 'SIGKILL',
      },
    );
    run.on('close', (code) => resolve(code === 0));
  });
}

/** Compare the published schema and the made tables, and whole reports of the demo, with what is kept: related to all of the core. */
const made = ['tools/docs.test.ts'];
const known = ['tools/known.test.ts'];
const serverTests = [...imports.keys()].filter((test) => test.startsWith('server/'));

/** The tests of a mutant in the order in which they are run, the likeliest to notice it first. */
function listStages(file: string): readonly (readonly string[])[] {
  const { own, other } = listRelatedTests(file, imports);
  if (file.startsWith('core/')) return [own, made, known, other];
  return file.startsWith('server/') ? [serverTests] : [own, other];
}

// Read once: the checkout may be worked on meanwhile.
const sources = new Map(files.map((file) => [file, readFileSync(join(root, file), 'utf8')]));
const all = [...sources].flatMap(([file, source]) => listMutants(file, source));
const chosen =
  values.again === undefined
    ? chooseMutants(all, Number(values.count), createRandom(Number(values.seed))).slice(
        Number(values.skip),
      )
    : findSurvivors(all, readFileSync(values.again, 'utf8'));
console.log(
  `${chosen.length} of ${all.length} mutants in ${files.length} files, seed ${values.seed}`,
);

const isServer = chosen.some((m) => m.file.startsWith('server/'));
const folder = mkdtempSync(join(tmpdir(), 'zucchini-mutate-db-'));
const database = isServer ? await startPrivateDatabase(folder) : undefined;
const survivors: Mutant[] = [];
const tally = new Map<string, { all: number; survived: number }>();
let next = 0;

async function work(): Promise<void> {
  const copy = createCopy();
  try {
    for (let mutant = chosen[next++]; mutant; mutant = chosen[next++]) {
      const place = join(copy, mutant.file);
      const source = sources.get(mutant.file)!;
      writeFileSync(place, applyMutant(source, mutant));
      const url = database?.serverUrl ?? 'none';
      let survived = true;
      for (const tests of listStages(mutant.file)) survived &&= await passes(copy, tests, url);
      writeFileSync(place, source);
      const group = mutant.file.split('/').slice(0, 3).join('/').replace('/src/', ' ');
      const count = tally.get(group) ?? { all: 0, survived: 0 };
      tally.set(group, { all: count.all + 1, survived: count.survived + (survived ? 1 : 0) });
      if (survived) survivors.push(mutant);
      console.log(`${survived ? 'SURVIVED' : 'noticed'} ${sayMutant(mutant)}`);
    }
  } finally {
    rmSync(copy, { recursive: true, force: true });
  }
}

await Promise.all(Array.from({ length: Number(values.jobs) }, work));
await database?.stop();
rmSync(folder, { recursive: true, force: true });

console.log('\nBy folder: survived of all');
for (const [group, { all: count, survived }] of [...tally].sort()) {
  console.log(`  ${group.padEnd(24)} ${survived} of ${count}`);
}
console.log('\nSurvivors');
for (const m of survivors) {
  console.log(`  ${sayMutant(m).slice(0, 200)}`);
}
const share = chosen.length === 0 ? 0 : Math.round((100 * survivors.length) / chosen.length);
console.log(`\n${survivors.length} of ${chosen.length} survived (${share} %)`);
