import type { Edit } from '../rig/index.js';
import type { Names } from '../words/index.js';
import type { AnyFinding, Weight } from './finding.js';
import type { Basis } from './rests.js';

/** Whose trouble it is: told once in full for the kit, the rig or its day, and in every setup where it is a setup's own. */
export type Owner = 'kit' | 'rig' | 'day' | 'setup';

/** How findings of one kind are told, what they rest on, and their row in docs/findings.md. */
export interface Telling<Code extends string, Facts> {
  /** Which figures of the parts it is computed from; empty for what people state alone. */
  readonly restsOn: readonly Basis[];
  /** For the docs: its weight, and where that changes. */
  readonly weight: string;
  /** For the docs: when it is found. */
  readonly when: string;
  /** For the docs: the ways out it proposes. */
  readonly offers: string;
  /** The setup's own where absent. */
  readonly owner?: Owner;
  /** How bad it is, larger being worse, in whatever unit: what was set aside comes back when it grows. */
  bad?(facts: Facts): number;
  /** Second person present, with figures. */
  sentence(finding: AnyFinding<Code, Facts>, names: Names): string;
  /** Why it matters. */
  readonly why: string;
  /** The way out in general, where no remedy can be applied as it stands. */
  readonly todo: string;
  /**
   * What to get, by kind and size, in the place of `todo`, which stands in the docs; undefined where that cannot be said of this one.
   */
  toGet?(finding: AnyFinding<Code, Facts>, names: Names): string | undefined;
}

/** One kind of trouble: all that is said about it stands here and nowhere else. */
export interface FindingKind<Code extends string = string, Facts = unknown> extends Telling<
  Code,
  Facts
> {
  readonly code: Code;
}

/** The finding that a kind makes. */
export type FindingOf<Kind> =
  Kind extends FindingKind<infer Code, infer Facts> ? AnyFinding<Code, Facts> : never;

declare const stated: unique symbol;

/** Carries the type of a kind's facts, and nothing else. */
export interface Stating<Facts> {
  readonly [stated]?: Facts;
}

/** What a kind of finding states about itself: `stating<{ readonly overMm: number }>()`. */
export function stating<Facts = Record<never, never>>(): Stating<Facts> {
  return {};
}

/** Makes a kind of finding from its code, the type of its facts and how it is told. */
export function defineFinding<Code extends string, Facts>(
  code: Code,
  _facts: Stating<Facts>,
  telling: Telling<Code, Facts>,
): FindingKind<Code, Facts> {
  return { code, ...telling };
}

/** A finding of one kind, with its id made from what it is about. */
export function createFinding<Code extends string, Facts>(
  kind: FindingKind<Code, Facts>,
  weight: Weight,
  about: {
    /** What it is about, the subject first; empty where it is about the whole rig. */
    readonly items: readonly string[];
    readonly joints?: readonly string[];
    readonly key?: string;
    /** How many of the items make the id; all where absent. What else it is about may change and it stays the same trouble. */
    readonly named?: number;
  },
  facts: NoInfer<Facts>,
  edits: readonly Edit[] = [],
): AnyFinding<Code, Facts> {
  const joints = about.joints ?? [];
  const id = [
    kind.code,
    ...(joints.length > 0 ? joints : about.items.slice(0, about.named)),
    about.key,
  ]
    .filter((piece) => piece !== undefined && piece !== '')
    .join(':');
  return {
    id,
    code: kind.code,
    weight,
    items: about.items,
    joints,
    facts,
    remedies: edits.map((edit) => ({ edit })),
  };
}

/** A check: the kinds it may find, and how it looks for them in what its question knows. */
export interface Check<Context, Kinds extends readonly FindingKind[] = readonly FindingKind[]> {
  readonly kinds: Kinds;
  find(context: Context): readonly AnyFinding[];
}

/** A check over the context of its question. What it finds is of the kinds it names (a test holds it to that). */
export function defineCheck<const Kinds extends readonly FindingKind[], Context>(
  kinds: Kinds,
  find: (context: Context) => readonly AnyFinding[],
): Check<Context, Kinds> {
  return { kinds, find };
}
