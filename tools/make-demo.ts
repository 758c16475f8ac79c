/** Writes the demo's rig files, the published schema, and what the core says of the demo. */
import { writeFileSync } from 'node:fs';
import { createRigFileSchema } from '@zucchini/core';
import { listKnownFiles } from './known-files.ts';
import { createDemoRigFile, demoRigs, readDemoCatalogue } from './demo-files.ts';

const root = new URL('../', import.meta.url);
const catalogue = readDemoCatalogue();
for (const name of demoRigs) {
  const file = createDemoRigFile(name, catalogue);
  writeFileSync(new URL(`demo/${name}.rig.json`, root), `${JSON.stringify(file, null, 1)}\n`);
}
writeFileSync(
  new URL('docs/rig-file.schema.json', root),
  `${JSON.stringify(createRigFileSchema(), null, 2)}\n`,
);
for (const { name, make } of await listKnownFiles()) {
  writeFileSync(new URL(`demo/known/${name}.json`, root), `${JSON.stringify(make(), null, 1)}\n`);
}
