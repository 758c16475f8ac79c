import { measureMinorDigits } from '../units/index.js';
import type { Part } from '../part/index.js';
import {
  measureBounds,
  measureVolumeMm3,
  noBounds,
  partFromSolid,
  uniteBounds,
} from '../solid/index.js';
import { listQuestions } from './answer.js';
import { findThing, type Answers, type Thing } from './ask/index.js';

/** Something unusual: asked about, never refused. */
export interface Doubt {
  /** The figure, by its name in the part or the template. */
  readonly name: string;
  readonly label: string;
  readonly value: number;
  readonly unit: string;
  readonly usual: readonly [low: number, high: number];
}

/** Answers beyond what is usual for the kind of part. */
export function listAnswerDoubts(thing: Thing, answers: Answers): Doubt[] {
  return listQuestions(thing).flatMap((q) => {
    if (!q.usual) return [];
    const value = answers[q.name];
    const values = Array.isArray(value) ? (value as unknown[]) : [value];
    const odd = values.find(
      (v): v is number => typeof v === 'number' && (v < q.usual![0] || v > q.usual![1]),
    );
    if (odd === undefined) return [];
    return [{ name: q.name, label: q.label, value: odd, unit: q.unit ?? '', usual: q.usual }];
  });
}

/**
 * Density of things on a rig in g∕cm³, spread over the volume of their solids: from foam and hollow
 * hoods to solid steel; templates draw shells as full, so the lower end is low (estimate).
 */
const usualDensity = [0.04, 9] as const;

/** Prices from a tie to a dear lens, in whole units of money (estimate; currencies are not told apart). */
const usualPrice = [0.2, 20_000] as const;

/** What is unusual about a complete part, whoever made it. */
export function listPartDoubts(part: Part): Doubt[] {
  const doubts: Doubt[] = [];
  const thing = findThing(part.kind, part.made?.template) ?? findThing(part.kind);
  const bounds = part.solids.reduce(
    (all, solid) => uniteBounds(all, measureBounds(solid, partFromSolid(solid))),
    noBounds,
  );
  const largest = Math.max(...([0, 1, 2] as const).map((i) => bounds.highMm[i] - bounds.lowMm[i]));
  const longest = longestMm(part);
  if (largest > longest || largest < 1) {
    doubts.push({
      name: 'solids',
      label: 'Largest size',
      value: Math.round(largest * 10) / 10,
      unit: 'mm',
      usual: [1, longest],
    });
  }
  if (part.massG !== undefined) {
    const usual = thing?.usualG ?? ([1, 6000] as const);
    if (part.massG < usual[0] || part.massG > usual[1]) {
      doubts.push({ name: 'massG', label: 'Mass', value: part.massG, unit: 'g', usual });
    }
    const volume = part.solids.reduce((sum, s) => sum + measureVolumeMm3(s), 0);
    const density = part.massG / (volume / 1000);
    // What a lead weighs hangs on its length, not on the coil that stands for it.
    if (part.kind !== 'cable' && (density < usualDensity[0] || density > usualDensity[1])) {
      doubts.push({
        name: 'massG',
        label: 'Mass for its size',
        value: Math.round(density * 100) / 100,
        unit: 'g/cm³',
        usual: usualDensity,
      });
    }
  }
  if (part.price && part.price.minor > 0) {
    const amount = part.price.minor / 10 ** measureMinorDigits(part.price.currency);
    if (amount < usualPrice[0] || amount > usualPrice[1]) {
      doubts.push({
        name: 'price',
        label: 'Price',
        value: amount,
        unit: part.price.currency,
        usual: usualPrice,
      });
    }
  }
  return doubts;
}

function longestMm(part: Part): number {
  if (part.kind === 'rod' || part.kind === 'strap') return 600;
  return part.kind === 'support' ? 1600 : 450;
}
