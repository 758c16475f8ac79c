import type { NameKind, PartKind, Serves } from '../../part/index.js';
import type { TemplateName } from '../recipe.js';
import { feedNames } from './feed-names.js';
import { senseNames } from './sense-names.js';

/** What has been answered so far, by question. */
export type Answers = Readonly<Record<string, unknown>>;

/** One thing that is asked about a part. `name` is the figure of the template, or one of {@link factNames}. */
export interface PartQuestion {
  readonly name: string;
  readonly label: string;
  readonly type:
    | 'length'
    | 'number'
    | 'whole'
    | 'flag'
    | 'choice'
    | 'text'
    | 'body'
    | 'pair'
    | 'ends'
    | 'ports'
    | 'mounts'
    | 'carries'
    | 'money';
  readonly unit?: string;
  readonly choices?: readonly (readonly [value: string | number, label: string])[];
  /** What is taken where nobody answers; a question without a guess must be answered. */
  readonly guess?: (answers: Answers) => unknown;
  /** Whether it is asked at all, as far as the answers before it say; always where absent. */
  readonly when?: (answers: Answers) => boolean;
  /** The answer is a name that another part must say too: chosen from those that are known, or new. */
  readonly known?: NameKind;
  /** Left out of the part altogether where nobody answers. */
  readonly optional?: boolean;
  /** Asked at once, though it has a guess or may be left out. */
  readonly early?: boolean;
  /** What is usual; beyond it the person is asked again, never refused. */
  readonly usual?: readonly [low: number, high: number];
  readonly hint?: string;
  /** Words that stand beside such a figure on a sheet. */
  readonly words?: RegExp;
  /** A figure of a sheet answers it only where these words stand beside it: others of the same unit are as likely. */
  readonly onlyByWords?: boolean;
}

/** Facts of every part that are no figures of a template. */
export const factNames = [
  'name',
  'maker',
  'massG',
  'price',
  'homeMade',
  'innerCell',
  'noTrigger',
  'delayMs',
  'nits',
  'channels',
  'batteryWh',
  'batteryG',
  'overallMm',
  ...feedNames,
  ...senseNames,
] as const;

/** Choices that decide what a part joins, by name: asked at once, though each has a guess. */
const joining: readonly string[] = [
  'body',
  'coverage',
  'base',
  'fixing',
  'on',
  'mount',
  'holds',
  'takes',
  'carries',
];

/** Whether a question decides what a part joins. */
export const isJoining = ({ name }: PartQuestion): boolean => joining.includes(name);

/**
 * Whether a question stands before the others: it has no guess, it is on every price tag, it says who made it, or it decides what
 * the part joins. The rest can wait until the drawing is there.
 */
export function isAskedFirst(question: PartQuestion): boolean {
  if (['massG', 'price', 'maker', 'homeMade'].includes(question.name)) return true;
  return (!question.guess && !question.optional) || question.early === true || isJoining(question);
}

/** What a kind of part is asked: its template, what it usually serves, and its own questions. */
export interface Thing {
  readonly kind: PartKind;
  readonly template: TemplateName;
  readonly label: string;
  readonly group: 'camera' | 'hold' | 'join' | 'see' | 'hear' | 'power' | 'lens' | 'carry';
  readonly serves?: Serves['need'];
  readonly questions: readonly PartQuestion[];
  /** Which questions an unlabelled “a × b × c” answers, from the largest size to the smallest. */
  readonly sizes?: readonly string[];
  /** What grams are usual; beyond it the person is asked again. */
  readonly usualG: readonly [low: number, high: number];
}
