import { describeApi, loadCollider } from '@zucchini/core';
import { createDemoRigFile, demoRigs, readDemoCatalogue } from './demo-files.ts';
import {
  makeKnownAnswers,
  makeKnownFindings,
  makeKnownHang,
  makeKnownParts,
  makeKnownReports,
} from './known.ts';

/** One file of known figures: its name in demo/known, and how it is made anew. */
export interface KnownFile {
  readonly name: string;
  readonly make: () => unknown;
}

/**
 * What all of the core says of the demo: kept, so that a change to any figure or sentence is seen where it is made.
 * `npm run demo` writes them; whoever does reads the difference.
 */
export async function listKnownFiles(): Promise<KnownFile[]> {
  const catalogue = readDemoCatalogue();
  const collider = await loadCollider();
  const ofRigs = demoRigs.flatMap((rig): KnownFile[] => {
    const file = createDemoRigFile(rig, catalogue);
    return [
      { name: `${rig}.report`, make: () => makeKnownReports(file, catalogue, collider) },
      { name: `${rig}.hang`, make: () => makeKnownHang(file, catalogue, collider) },
    ];
  });
  const ofAnswers = (['mark-1', 'barge'] as const).map((rig): KnownFile => ({
    name: `${rig}.answers`,
    make: () => makeKnownAnswers(createDemoRigFile(rig, catalogue), catalogue, collider),
  }));
  return [
    { name: 'api', make: () => describeApi() },
    ...ofRigs,
    ...ofAnswers,
    { name: 'parts', make: () => makeKnownParts(catalogue) },
    { name: 'findings', make: () => makeKnownFindings(collider) },
  ];
}
