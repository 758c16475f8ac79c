import { rigFormatVersion, toPartFacts, type Part } from '@zucchini/core';
import type { PartRow } from '../database/index.js';

export function toPartRow(part: Part, revision = 1): PartRow {
  return {
    id: part.id,
    kind: part.kind,
    maker: part.maker ?? null,
    name: part.name,
    massG: part.massG ?? null,
    priceMinor: part.price ? String(part.price.minor) : null,
    currency: part.price?.currency ?? null,
    formatVersion: rigFormatVersion,
    doc: part,
    revision,
    facts: toPartFacts(part),
  };
}

/** What is stored was checked when it came in; it is not checked again on its way out. */
export function fromPartRow(row: PartRow): Part {
  return row.doc as Part;
}
