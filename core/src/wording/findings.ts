import type { Weight } from '../finding/index.js';
import { findKind, type Finding } from '../report/index.js';
import type { Names } from '../words/index.js';

/** How heavy a finding is, in words and as a mark: never by colour alone. */
export const weightWords: Readonly<
  Record<Weight, { readonly word: string; readonly mark: string }>
> = {
  stops: { word: 'stops the build', mark: '✕' },
  risk: { word: 'risk', mark: '△' },
  note: { word: 'note', mark: '○' },
};

/** A finding in words. */
export interface Told {
  readonly sentence: string;
  readonly why: string;
  readonly todo: string;
}

/** Says a finding in the second person present, with why it matters and what to do. */
export function tellFinding(finding: Finding, names: Names): Told {
  const { why, todo, toGet, ...kind } = findKind(finding.code);
  const sentence = kind.sentence(finding as never, names);
  return {
    sentence:
      finding.lens === undefined ? sentence : `With ${names.item(finding.lens)}: ${sentence}`,
    why,
    todo: toGet?.(finding as never, names) ?? todo,
  };
}
