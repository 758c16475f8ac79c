import type { Brief } from '../brief/index.js';
import type { Finding, Slip } from '../finding/index.js';
import type { Hold } from '../hold/index.js';
import type { PartBook } from '../part/index.js';
import type { Assembly } from '../rig/index.js';
import { findBraceFindings } from './brace.js';
import {
  findMateFindings,
  findOccupancyFindings,
  findStanceFindings,
  findStandingFindings,
} from './joints.js';
import { findScrewFindings } from './screw.js';
import { findSizeFindings, measureSize, type Size } from './size.js';
import { findSlipFindings, measureSlips } from './slip.js';

/** The answer to "does it fit?": sizes, the working of each friction joint, and what is wrong. */
export interface Fit {
  readonly size: Size;
  readonly slips: readonly Slip[];
  readonly findings: readonly Finding[];
}

/** All of Fit that is computed so far. Remedies draw on the catalogue where one is given. */
export function measureFit(
  assembly: Assembly,
  hold: Hold,
  brief: Brief,
  catalogue?: PartBook,
): Fit {
  const slips = measureSlips(assembly, hold);
  const size = measureSize(assembly, hold.axes);
  return {
    size,
    slips,
    findings: [
      ...findMateFindings(assembly),
      ...findOccupancyFindings(assembly),
      ...findStandingFindings(assembly),
      ...findStanceFindings(assembly),
      ...findSlipFindings(assembly, slips, catalogue),
      ...findScrewFindings(assembly),
      ...findBraceFindings(assembly),
      ...findSizeFindings(assembly, hold.axes, size, brief),
    ],
  };
}
