import type { LensUse, LogEntry, MountRef, Rig, Setup } from './schema.js';

/** What the id of an individual does where it stands in a rig. */
export type ItemUse =
  | 'kit'
  | 'box'
  | 'lens'
  | 'body'
  | 'child'
  | 'parent'
  | 'stance'
  | 'held'
  | 'brace'
  | 'lead'
  | 'lead-end'
  | 'worn'
  | 'tie';

/** One place of a rig where the id of an individual stands. */
export interface ItemRef {
  readonly itemId: string;
  readonly use: ItemUse;
  /** Where it is written, from the rig: `setups[0].joints[2].child.item`. */
  readonly path: string;
}

type Rewrite = (ref: ItemRef) => string;

function mapLenses(lenses: readonly LensUse[], at: string, f: Rewrite): LensUse[] {
  return lenses.map((lens, i) => {
    const stances = lens.set?.stances;
    return {
      ...lens,
      item: f({ itemId: lens.item, use: 'lens', path: `${at}[${i}].item` }),
      ...(lens.set
        ? {
            set: {
              ...lens.set,
              ...(stances
                ? {
                    stances: Object.fromEntries(
                      Object.entries(stances).map(([itemId, stance]) => [
                        f({ itemId, use: 'stance', path: `${at}[${i}].set.stances.${itemId}` }),
                        stance,
                      ]),
                    ),
                  }
                : {}),
            },
          }
        : {}),
    };
  });
}

function mapSetup(setup: Setup, at: string, f: Rewrite): Setup {
  const id = (itemId: string, use: ItemUse, path: string) =>
    f({ itemId, use, path: `${at}.${path}` });
  const end = (ref: MountRef, use: ItemUse, path: string): MountRef => ({
    ...ref,
    item: id(ref.item, use, `${path}.item`),
  });
  const next: Setup = {
    ...setup,
    body: id(setup.body, 'body', 'body'),
    joints: setup.joints.map((j, i) => ({
      ...j,
      child: end(j.child, 'child', `joints[${i}].child`),
      parent: end(j.parent, 'parent', `joints[${i}].parent`),
    })),
  };
  if (setup.stances) {
    next.stances = Object.fromEntries(
      Object.entries(setup.stances).map(([itemId, stance]) => [
        id(itemId, 'stance', `stances.${itemId}`),
        stance,
      ]),
    );
  }
  if (setup.heldBy) {
    next.heldBy = setup.heldBy.map((g, i) => ({
      ...g,
      item: id(g.item, 'held', `heldBy[${i}].item`),
    }));
  }
  if (setup.braces) {
    next.braces = setup.braces.map((b, i) => ({
      ...b,
      a: end(b.a, 'brace', `braces[${i}].a`),
      b: end(b.b, 'brace', `braces[${i}].b`),
    }));
  }
  if (setup.cables) {
    next.cables = setup.cables.map((c, i) => ({
      ...c,
      item: id(c.item, 'lead', `cables[${i}].item`),
      from: { ...c.from, item: id(c.from.item, 'lead-end', `cables[${i}].from.item`) },
      to: { ...c.to, item: id(c.to.item, 'lead-end', `cables[${i}].to.item`) },
      ...(c.ties
        ? {
            ties: c.ties.map((tie, k) => ({
              ...tie,
              item: id(tie.item, 'tie', `cables[${i}].ties[${k}].item`),
            })),
          }
        : {}),
    }));
  }
  if (setup.lenses) next.lenses = mapLenses(setup.lenses, `${at}.lenses`, f);
  if (setup.worn) next.worn = setup.worn.map((w, i) => id(w, 'worn', `worn[${i}]`));
  return next;
}

/**
 * The rig with the id of every individual as `f` says, wherever one stands: the one place that knows where they
 * do. The rig given is left as it was; with the identity the result equals it.
 */
export function mapItemRefs(rig: Rig, f: Rewrite): Rig {
  const next: Rig = {
    ...rig,
    kit: rig.kit.map((item, i) => ({
      ...item,
      id: f({ itemId: item.id, use: 'kit', path: `kit[${i}].id` }),
      ...(item.comesWith === undefined
        ? {}
        : { comesWith: f({ itemId: item.comesWith, use: 'box', path: `kit[${i}].comesWith` }) }),
    })),
    setups: rig.setups.map((setup, i) => mapSetup(setup, `setups[${i}]`, f)),
  };
  if (rig.lenses) {
    next.lenses = mapLenses(rig.lenses, 'lenses', f);
  }
  if (rig.setAside) {
    const names = new Map(rig.kit.map((item, i) => [item.id, next.kit[i]!.id]));
    next.setAside = rig.setAside.map((entry) => ({
      ...entry,
      finding: renameFinding(entry.finding, (id) => names.get(id) ?? id),
    }));
  }
  return next;
}

