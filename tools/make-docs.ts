/** Writes the tables of the documents that follow from the core; `tools/docs.test.ts` compares them. */
import { writeFileSync } from 'node:fs';
import { makeDocs } from './docs';

for (const { path, text } of await makeDocs()) writeFileSync(path, text);
