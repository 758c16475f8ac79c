import type { Collider } from '../clash/index.js';
import { findSpare, takeSpare } from '../fit/index.js';
import type { Part, PartBook } from '../part/index.js';
import { comparePrices, findPurse } from '../price/index.js';
import { judgeCandidates, type Report } from '../report/index.js';
import { proposeId, type Assembly, type Edit } from '../rig/index.js';

/** So many makes are tried for one finding, what lies in the kit first, then the cheapest. */
const mostMakes = 3;

/** What proposals are made with. */
export interface ServeContext {
  /** Of the setup as it is. */
  readonly report: Report;
  readonly book: PartBook;
  readonly collider: Collider | undefined;
}

/** Makes as a person looks at them: what lies unused in the kit first, then the cheapest. */
export function sortMakes(assembly: Assembly, makes: readonly Part[]): Part[] {
  const isSpare = (part: Part) => findSpare(assembly, part) !== undefined;
  const byPrice = comparePrices(findPurse(assembly));
  return [...makes].sort((a, b) => Number(isSpare(b)) - Number(isSpare(a)) || byPrice(a, b));
}

/**
 * Edits that put one of some makes on the rig, each on the best place for it, over an arm or an adaptor where it goes on none. The
 * first few makes are looked at. Not tried yet.
 */
export function listAdded(
  { report, book, collider }: ServeContext,
  makes: readonly Part[],
  most = mostMakes,
): Edit[] {
  const { assembly } = report;
  return sortMakes(assembly, makes)
    .slice(0, most)
    .flatMap((part) => {
      let made = 0;
      const makeId = () => {
        made += 1;
        return proposeId(`${part.id}-${made}`);
      };
      const item = takeSpare(assembly, part);
      const context = { report, parts: book, collider, makeId };
      const asked = { part, item, inDrawer: false };
      return [...judgeCandidates(context, { kind: 'anywhere' }, [asked])].flatMap((c) =>
        c.state === 'fits' && !c.keyUnknown ? [c.edit] : [],
      );
    });
}
