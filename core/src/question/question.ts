import type { Brief } from '../brief/index.js';
import type { Collider } from '../clash/index.js';
import type { AnyFinding, Check, Weight } from '../finding/index.js';
import type { Hold } from '../hold/index.js';
import type { PartBook } from '../part/index.js';
import type { Assembly } from '../rig/index.js';
import type { Figure } from '../words/index.js';

/** What every question is asked about: one setup, how it is held, and the brief that counts for it. */
export interface Asking {
  readonly assembly: Assembly;
  readonly hold: Hold;
  readonly brief: Brief;
  /** Every part that the rig or its kit names. */
  readonly parts: PartBook;
  readonly options: AskOptions;
}

/** An individual that another rig of the kit uses on a day. */
export interface Elsewhere {
  readonly itemId: string;
  readonly rigId: string;
  /** The other rig's name. */
  readonly rig: string;
  /** The day, as the brief writes it: 2026-03-01. */
  readonly on: string;
}

/** What a question may draw on beyond the rig itself. */
export interface AskOptions {
  /** What other rigs of the kit use, and when; nothing is said of it where absent. */
  readonly elsewhere?: readonly Elsewhere[] | undefined;
  /** Parts that remedies may put in place of others; remedies are looked for only where it is given. */
  readonly catalogue?: PartBook | undefined;
  /** The narrow phase of collision; without it nothing is said of what stands where. */
  readonly collider?: Collider | undefined;
  /** Leaves out the ways of leads and which mounts are covered: for trying many edits one after the other. */
  readonly lean?: boolean | undefined;
}

/** How many findings of each weight. */
export type Count = Readonly<Record<Weight, number>>;

/** The figure of a question; its state follows from its findings where it does not say one itself. */
export type OwnFigure = Omit<Figure, 'state'> & { readonly state?: Figure['state'] | undefined };

/** One of the six questions: everything that depends on which question it is stands in its entry. */
export interface QuestionEntry<
  Id extends string = string,
  Answer = unknown,
  Context = unknown,
  Checks extends readonly Check<Context>[] = readonly Check<Context>[],
> {
  readonly id: Id;
  readonly name: string;
  readonly asks: string;
  /** Whether it is asked again with each lens of the set. */
  readonly perLens?: true;
  /** Works out what the answer and the checks share. */
  prepare(asked: Asking): Context;
  answer(context: Context): Answer;
  readonly checks: Checks;
  /** The single figure that is always in view. */
  figure(answer: Answer, count: Count): OwnFigure;
  /** Its lines of the report as text. */
  text(answer: Answer): readonly string[];
  /** Its part of the report as JSON: top-level fields. */
  json(answer: Answer): Readonly<Record<string, unknown>>;
}

/** Makes a question's entry; a branch that is left out does not compile. */
export function defineQuestion<
  const Id extends string,
  Answer,
  Context,
  const Checks extends readonly Check<Context>[],
>(entry: QuestionEntry<Id, Answer, Context, Checks>): QuestionEntry<Id, Answer, Context, Checks> {
  return entry;
}

/** A question's answer about one setup, and what its checks find. */
export interface Answered<Answer> {
  readonly answer: Answer;
  readonly findings: readonly AnyFinding[];
}

/** Asks one question. */
export function ask<Answer, Context>(
  entry: QuestionEntry<string, Answer, Context>,
  asked: Asking,
): Answered<Answer> {
  const context = entry.prepare(asked);
  return {
    answer: entry.answer(context),
    findings: entry.checks.flatMap((check) => {
      asked.options.collider?.rest?.();
      return check.find(context);
    }),
  };
}
