import {
  mountKinds,
  needNames,
  PartKind,
  sayMm,
  things,
  type MountKind,
  type PartFacts,
  type Serves,
} from '@zucchini/core';

// The first of a kind is what the kind is called: a bent bracket is an adaptor, a focus motor a follow focus.
const byKind = new Map([...things].reverse().map((t) => [t.kind, t.label] as const));

byKind.set('clamp', 'Clamp');

/** A kind of part as the wizard names it. */
export function sayThing(kind: PartKind): string {
  return byKind.get(kind) ?? kind;
}

export const kindOptions = PartKind.options
  .map((kind) => [kind, sayThing(kind)] as const)
  .sort((a, b) => a[1].localeCompare(b[1], 'en'));

export const mountOptions = (Object.keys(mountKinds) as MountKind[]).map(
  (kind) => [kind, mountKinds[kind].label] as const,
);

export const needOptions = Object.entries(needNames) as [Serves['need'], string][];

/** “146 × 90 × 28 mm”, along the way the lens looks, across, and up. */
export function saySize(size: PartFacts['sizeMm']): string {
  return `${size.map((v) => sayMm(v).replace(/[\s\u202f\u00a0]*mm$/u, '')).join(' × ')} mm`;
}

export const ownWords: Readonly<Record<PartFacts['own'], string>> = {
  bought: 'as bought',
  altered: 'altered',
  'home-made': 'home-made',
};

const pathWords: Readonly<Record<string, string>> = {
  solids: 'its shape',
  mounts: 'where its mounts are',
  keepClear: 'spaces to keep clear',
  ports: 'its sockets',
  massG: 'its mass',
};

/** A figure of a part by its path, in the words of its kind: of a plate the depth is another one than of a camera. */
export function sayPath(path: string, kind: PartKind): string {
  const known = pathWords[path];
  if (known) return known;
  const name = path.replace(/^figures\./u, '');
  const own = things.filter((t) => t.kind === kind);
  for (const thing of [...own, ...things]) {
    const question = thing.questions.find((q) => q.name === name);
    if (question) return question.label.toLowerCase();
  }
  return path.replaceAll('.', ' ').replaceAll('-', ' ');
}
