import { dirname, join, relative } from 'node:path';
import ts from 'typescript';

/** One small change of a source file: the text from `from` to `to` becomes `text`. */
export interface Mutant {
  readonly file: string;
  readonly line: number;
  readonly from: number;
  readonly to: number;
  readonly text: string;
  /** What was changed, in a word or two, and how: `sign: -x → x`. */
  readonly what: string;
}

const swapped: Partial<Record<ts.SyntaxKind, readonly string[]>> = {
  [ts.SyntaxKind.PlusToken]: ['-'],
  [ts.SyntaxKind.MinusToken]: ['+'],
  [ts.SyntaxKind.AsteriskToken]: ['/'],
  [ts.SyntaxKind.SlashToken]: ['*'],
  [ts.SyntaxKind.AsteriskAsteriskToken]: ['*'],
  [ts.SyntaxKind.LessThanToken]: ['<=', '>='],
  [ts.SyntaxKind.LessThanEqualsToken]: ['<', '>'],
  [ts.SyntaxKind.GreaterThanToken]: ['>=', '<='],
  [ts.SyntaxKind.GreaterThanEqualsToken]: ['>', '<'],
  [ts.SyntaxKind.EqualsEqualsEqualsToken]: ['!=='],
  [ts.SyntaxKind.ExclamationEqualsEqualsToken]: ['==='],
  [ts.SyntaxKind.AmpersandAmpersandToken]: ['||'],
  [ts.SyntaxKind.BarBarToken]: ['&&'],
};
/** Operators whose right side can be left out and leave a value of the same type. */
const droppable: ReadonlySet<ts.SyntaxKind> = new Set([
  ts.SyntaxKind.PlusToken,
  ts.SyntaxKind.MinusToken,
  ts.SyntaxKind.AsteriskToken,
  ts.SyntaxKind.SlashToken,
  ts.SyntaxKind.AmpersandAmpersandToken,
]);
const calls: Readonly<Record<string, string>> = {
  'Math.min': 'Math.max',
  'Math.max': 'Math.min',
  'Math.sin': 'Math.cos',
  'Math.cos': 'Math.sin',
  'Math.floor': 'Math.ceil',
  'Math.ceil': 'Math.floor',
  'Math.abs': '',
};
const axes: Readonly<Record<string, string>> = { x: 'y', y: 'z', z: 'x' };

const isText = (node: ts.Expression): boolean =>
  ts.isStringLiteralLike(node) ||
  ts.isTemplateExpression(node) ||
  (ts.isBinaryExpression(node) && (isText(node.left) || isText(node.right)));

/** Every change of one file that the operators make, in the order of the text. Types, imports and words are let be. */
export function listMutants(file: string, source: string): Mutant[] {
  const tree = ts.createSourceFile(file, source, ts.ScriptTarget.Latest, true);
  const mutants: Mutant[] = [];
  const add = (from: number, to: number, text: string, what: string) => {
    const line = tree.getLineAndCharacterOfPosition(from).line + 1;
    mutants.push({
      file,
      line,
      from,
      to,
      text,
      what: `${what}: ${source.slice(from, to)} → ${text}`,
    });
  };
  const addBinary = (node: ts.BinaryExpression) => {
    const { operatorToken, left, right } = node;
    const isSum = operatorToken.kind === ts.SyntaxKind.PlusToken;
    if (isSum && (isText(left) || isText(right))) return;
    for (const text of swapped[operatorToken.kind] ?? []) {
      add(operatorToken.getStart(), operatorToken.end, text, 'operator');
    }
    if (droppable.has(operatorToken.kind)) {
      add(node.getStart(), node.end, `(${left.getText()})`, 'dropped');
    }
  };
  const visit = (node: ts.Node): void => {
    if (ts.isTypeNode(node) || ts.isImportDeclaration(node) || ts.isExportDeclaration(node)) return;
    if (ts.isInterfaceDeclaration(node) || ts.isTypeAliasDeclaration(node)) return;
    if (ts.isBinaryExpression(node)) addBinary(node);
    else if (ts.isPrefixUnaryExpression(node)) {
      const { operator, operand } = node;
      if (operator === ts.SyntaxKind.MinusToken || operator === ts.SyntaxKind.ExclamationToken) {
        add(node.getStart(), node.end, `(${operand.getText()})`, 'sign');
      }
    } else if (ts.isConditionalExpression(node)) {
      const { condition, whenTrue, whenFalse } = node;
      add(
        node.getStart(),
        node.end,
        `(${condition.getText()} ? ${whenFalse.getText()} : ${whenTrue.getText()})`,
        'branches',
      );
    } else if (ts.isIfStatement(node)) {
      const { expression } = node;
      add(expression.getStart(), expression.end, `!(${expression.getText()})`, 'condition');
    } else if (ts.isNumericLiteral(node)) {
      const parent = node.parent;
      const isIndex = ts.isElementAccessExpression(parent) && parent.argumentExpression === node;
      const value = Number(node.text);
      const text = isIndex && value < 3 ? String((value + 1) % 3) : String(value + 1);
      add(node.getStart(), node.end, text, isIndex ? 'axis' : 'number');
    } else if (ts.isPropertyAccessExpression(node) && axes[node.name.text] !== undefined) {
      add(node.name.getStart(), node.name.end, axes[node.name.text]!, 'axis');
    } else if (node.kind === ts.SyntaxKind.TrueKeyword) {
      add(node.getStart(), node.end, 'false', 'truth');
    } else if (node.kind === ts.SyntaxKind.FalseKeyword) {
      add(node.getStart(), node.end, 'true', 'truth');
    } else if (ts.isCallExpression(node)) {
      const name = node.expression.getText();
      if (calls[name] !== undefined) {
        add(node.expression.getStart(), node.expression.end, calls[name], 'function');
      } else if (ts.isPropertyAccessExpression(node.expression)) {
        const { expression, name: method } = node.expression;
        if (method.text === 'filter') {
          add(node.getStart(), node.end, expression.getText(), 'unfiltered');
        }
      }
    }
    ts.forEachChild(node, visit);
  };
  visit(tree);
  return mutants.sort((a, b) => a.from - b.from || a.to - b.to);
}

