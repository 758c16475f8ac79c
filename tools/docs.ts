import { readFileSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import { findingKinds, findQuestion, questionOf } from '@zucchini/core';
import { format, resolveConfig } from 'prettier';

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

/** Every document that holds something made, as it should be. */
export async function makeDocs(): Promise<MadeDoc[]> {
  const path = fileURLToPath(new URL('../docs/findings.md', import.meta.url));
  const text = fill(readFileSync(path, 'utf8'), 'findings', listFindingRows());
  return [
    { path, text: await format(text, { ...(await resolveConfig(path)), parser: 'markdown' }) },
  ];
}
