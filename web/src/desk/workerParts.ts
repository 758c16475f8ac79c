import {
  listBoxPartIds,
  listEditPartIds,
  type Edit,
  type Part,
  type PartBook,
} from '@zucchini/core';
import { api } from '../api/client';

/** What a worker is told of the parts with each question. */
export interface PartNews {
  /** Another one where a rig was opened or the catalogue may have changed: what was given before counts no more. */
  readonly era: number;
  /** Parts of the rig that the worker has not been given yet. */
  readonly newParts: readonly Part[];
}

/**
 * The parts as a worker holds them: those of the rig as it was given them, over the catalogue as it reads it itself when it
 * first needs it. The page never holds the catalogue; it is told those parts of it that an edit brings in.
 */
export class WorkerParts {
  private era: number | undefined;
  private readonly given = new Map<string, Part>();
  private catalogue: Promise<readonly Part[]> | undefined;
  private book: PartBook | undefined;
  private told = new Set<string>();

  constructor(private readonly read: () => Promise<readonly Part[]> = () => api.listParts()) {}

  /** Takes what a question brings. */
  take({ era, newParts }: PartNews): void {
    if (era !== this.era) {
      this.era = era;
      this.given.clear();
      this.told = new Set();
      this.catalogue = undefined;
    }
    for (const part of newParts) this.given.set(part.id, part);
    if (newParts.length > 0 || !this.catalogue) this.book = undefined;
  }

  /** The parts of the rig alone. */
  get ofRig(): PartBook {
    return this.given;
  }

  /** The catalogue, with the rig's own parts over it. Rejects where it cannot be read; asked again it is tried again. */
  async withCatalogue(): Promise<PartBook> {
    if (this.book) return this.book;
    const { era } = this;
    this.catalogue ??= this.read();
    let all: readonly Part[];
    try {
      all = await this.catalogue;
    } catch (error) {
      if (era === this.era) this.catalogue = undefined;
      throw error;
    }
    const book = new Map([...all.map((p) => [p.id, p] as const), ...this.given]);
    if (era === this.era) this.book = book;
    return book;
  }

  /** The parts that these edits bring in, with what is in their boxes: those that the page has not been told of yet. */
  tell(book: PartBook, edits: readonly Edit[]): Part[] {
    const pick = (ids: readonly string[]) => ids.flatMap((id) => book.get(id) ?? []);
    const brought = pick(edits.flatMap(listEditPartIds));
    return this.tellParts([...brought, ...pick(listBoxPartIds(brought))]);
  }

  /** Those of these parts that the page does not know yet. */
  tellParts(brought: readonly Part[]): Part[] {
    const fresh = [...new Set(brought)].filter(
      (p) => !this.given.has(p.id) && !this.told.has(p.id),
    );
    for (const part of fresh) this.told.add(part.id);
    return fresh;
  }
}