/** The source with one change made. */
export function applyMutant(source: string, mutant: Mutant): string {
  return source.slice(0, mutant.from) + mutant.text + source.slice(mutant.to);
}

/** Numbers from 0 to below 1, the same ones for the same seed (mulberry32). */
export function createRandom(seed: number): () => number {
  let state = seed >>> 0;
  return () => {
    state = (state + 0x6d2b79f5) >>> 0;
    let t = Math.imul(state ^ (state >>> 15), state | 1);
    t ^= t + Math.imul(t ^ (t >>> 7), t | 61);
    return ((t ^ (t >>> 14)) >>> 0) / 4_294_967_296;
  };
}

/** So many of the mutants by chance, folder by folder in turn, so that no folder is left out for a large one. */
export function chooseMutants(
  mutants: readonly Mutant[],
  count: number,
  random: () => number,
): Mutant[] {
  const byFolder = new Map<string, Mutant[]>();
  for (const mutant of mutants) {
    const folder = dirname(mutant.file);
    byFolder.set(folder, [...(byFolder.get(folder) ?? []), mutant]);
  }
  const chosen: Mutant[] = [];
  // Each round takes one of every folder that has some left.
  while (chosen.length < count && byFolder.size > 0) {
    for (const [folder, left] of byFolder) {
      if (chosen.length >= count) break;
      const [one] = left.splice(Math.floor(random() * left.length), 1);
      chosen.push(one!);
      if (left.length === 0) byFolder.delete(folder);
    }
  }
  return chosen;
}

/** What a mutant is called on one line of a run's output. */
export const sayMutant = (m: Mutant): string =>
  `${m.file}:${m.line} ${m.what.replaceAll(/\s+/g, ' ')}`;

/**
 * The mutants that a former run's output says survived, each found again by its file and what it does, nearest to the
 * line it stood on; those whose text is gone are left out.
 */
export function findSurvivors(mutants: readonly Mutant[], output: string): Mutant[] {
  return [...output.matchAll(/^SURVIVED (\S+):(\d+) (.*)$/gmu)].flatMap(([, file, line, what]) => {
    const alike = mutants
      .filter((m) => m.file === file && m.what.replaceAll(/\s+/g, ' ') === what)
      .sort((a, b) => Math.abs(a.line - Number(line)) - Math.abs(b.line - Number(line)));
    return alike.slice(0, 1);
  });
}

/**
 * Tests that concern a file: those of its own folder first, then those elsewhere that import it or its folder's
 * index themselves. Paths from the root; `imports` are what each test names.
 */
export function listRelatedTests(
  file: string,
  imports: ReadonlyMap<string, readonly string[]>,
): { readonly own: string[]; readonly other: string[] } {
  const folder = dirname(file);
  const bare = file.replace(/\.(ts|vue)$/, '');
  const names = new Set([bare, join(folder, 'index')]);
  const own: string[] = [];
  const other: string[] = [];
  for (const [test, specs] of imports) {
    if (!relative(folder, dirname(test)).startsWith('..')) own.push(test);
    else if (specs.some((spec) => names.has(join(dirname(test), spec.replace(/\.js$/, ''))))) {
      other.push(test);
    }
  }
  return { own: own.sort(), other: other.sort() };
}
