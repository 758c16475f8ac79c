import type { Part } from '../part/index.js';
import { factNames, readFeeds, readSenses, things, type Answers, type Thing } from './ask/index.js';
import { listQuestions, listQuestionsFor } from './answer.js';

/** A part as the answers that made it: what it is, and what was said of it. */
export interface Again {
  readonly thing: Thing;
  readonly answers: Answers;
  /** Answers that stand for figures which were guessed and nobody has corrected. */
  readonly guessed: readonly string[];
}

const isFilled = (value: unknown): boolean => value !== undefined && value !== '';

/** The figures of a ring or of a cage for any body, as the questions ask for them: one figure each. */
function spreadFigures(figures: Readonly<Record<string, unknown>>): Record<string, unknown> {
  const { back, front, insideMm, key: _, ...rest } = figures;
  const end = (of: unknown, name: string) => {
    const { sizeMm, family, flangeMm } = (of ?? {}) as Record<string, unknown>;
    return { [`${name}SizeMm`]: sizeMm, [`${name}Family`]: family, [`${name}FlangeMm`]: flangeMm };
  };
  const [insideWidthMm, insideHeightMm, insideDepthMm] = (insideMm ?? []) as number[];
  return {
    ...rest,
    ...end(back, 'back'),
    ...end(front, 'front'),
    insideWidthMm,
    insideHeightMm,
    insideDepthMm,
  };
}

/** The facts of a part that are answers too; its id and what is on its shape are none. */
function readFacts(part: Part): Record<string, unknown> {
  const serves = part.serves?.[0];
  return {
    name: part.name,
    maker: part.maker,
    massG: part.massG,
    price: part.price,
    homeMade: part.homeMade,
    innerCell: part.innerCell,
    noTrigger: part.noTrigger,
    delayMs: part.delayMs,
    nits: serves?.nits,
    channels: serves?.channels,
    ...readFeeds(part),
    ...readSenses(part),
  };
}

/**
 * What a part was made of by its template, so that another can be described like it; undefined for a part that
 * no template made. Of several things of one kind and template it is the one that asks for most of its figures.
 */
export function readAnswers(part: Part): Again | undefined {
  const { made } = part;
  if (!made) return undefined;
  const all: Record<string, unknown> = { ...spreadFigures(made.figures), ...readFacts(part) };
  const count = (thing: Thing) => listQuestions(thing).filter((q) => isFilled(all[q.name])).length;
  // A hood lacks the front thread that a step ring must have.
  const lacks = (thing: Thing) =>
    listQuestionsFor(thing, all).filter((q) => !q.guess && !q.optional && !isFilled(all[q.name]))
      .length;
  const [thing] = things
    .filter((t) => t.kind === part.kind && t.template === made.template)
    .sort((a, b) => lacks(a) - lacks(b) || count(b) - count(a));
  if (!thing) return undefined;
  const names = new Set([...listQuestions(thing).map((q) => q.name), ...factNames]);
  const isGuess = (name: string) => part.provenance?.[`figures.${name}`] === 'guessed';
  const answers = Object.fromEntries(
    Object.entries(all).filter(([name, value]) => names.has(name) && isFilled(value)),
  );
  return { thing, answers, guessed: Object.keys(answers).filter(isGuess) };
}
