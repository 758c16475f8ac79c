import {
  listGuessesOf,
  weights,
  type AnyFinding,
  type Check,
  type FindingKind,
  type FindingOf,
  type Guess,
} from '../finding/index.js';
import { fitQuestion } from '../fit/index.js';
import { hangQuestion } from '../hang/index.js';
import { lastQuestion } from '../last/index.js';
import { lightQuestion } from '../light/index.js';
import type { QuestionEntry } from '../question/index.js';
import type { Assembly } from '../rig/index.js';
import { soundQuestion } from '../sound/index.js';
import { spendQuestion } from '../spend/index.js';

/** The six questions, in the order of the strip. A question is added by its folder and a line here. */
const entries = [
  fitQuestion,
  hangQuestion,
  lastQuestion,
  lightQuestion,
  soundQuestion,
  spendQuestion,
] as const;

type Entry = (typeof entries)[number];

/** One of the six questions, by its id. */
export type Question = Entry['id'];

/** Every question's answer about one setup. */
export type ReportAnswers = {
  readonly [E in Entry as E['id']]: ReturnType<E['answer']>;
};

/** Every kind of finding that there is: what the checks of the questions name. */
type Kind = Entry['checks'][number]['kinds'][number];

export type FindingCode = Kind['code'];

/** Trouble in a rig: the closed union of what the questions find. */
export type Finding = Kind extends infer K ? FindingOf<K> : never;

/** A question's entry with its own answer; what is generic over the questions reads the open form. */
export type AnyQuestion = QuestionEntry<Question, never, never>;

export const questions: readonly Question[] = entries.map((entry) => entry.id);

const byId = new Map<string, AnyQuestion>(
  entries.map((entry) => [entry.id, entry as unknown as AnyQuestion]),
);

/** The entry of a question. */
export function findQuestion(id: Question): AnyQuestion {
  return byId.get(id)!;
}

const checksOf = (entry: Entry): readonly Check<never>[] => entry.checks;

/** Every kind once, in the order in which findings of one weight are told. */
export const findingKinds: readonly FindingKind<FindingCode, never>[] = [
  ...new Set(entries.flatMap((entry) => checksOf(entry).flatMap((check) => check.kinds))),
] as never;

export const findingCodes: readonly FindingCode[] = findingKinds.map((kind) => kind.code);

const kinds = new Map<string, (typeof findingKinds)[number]>(
  findingKinds.map((kind) => [kind.code, kind]),
);

/** The kind that a finding is of, with all that is said about it. */
export function findKind(code: FindingCode): FindingKind<FindingCode, never> {
  return kinds.get(code)!;
}

const asking = new Map<string, Question>(
  entries.flatMap((entry) =>
    checksOf(entry).flatMap((check) =>
      check.kinds.map((kind): [string, Question] => [kind.code, entry.id]),
    ),
  ),
);

/** The question under which a finding is told. */
export function questionOf(code: FindingCode): Question {
  return asking.get(code)!;
}

const ranks = new Map<string, number>(findingCodes.map((code, i) => [code, i]));

/** Heaviest first; within a weight in the order of the checks, then by id. */
export function compareFindings(a: AnyFinding, b: AnyFinding): number {
  return (
    weights.indexOf(a.weight) - weights.indexOf(b.weight) ||
    (ranks.get(a.code) ?? 0) - (ranks.get(b.code) ?? 0) ||
    (a.id < b.id ? -1 : a.id > b.id ? 1 : 0)
  );
}

/** The guesses that a finding rests on, part by part. Empty where every figure was stated or measured. */
export function listGuesses(finding: Finding, assembly: Assembly): Guess[] {
  return listGuessesOf(findKind(finding.code).restsOn, finding, assembly);
}

/** Visits every question with its own types kept: what answers, finds and figures are made with. */
export { entries as questionEntries };
