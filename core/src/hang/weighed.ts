import { hasTrait, measureCentreMm, type Provenance } from '../part/index.js';
import {
  isInBranch,
  type Assembly,
  type Edit,
  type PlacedItem,
  type Weighing,
} from '../rig/index.js';
import { measureGuessRangeG } from './unknown.js';

/** A figure measured, what was computed, and the difference: measured less computed. */
export interface Compared {
  readonly measured: number;
  readonly computed: number;
  readonly difference: number;
}

/** A part whose figure may be off, how far one may think it is, and what it would weigh by the scale. */
export interface Culprit {
  readonly itemId: string;
  readonly massG: number;
  /** How sure its mass is: one standard deviation, in g (estimates by where the figure is from). */
  readonly unsureG: number;
  readonly from: Provenance | 'weighed' | 'spread' | 'unknown' | 'not-stated';
  /** What explains the readings best, all parts together: the least change for how sure each is. */
  readonly correctionG: number;
}

/** What the scale says against what is computed. */
export interface Weighed {
  readonly total: Compared | undefined;
  /** Along the rig's x axis, from the lens mount's flange, in mm. */
  readonly centre: Compared | undefined;
  /** Likeliest first: largest correction against how sure the figure is. */
  readonly culprits: readonly Culprit[];
  /** Writes the corrected grams to every part they concern; undefined where nothing is off. */
  readonly spread: Edit | undefined;
}

/**
 * Where the centre of mass lies between two supports: rear + (front − rear) · F ∕ (F + R), from moments about the
 * rear one. Undefined where nothing rests on either.
 */
export function measureBetweenSupports(
  rear: { readonly atMm: number; readonly g: number },
  front: { readonly atMm: number; readonly g: number },
): number | undefined {
  const sum = rear.g + front.g;
  return sum > 0 ? rear.atMm + ((front.atMm - rear.atMm) * front.g) / sum : undefined;
}

/** How far a mass may be off, as a share and in g, by where it is from (estimates). */
const unsure = {
  weighed: [0.003, 1],
  measured: [0.003, 1],
  sheet: [0.02, 2],
  spread: [0.02, 2],
  'not-stated': [0.05, 3],
  guessed: [0.2, 5],
} as const;

function judge(placed: PlacedItem): Pick<Culprit, 'massG' | 'unsureG' | 'from'> {
  const { item, part, mass } = placed;
  if (!mass) {
    const [low, high] = measureGuessRangeG(placed);
    return { massG: (low + high) / 2, unsureG: (high - low) / 4, from: 'unknown' };
  }
  // A share of what the whole rig was off is not this part on the scale.
  const own = item.massFrom === 'spread' ? 'spread' : 'weighed';
  const from =
    item.measuredMassG === undefined ? (part.provenance?.['massG'] ?? 'not-stated') : own;
  const [share, least] = unsure[from];
  return { massG: mass.massG, unsureG: share * mass.massG + least, from };
}

/** Where an item's mass lies along x; its frame's origin where it has none. */
function placeX(placed: PlacedItem): number {
  const centre = placed.mass && measureCentreMm(placed.mass);
  return (centre ?? placed.rigFromPart.originMm)[0];
}

/**
 * The least corrections, weighed by how sure each mass is, that bring the sum and the first moment to what was
 * measured: δᵢ = σᵢ²·(λ₁ + λ₂·xᵢ), the two λ from the two sums. With only the total λ₂ is 0.
 */
function correct(
  parts: readonly { readonly unsureG: number; readonly xMm: number }[],
  offG: number,
  offGmm: number | undefined,
): number[] {
  let [s0, s1, s2] = [0, 0, 0];
  for (const { unsureG, xMm } of parts) {
    const variance = unsureG * unsureG;
    s0 += variance;
    s1 += variance * xMm;
    s2 += variance * xMm * xMm;
  }
  if (s0 === 0) return parts.map(() => 0);
  const determinant = s0 * s2 - s1 * s1;
  let [sum, along] = [offG / s0, 0];
  if (offGmm !== undefined && determinant > 1e-9 * s0 * s2) {
    sum = (offG * s2 - offGmm * s1) / determinant;
    along = (offGmm * s0 - offG * s1) / determinant;
  }
  return parts.map(({ unsureG, xMm }) => unsureG * unsureG * (sum + along * xMm));
}

/** What a kitchen scale said of a setup, against what is computed; the support under it is not counted. */
export function compareWeighing(assembly: Assembly, weighing: Weighing): Weighed {
  const support = assembly.items.find((p) => hasTrait(p.part, 'grounded'));
  const counted = assembly.items.filter((p) => !support || !isInBranch(support, p));
  const leadG = assembly.leadMassG;
  const judged = counted.map((placed) => ({ placed, ...judge(placed), xMm: placeX(placed) }));
  const { totalG, frontG, rearG, frontMm, rearMm } = weighing;
  const both = frontG !== undefined && rearG !== undefined;
  const measuredG = totalG ?? (both ? frontG + rearG : undefined);
  const known = judged.filter((j) => j.from !== 'unknown');
  const computedG = known.reduce((sum, j) => sum + j.massG, leadG);
  const leadMoment = assembly.leadEnds.reduce((sum, e) => sum + e.massG * e.atMm[0], 0);
  const momentOf = (list: typeof judged) =>
    list.reduce((sum, j) => sum + j.massG * j.xMm, leadMoment);
  const compare = (measured: number | undefined, computed: number): Compared | undefined =>
    measured === undefined ? undefined : { measured, computed, difference: measured - computed };
  const measuredMm =
    both && frontMm !== undefined && rearMm !== undefined
      ? measureBetweenSupports({ atMm: rearMm, g: rearG }, { atMm: frontMm, g: frontG })
      : undefined;
  const centre = compare(measuredMm, computedG > 0 ? momentOf(known) / computedG : 0);
  const total = compare(measuredG, computedG);
  if (measuredG === undefined) return { total, centre, culprits: [], spread: undefined };
  // With what the unweighed parts weigh in the middle of what they may: they are corrected like the rest.
  const allG = judged.reduce((sum, j) => sum + j.massG, leadG);
  const offGmm = measuredMm === undefined ? undefined : measuredG * measuredMm - momentOf(judged);
  const corrections = correct(judged, measuredG - allG, offGmm);
  const culprits = judged
    .map((j, i) => ({
      itemId: j.placed.item.id,
      massG: j.massG,
      unsureG: j.unsureG,
      from: j.from,
      correctionG: corrections[i]!,
    }))
    .sort(
      (a, b) =>
        Math.abs(b.correctionG) / b.unsureG - Math.abs(a.correctionG) / a.unsureG ||
        (a.itemId < b.itemId ? -1 : 1),
    );
  const edits = culprits.flatMap((c): Edit[] => {
    const massG = Math.round((c.massG + c.correctionG) * 10) / 10;
    const item = assembly.byId.get(c.itemId)!.item;
    const tells = c.from === 'unknown' || Math.abs(c.correctionG) >= 0.5;
    if (!tells || massG <= 0 || c.from === 'weighed') return [];
    return [{ type: 'set-item', item: { ...item, measuredMassG: massG, massFrom: 'spread' } }];
  });
  return {
    total,
    centre,
    culprits,
    spread: edits.length > 0 ? { type: 'all', edits } : undefined,
  };
}
