import { readFileSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import {
  findingKinds,
  findQuestion,
  listTraits,
  mountKinds,
  PartKind,
  questionOf,
} from '@zucchini/core';
import { format, resolveConfig } from 'prettier';
import { listDependencyRows } from './dependencies.ts';

/** A document with the part of it that is made. */
export interface MadeDoc {
  readonly path: string;
  readonly text: string;
}

/** Rows of a table that stand between two marks of a document. */
function fill(text: string, name: string, rows: readonly string[]): string {
  const [from, to] = [`<!-- ${name}: made by npm run docs -->`, `<!-- end of ${name} -->`];
  const [before, rest] = text.split(from);
  const after = rest?.split(to)[1];
  if (before === undefined || after === undefined) throw new Error(`${name}: no marks`);
  // A table whose columns are as wide as their widest cell would change in every row with one of them.
  return `${before}${from}\n\n<!-- prettier-ignore-start -->\n\n${rows.join('\n')}\n\n<!-- prettier-ignore-end -->\n\n${to}${after}`;
}

function listFindingRows(): string[] {
  return [
    '| code | question | weight | when | what it offers |',
    '| --- | --- | --- | --- | --- |',
    ...findingKinds.map(
      ({ code, weight, when, offers }) =>
        `| \`${code}\` | ${findQuestion(questionOf(code)).name} | ${weight} | ${when} | ${offers} |`,
    ),
  ];
}

const list = (words: readonly string[]): string => words.map((w) => `\`${w}\``).join(' ');

function listMountRows(): string[] {
  return [
    '| kind | called | halves | holds by | turns | lengthwise | must agree | reaches in, mm | thread, mm | traits | frame |',
    '| --- | --- | --- | --- | --- | --- | --- | --- | --- | --- | --- |',
    ...Object.entries(mountKinds).map(([kind, is]) => {
      const agree = [is.sameSize ? 'size' : '', is.sameFamily ? 'family' : ''].filter(Boolean);
      const turns = typeof is.turns === 'string' ? is.turns : `by ${is.turns.stepDeg}°`;
      const cells = [
        `\`${kind}\``,
        is.label,
        [...new Set(is.sides)].join(' · '),
        is.resists,
        turns,
        is.lengthwise ?? '',
        agree.join(', '),
        is.takesInMm === Infinity ? 'through' : is.takesInMm,
        is.threadMm === undefined ? '' : Number(is.threadMm.toFixed(3)),
        list(is.traits),
        is.frame,
      ];
      return `| ${cells.join(' | ')} |`;
    }),
  ];
}

function listPartRows(): string[] {
  return [
    '| kind | traits |',
    '| --- | --- |',
    ...PartKind.options.map((kind) => `| \`${kind}\` | ${list(listTraits(kind))} |`),
  ];
}

/** Every document that holds something made, as it should be. */
export async function makeDocs(): Promise<MadeDoc[]> {
  const make = async (
    name: string,
    tables: Readonly<Record<string, readonly string[]>>,
  ): Promise<MadeDoc> => {
    const path = fileURLToPath(new URL(`../docs/${name}`, import.meta.url));
    let text = readFileSync(path, 'utf8');
    for (const [table, rows] of Object.entries(tables)) text = fill(text, table, rows);
    const options = { ...(await resolveConfig(path)), parser: 'markdown' };
    return { path, text: await format(text, options) };
  };
  return [
    await make('dependencies.md', { dependencies: listDependencyRows() }),
    await make('findings.md', { findings: listFindingRows() }),
    await make('kinds.md', { 'kinds of mount': listMountRows(), 'kinds of part': listPartRows() }),
  ];
}
