/**
 * Zucchini without a screen: checks a rig file and prints its report, or prints the file's JSON Schema.
 */
import { readFileSync } from 'node:fs';
import { parseArgs } from 'node:util';
import type { Bounded, Collider, PartBook, Report } from '@zucchini/core';
import type { PrivateDatabase } from './private-database.ts';

/** The core is a few hundred files: what is wrong with the words on the command line is said before they are read. */
const loadCore = () => import('@zucchini/core');

const usage = `Usage:
  ./zucchini check FILE.rig.json [--text] [--strict] [--setup ID] [--seconds N]
      Prints the full report of every setup (or of one) as JSON, or as text for people.
      A setup may take 5 s, or N: what was not computed in that time is said.
      Exit code 0; 2 when the file cannot be read as a rig; with --strict 1 when something stops the build,
      or when it could not be computed whether something does.
  ./zucchini schema
      Prints the JSON Schema of the rig file.
  ./zucchini backup FILE
      Writes everything that is stored into one file, whole or not at all; a running copy goes on meanwhile.
  ./zucchini restore FILE [--yes] [--leave-out]
      Puts a backup in the place of everything that is stored, once all of it was read; what was there is kept as a backup.
      Wants --yes where something is stored, and no running copy. --leave-out goes without what cannot be read.
      Both work on ZUCCHINI_DATABASE_URL, or on the private database in ZUCCHINI_DATA or .zucchini/.`;

/** The file's text, or undefined with the reason on standard error. */
function readText(path: string): string | undefined {
  try {
    return readFileSync(path, 'utf8');
  } catch (error) {
    process.stderr.write(`${path}: cannot be read: ${(error as Error).message}\n`);
    return undefined;
  }
}

async function check(
  path: string,
  options: { text: boolean; strict: boolean; setup: string | undefined; seconds?: number },
): Promise<number> {
  const text = readText(path);
  if (text === undefined) return 2;
  const core = await loadCore();
  const { loadCollider, readRigText, sayReport, setupBudgetMs } = core;
  const outcome = readRigText(text);
  if (outcome.state === 'malformed') {
    for (const issue of outcome.issues) {
      process.stderr.write(`${path}: ${issue.path || '(the whole file)'}: ${issue.message}\n`);
    }
    return 2;
  }
  const { rig } = outcome.file;
  const setups = rig.setups.filter((s) => options.setup === undefined || s.id === options.setup);
  if (setups.length === 0) {
    const known = rig.setups.map((s) => s.id).join(', ');
    process.stderr.write(
      `${path}: --setup: “${options.setup}” is not a setup of this rig; it has ${known}\n`,
    );
    return 2;
  }
  const collider = await loadCollider();
  const limitMs = options.seconds === undefined ? setupBudgetMs : options.seconds * 1000;
  const checked = setups.map((s) => {
    const now = () => performance.now();
    const bounded = core.measureWithin(rig, s.id, outcome.parts, { collider }, limitMs, now);
    return { ...bounded, ...lookForWays(core, bounded, outcome.parts, collider, limitMs) };
  });
  const output = options.text
    ? checked
        .map((c) => [sayReport(c.report, outcome.parts), ...sayMissing(c, limitMs)].join('\n'))
        .join('\n\n')
    : JSON.stringify(
        {
          rig: rig.id,
          name: rig.name,
          reports: checked.map((c) => ({
            ...core.toReportJson(c.report, outcome.parts),
            ...(c.missing.length > 0 ? { notComputed: c.missing, limitS: limitMs / 1000 } : {}),
          })),
        },
        null,
        2,
      );
  process.stdout.write(`${output}\n`);
  const stopped = checked.some(
    (c) => c.missing.includes('room') || c.report.findings.some((f) => f.weight === 'stops'),
  );
  return options.strict && stopped ? 1 : 0;
}

type Core = Awaited<ReturnType<typeof loadCore>>;

/** What could not be computed in its time: what stands where, or the ways out of what was found. */
type Missing = 'room' | 'remedies';

/** Ways out take as many times as long as the report: each of them is tried by one. */
const waysTimes = 6;

/** A report with the ways out of what was found; without them where looking for them all takes longer than its time. */
function lookForWays(
  core: Core,
  { report, overMs }: Bounded,
  parts: PartBook,
  collider: Collider,
  limitMs: number,
): { readonly report: Report; readonly missing: readonly Missing[] } {
  if (overMs !== undefined) return { report, missing: ['room', 'remedies'] };
  const budget = core.createBudget(waysTimes * limitMs, () => performance.now());
  const options = { collider: core.withBudget(collider, budget), catalogue: parts };
  try {
    return {
      report: core.withRemedies(report, core.findRemedies(report, parts, options)),
      missing: [],
    };
  } catch (error) {
    if (!(error instanceof core.OverBudget)) throw error;
    return { report, missing: ['remedies'] };
  }
}

