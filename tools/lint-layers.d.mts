import type { Rule } from 'eslint';

export function readLayers(readme: string): Map<string, Set<string>>;
export const layers: Rule.RuleModule;
export function orderLayers(list: ReadonlyMap<string, ReadonlySet<string>>): string[];