/** The id of a finding, “code:item:key@lens”, with its individuals as `rename` says. */
function renameFinding(finding: string, rename: (itemId: string) => string): string {
  const [code = '', ...pieces] = finding.split(':');
  return [code, ...pieces.map((piece) => piece.split('@').map(rename).join('@'))].join(':');
}

/** The rig with the id of every part as `rename` says, wherever one stands. */
export function renamePartsOf(rig: Rig, rename: (partId: string) => string): Rig {
  return {
    ...rig,
    kit: rig.kit.map((item) => ({ ...item, partId: rename(item.partId) })),
    ...(rig.setAside
      ? {
          setAside: rig.setAside.map((entry) => ({
            ...entry,
            parts: entry.parts.map(rename).sort(),
          })),
        }
      : {}),
  };
}

/** A log whose individuals are called as `rename` says, also where a line of the pack list names one. */
export function renameLog(
  log: readonly LogEntry[],
  rename: (itemId: string) => string,
): LogEntry[] {
  const line = 'item ';
  return log.map((entry) => ({
    ...entry,
    ...(entry.item === undefined ? {} : { item: rename(entry.item) }),
    ...(entry.subject?.startsWith(line)
      ? { subject: `${line}${rename(entry.subject.slice(line.length))}` }
      : {}),
  }));
}

/** Every place of a rig where the id of an individual stands. */
export function listItemRefs(rig: Rig): ItemRef[] {
  const refs: ItemRef[] = [];
  mapItemRefs(rig, (ref) => {
    refs.push(ref);
    return ref.itemId;
  });
  return refs;
}

/** Every place of one setup where the id of an individual stands; paths from the setup. */
export function listSetupRefs(setup: Setup): ItemRef[] {
  const refs: ItemRef[] = [];
  mapSetup(setup, 'setup', (ref) => {
    refs.push(ref);
    return ref.itemId;
  });
  return refs;
}

/** Uses by which an individual has a place in the rig, or is kept for it: what only says more of one has none. */
const placing: ReadonlySet<ItemUse> = new Set<ItemUse>([
  'lens',
  'body',
  'child',
  'parent',
  'worn',
  'lead',
  'lead-end',
]);

/** The individuals that have a place in the rig: on it in some setup, worn, a lead, or a lens of the set. */
export function listUsedItems(rig: Rig): Set<string> {
  return new Set(
    listItemRefs(rig)
      .filter((ref) => placing.has(ref.use))
      .map((ref) => ref.itemId),
  );
}

/** The individuals that have a place in one setup. */
export function listSetupItems(setup: Setup): Set<string> {
  return new Set(
    listSetupRefs(setup)
      .filter((ref) => placing.has(ref.use))
      .map((ref) => ref.itemId),
  );
}

type Stances = NonNullable<Setup['stances']>;

/**
 * The rig whose kit has lost individuals that have no place any more: what only said more of them (how they stood, that they were held,
 * what was tied to them, what came with them) goes too. A rig that names no others is returned as it is.
 */
export function forgetGone(rig: Rig): Rig {
  const there = new Set(rig.kit.map((item) => item.id));
  if (listItemRefs(rig).every((ref) => there.has(ref.itemId))) return rig;
  const known = (stances: Stances): Stances =>
    Object.fromEntries(Object.entries(stances).filter(([id]) => there.has(id)));
  const isThere = (ref: { readonly item: string }): boolean => there.has(ref.item);
  const lensesOf = (lenses: readonly LensUse[]): LensUse[] =>
    lenses.map((lens) =>
      lens.set?.stances
        ? { ...lens, set: { ...lens.set, stances: known(lens.set.stances) } }
        : lens,
    );
  return {
    ...rig,
    kit: rig.kit.map((item) => {
      if (item.comesWith === undefined || there.has(item.comesWith)) return item;
      const { comesWith: _, ...alone } = item;
      return alone;
    }),
    setups: rig.setups.map((s) => ({
      ...s,
      ...(s.stances ? { stances: known(s.stances) } : {}),
      ...(s.heldBy ? { heldBy: s.heldBy.filter(isThere) } : {}),
      ...(s.braces ? { braces: s.braces.filter((b) => isThere(b.a) && isThere(b.b)) } : {}),
      ...(s.cables
        ? { cables: s.cables.map((c) => (c.ties ? { ...c, ties: c.ties.filter(isThere) } : c)) }
        : {}),
      ...(s.lenses ? { lenses: lensesOf(s.lenses) } : {}),
    })),
    ...(rig.lenses ? { lenses: lensesOf(rig.lenses) } : {}),
  };
}