const missingWords: Readonly<Record<Missing, string>> = {
  room: 'what stands where',
  remedies: 'ways out',
};

function sayMissing(
  { missing }: { readonly missing: readonly Missing[] },
  limitMs: number,
): string[] {
  if (missing.length === 0) return [];
  const what = missing.map((m) => missingWords[m]).join(' and ');
  return [
    `Not computed: ${what}; it takes longer than ${limitMs / 1000} s (--seconds gives it more).`,
  ];
}

/** Does work on the database of this installation; what goes wrong is said in words, with exit code 2. */
async function withDatabase(
  work: (url: string, others: number) => Promise<number>,
): Promise<number> {
  const { startPrivateDatabase } = await import('./private-database.ts');
  const { databaseFolder } = await import('./data-folder.ts');
  const { ZUCCHINI_DATABASE_URL: named } = process.env;
  let own: PrivateDatabase | undefined;
  try {
    own = named ? undefined : await startPrivateDatabase(databaseFolder());
    return await work(named ?? own!.url, own?.countOthers() ?? 0);
  } catch (error) {
    process.stderr.write(`${(error as Error).message}\n`);
    return 2;
  } finally {
    await own?.stop();
  }
}

const sayCounts = (counts: {
  readonly parts: number;
  readonly rigs: number;
  readonly versions: number;
}) => `${counts.parts} parts, ${counts.rigs} rigs, ${counts.versions} kept versions`;

function keepAll(path: string): Promise<number> {
  return withDatabase(async (url) => {
    const { backUp, openDatabase } = await import('@zucchini/server');
    const database = await openDatabase(url);
    try {
      const counts = await backUp(database, path, new Date());
      process.stdout.write(`${path}: ${sayCounts(counts)}\n`);
      return 0;
    } finally {
      await database.destroy();
    }
  });
}

function putBack(path: string, yes: boolean, leavesOut: boolean): Promise<number> {
  return withDatabase(async (url, others) => {
    const { countConnections, hasData, restore } = await import('@zucchini/server');
    const { backupFolder } = await import('./data-folder.ts');
    // A database that is named may be used from another machine, which leaves no file here.
    if (others > 0 || (await countConnections(url)) > 0) {
      process.stderr.write(
        'A running copy of Zucchini, or another program, uses this database. End it first.\n',
      );
      return 2;
    }
    if (!yes && (await hasData(url))) {
      process.stderr.write(
        'This would take the place of what is stored. Add --yes if that is meant.\n',
      );
      return 2;
    }
    const place = { url, folder: backupFolder(), now: new Date() };
    const { brought, left, kept } = await restore(place, path, { leavesOut });
    process.stdout.write(`Put in: ${sayCounts({ ...brought, rigs: brought.rigs.length })}\n`);
    for (const { what, name } of left) process.stdout.write(`Left out: the ${what} “${name}”\n`);
    if (kept) process.stdout.write(`What was there before: ${backupFolder()}/${kept}\n`);
    return 0;
  });
}

async function main(args: readonly string[]): Promise<number> {
  let parsed;
  try {
    parsed = parseArgs({
      args: [...args],
      allowPositionals: true,
      options: {
        text: { type: 'boolean', default: false },
        strict: { type: 'boolean', default: false },
        setup: { type: 'string' },
        seconds: { type: 'string' },
        yes: { type: 'boolean', default: false },
        'leave-out': { type: 'boolean', default: false },
        help: { type: 'boolean', short: 'h', default: false },
      },
    });
  } catch (error) {
    process.stderr.write(`${(error as Error).message}\n\n${usage}\n`);
    return 2;
  }
  const [command, file, ...rest] = parsed.positionals;
  if (parsed.values.help) {
    process.stdout.write(`${usage}\n`);
    return 0;
  }
  if (command === 'schema' && file === undefined) {
    const { createRigFileSchema } = await loadCore();
    process.stdout.write(`${JSON.stringify(createRigFileSchema(), null, 2)}\n`);
    return 0;
  }
  if (command === 'check' && file !== undefined && rest.length === 0) {
    const { text, strict, setup, seconds } = parsed.values;
    if (seconds !== undefined && !(Number(seconds) > 0)) {
      process.stderr.write(`--seconds: “${seconds}” is not a number above 0\n`);
      return 2;
    }
    return check(file, {
      text,
      strict,
      setup,
      ...(seconds === undefined ? {} : { seconds: Number(seconds) }),
    });
  }
  if (command === 'backup' && file !== undefined && rest.length === 0) {
    return keepAll(file);
  }
  if (command === 'restore' && file !== undefined && rest.length === 0) {
    return putBack(file, parsed.values.yes, parsed.values['leave-out']);
  }
  process.stderr.write(`${usage}\n`);
  return 2;
}

process.exitCode = await main(process.argv.slice(2));
