import { readFileSync } from 'node:fs';
import {
  createCatalogue,
  listBoxPartIds,
  readRigFile,
  Recipe,
  rigFormat,
  rigFormatVersion,
  type PartBook,
  type RigFile,
} from '@zucchini/core';

const demoUrl = new URL('../demo/', import.meta.url);

function readJson(name: string): unknown {
  return JSON.parse(readFileSync(new URL(name, demoUrl), 'utf8'));
}

/** The demo's parts, made from its recipes by the templates. */
export function readDemoCatalogue(): PartBook {
  const file = readJson('catalogue.json') as { recipes: unknown[] };
  return createCatalogue(
    file.recipes.map((value, i) => {
      const parsed = Recipe.safeParse(value);
      if (parsed.success) return parsed.data;
      const [issue] = parsed.error.issues;
      throw new RangeError(`recipes[${i}].${issue?.path.join('.')}: ${issue?.message}`);
    }),
  );
}

/** The rigs of the demo, in the order in which the shelf shows them. */
export const demoRigs = ['mark-1', 'mark-2', 'skiff', 'barge', 'buoy', 'cutter'] as const;

/** One rig of the demo as a self-contained file, with just the parts that it draws on. */
export function createDemoRigFile(name: string, catalogue: PartBook): RigFile {
  const rig = readJson(`${name}.json`) as RigFile['rig'];
  const versions =
    name === 'mark-2'
      ? [
          {
            id: 'kept-mark-1',
            name: 'Mark 1',
            reason: 'The first build, kept before the monitor came off the handle.',
            keptAt: '2026-11-02T18:30:00.000Z',
            rig: { ...(readJson('mark-1.json') as RigFile['rig']), id: rig.id },
          },
        ]
      : [];
  const wanted = new Set(
    [rig, ...versions.map((v) => v.rig)].flatMap((r) => r.kit.map((item) => item.partId)),
  );
  // What lies in a box belongs to the file as well: completeness is judged by it.
  const used = [...catalogue.values()].filter((part) => wanted.has(part.id));
  for (const id of listBoxPartIds(used)) wanted.add(id);
  const value = {
    format: rigFormat,
    formatVersion: rigFormatVersion,
    parts: [...catalogue.values()].filter((part) => wanted.has(part.id)),
    rig,
    versions,
    log: [],
  };
  const outcome = readRigFile(value);
  if (outcome.state === 'malformed') {
    const list = outcome.issues.map((i) => `${i.path}: ${i.message}`).join('\n');
    throw new Error(`demo/${name}.json is no rig:\n${list}`);
  }
  return outcome.file;
}

/** The demo as the server takes it: what would come out of the files, not the objects in memory. */
export function readDemo(): { parts: RigFile['parts']; rigs: RigFile[] } {
  const catalogue = readDemoCatalogue();
  return {
    parts: JSON.parse(JSON.stringify([...catalogue.values()])) as RigFile['parts'],
    rigs: demoRigs.map((name) => readJson(`${name}.rig.json`) as RigFile),
  };
}
