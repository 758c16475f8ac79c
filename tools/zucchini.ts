/**
 * Zucchini without a screen: checks a rig file and prints its report, or prints the file's JSON Schema.
 */
import { readFileSync } from 'node:fs';
import { parseArgs } from 'node:util';

/** The core is a few hundred files: what is wrong with the words on the command line is said before they are read. */
const loadCore = () => import('@zucchini/core');

const usage = `Usage:
  ./zucchini check FILE.rig.json [--text] [--strict] [--setup ID]
      Prints the full report of every setup (or of one) as JSON, or as text for people.
      Exit code 0; 2 when the file cannot be read as a rig; with --strict 1 when something stops the build.
  ./zucchini schema
      Prints the JSON Schema of the rig file.`;

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
  options: { text: boolean; strict: boolean; setup: string | undefined },
): Promise<number> {
  const text = readText(path);
  if (text === undefined) return 2;
  const core = await loadCore();
  const { findRemedies, loadCollider, measureReport, readRigText, sayReport } = core;
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
  const reports = setups.map((s) => {
    const report = measureReport(rig, s.id, outcome.parts, { collider });
    const options = { collider, catalogue: outcome.parts };
    return core.withRemedies(report, findRemedies(report, outcome.parts, options));
  });
  const output = options.text
    ? reports.map((r) => sayReport(r, outcome.parts)).join('\n\n')
    : JSON.stringify(
        {
          rig: rig.id,
          name: rig.name,
          reports: reports.map((r) => core.toReportJson(r, outcome.parts)),
        },
        null,
        2,
      );
  process.stdout.write(`${output}\n`);
  const stopped = reports.some((r) => r.findings.some((f) => f.weight === 'stops'));
  return options.strict && stopped ? 1 : 0;
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
    return check(file, { ...parsed.values, setup: parsed.values.setup });
  }
  process.stderr.write(`${usage}\n`);
  return 2;
}

process.exitCode = await main(process.argv.slice(2));
