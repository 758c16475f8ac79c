import { type Mount, type Part, type Provenance } from '../part/index.js';

/** What a person says about two mounts that are made for each other, or not. */
export type MateAnswer = 'fits' | 'refuses' | 'enters-only' | 'unknown';

const fields: Readonly<Record<Exclude<MateAnswer, 'unknown'>, 'takes' | 'refuses' | 'entersOnly'>> =
  { fits: 'takes', refuses: 'refuses', 'enters-only': 'entersOnly' };

function withMount(part: Part, mountId: string, change: (mount: Mount) => Mount): Part {
  return { ...part, mounts: part.mounts.map((m) => (m.id === mountId ? change(m) : m)) };
}

/** The key by which a mount is known to its partners: its first own one, or one made from its part. */
function keyOf(part: Part, mount: Mount): string {
  return mount.keys?.[0] ?? part.id.slice(0, 40).replace(/-+$/u, '');
}

/** Which of the two is asked: the one that states keys it takes, or else the one that is carried. */
function isAsked(mount: Mount): boolean {
  return mount.takes !== undefined || mount.refuses !== undefined || mount.entersOnly !== undefined;
}

/**
 * Both parts after a person has said whether two of their mounts go together: the one that is keyed lists
 * the other's key as taken, refused or entering without latching, and forgets what it said before.
 * `unknown` forgets it altogether. Provenance is kept at `mounts.<id>.keys.<key>`. Parts that have no such
 * mount come back as they were.
 */
export function answerMate(
  a: { readonly part: Part; readonly mountId: string },
  b: { readonly part: Part; readonly mountId: string },
  says: MateAnswer,
  provenance: Provenance,
): readonly [Part, Part] {
  const [mountA, mountB] = [a, b].map(({ part, mountId }) =>
    part.mounts.find((m) => m.id === mountId),
  );
  if (!mountA || !mountB) return [a.part, b.part];
  const swap = !isAsked(mountA) && isAsked(mountB);
  const [asked, askedMount, other, otherMount] = swap
    ? [b, mountB, a, mountA]
    : [a, mountA, b, mountB];
  const key = keyOf(other.part, otherMount);
  const path = `mounts.${askedMount.id}.keys.${key}`;
  const drop = (list: readonly string[] | undefined) => list?.filter((k) => k !== key);
  const told = withMount(asked.part, askedMount.id, (mount) => {
    const next: Mount = { ...mount };
    // A keyed mount stays keyed when its last answer is taken back: an empty list asks for a key. One that
    // never asked for a key goes with everything it mates but for what it is said to refuse.
    if (mount.takes) next.takes = drop(mount.takes)!;
    const [refuses, entersOnly] = [drop(mount.refuses), drop(mount.entersOnly)];
    delete next.refuses;
    delete next.entersOnly;
    if (refuses?.length) next.refuses = refuses;
    if (entersOnly?.length) next.entersOnly = entersOnly;
    if (says === 'refuses' || says === 'enters-only') {
      const field = fields[says];
      next[field] = [...(next[field] ?? []), key];
    } else if (says === 'fits' && next.takes) next.takes = [...next.takes, key];
    return next;
  });
  const { [path]: _, ...marks } = asked.part.provenance ?? {};
  const marked: Part = {
    ...told,
    provenance: says === 'unknown' ? marks : { ...marks, [path]: provenance },
  };
  const keyed = otherMount.keys?.length
    ? other.part
    : withMount(other.part, otherMount.id, (mount) => ({ ...mount, keys: [key] }));
  return swap ? [keyed, marked] : [marked, keyed];
}

/** What is known of two mounts' keys and by whom; undefined where they carry none. */
export function findMateAnswer(
  a: { readonly part: Part; readonly mount: Mount },
  b: { readonly part: Part; readonly mount: Mount },
): { readonly says: MateAnswer; readonly by: Provenance | undefined } | undefined {
  for (const [asked, other] of [
    [a, b],
    [b, a],
  ] as const) {
    if (!isAsked(asked.mount)) continue;
    const keys = other.mount.keys ?? [];
    const find = (list: readonly string[] | undefined) => list?.find((k) => keys.includes(k));
    for (const says of ['refuses', 'enters-only', 'fits'] as const) {
      const key = find(asked.mount[fields[says]]);
      if (key !== undefined) {
        return { says, by: asked.part.provenance?.[`mounts.${asked.mount.id}.keys.${key}`] };
      }
    }
    return { says: 'unknown', by: undefined };
  }
  return undefined;
}
