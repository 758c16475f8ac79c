import type { Collider } from '../clash/index.js';
import { measureShort, type Need } from '../needs/index.js';
import { hasTrait, type Part, type PartBook } from '../part/index.js';
import { findPurse, readPrice } from '../price/index.js';
import { reportOn, type Finding, type Report } from '../report/index.js';
import { tryEdit, type Edit, type PlacedItem } from '../rig/index.js';
import { createMake } from './makes.js';
import { createOldId, isNoWorse } from './weigh.js';

/** Another make of a part that is still to be bought, with which nothing on this setup is worse. */
export interface CheaperMake {
  readonly itemId: string;
  readonly partId: string;
  /** Less to spend in all, what the day then takes included; in minor units of the brief's currency. */
  readonly savesMinor: number;
  /** How much heavier it is; undefined where one of the two was never weighed. */
  readonly heavierG: number | undefined;
  readonly edit: Edit;
  /** Figures by which it serves a need less than the other does, although enough for what is asked here. */
  readonly lower: readonly Lower[];
  /** What it brings that is good to know. */
  readonly brings: readonly Finding[];
}

/** A figure of a need that another make serves less. */
export interface Lower {
  readonly figure: (typeof servedBy)[number];
  readonly from: number;
  readonly to: number;
}

/** The figures by which a part says how well it serves a need. */
const servedBy = ['nits', 'stops', 'channels', 'energyWh', 'powerW', 'rateMbps'] as const;

/** Which figures of the needs that a part serves are lower at another. */
function listLower(now: Part, other: Part): Lower[] {
  return (now.serves ?? []).flatMap((serves) => {
    const then = other.serves?.find((s) => s.need === serves.need);
    return servedBy.flatMap((figure): Lower[] => {
      const [from, to] = [serves[figure], then?.[figure]];
      return from !== undefined && to !== undefined && to < from ? [{ figure, from, to }] : [];
    });
  });
}

/** What saves less of a price than this is another part, not a cheaper one (estimate). */
const leastShare = 0.1;
/** So many of the cheapest makes are tried for one part. */
const mostTried = 4;

/** Whether each need is served at least as well as before. */
function servesAsWell(before: readonly Need[], after: readonly Need[]): boolean {
  const then = new Map(after.map((n) => [n.id, n]));
  return before.every((need) => {
    const now = then.get(need.id);
    if (!now) return true;
    const [was, is] = [measureShort(need), measureShort(now)];
    // What nobody states is no reason to buy it.
    if (is === undefined) return was === undefined;
    return was === undefined || is <= was + 1e-6;
  });
}

/** Makes of the same kind that take over all joints of a part and state the same needs, the cheapest first. */
function listMakes(
  report: Report,
  placed: PlacedItem,
  catalogue: PartBook,
): {
  readonly part: Part;
  readonly price: number;
  readonly leastMinor: number;
  readonly edit: Edit;
}[] {
  const { assembly } = report;
  const purse = findPurse(assembly);
  const price = readPrice(placed.part, purse);
  if (price === undefined) return [];
  return [...catalogue.values()]
    .flatMap((part) => {
      // The price is asked first: it is the cheaper question.
      const other = part.kind === placed.part.kind ? readPrice(part, purse) : undefined;
      if (other === undefined || price - other < leastShare * price) return [];
      const edit = createMake(assembly, placed, part);
      if (!edit) return [];
      return [{ part, price: other, leastMinor: leastShare * price, edit }];
    })
    .sort((a, b) => a.price - b.price || (a.part.id < b.part.id ? -1 : 1))
    .slice(0, mostTried);
}

/**
 * For each part of a setup that is still to be bought the cheapest other make in the catalogue with which the whole report is no
 * worse and every need is served as well: undefined where there is none. In tree order; camera and lens stay, as does what comes
 * in another part's box. `report` is the setup's full report. It may be left at any time; costs up to four reports for each part.
 */
export function* listCheaperMakes(
  report: Report,
  parts: PartBook,
  { collider, catalogue }: { readonly collider?: Collider; readonly catalogue: PartBook },
): Generator<CheaperMake | undefined> {
  const { assembly } = report;
  const book: PartBook = new Map([...catalogue, ...parts]);
  for (const placed of assembly.items) {
    const { item, part } = placed;
    const isBought = !item.owned && item.comesWith === undefined && placed.carriedBy;
    if (!isBought || hasTrait(part, 'optic')) continue;
    yield findMake(placed);
  }

  function findMake(placed: PlacedItem): CheaperMake | undefined {
    for (const { part, leastMinor, edit } of listMakes(report, placed, book)) {
      const after = reportOn(tryEdit(assembly, edit, book), book, { collider });
      // A smaller battery may want a second one: what is saved is what the whole then costs less.
      const savesMinor = report.spend.toSpend.minor - after.spend.toSpend.minor;
      if (savesMinor < leastMinor) continue;
      if (!isNoWorse(report.findings, after.findings, edit)) continue;
      if (!servesAsWell(report.needs(), after.needs())) continue;
      const known = new Set(report.findings.map((f) => f.id));
      const toOld = createOldId(edit);
      const was = placed.item.measuredMassG ?? placed.part.massG;
      return {
        itemId: placed.item.id,
        partId: part.id,
        savesMinor,
        heavierG: was === undefined || part.massG === undefined ? undefined : part.massG - was,
        edit,
        lower: listLower(placed.part, part),
        brings: after.findings.filter((f) => !known.has(toOld(f.id))),
      };
    }
    return undefined;
  }
}
