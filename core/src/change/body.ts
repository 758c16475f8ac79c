import { createChainBetween, findChain, listAdaptors, measureReachOver } from '../fit/index.js';
import { findSureMate, hasTrait, type Part, type PartBook, type Port } from '../part/index.js';
import {
  applyEdit,
  findStandIns,
  forgetGone,
  listCarried,
  listUsedItems,
  placeSetup,
  toAllowedSlideMm,
  withFreshIds,
  type CableRun,
  type KitItem,
  type Rig,
  type Setup,
} from '../rig/index.js';
import { findBestPrice } from '../price/index.js';

/** What becomes of a rig on another body, as one planned edit. */
export interface BodyPlan {
  readonly rig: Rig;
  readonly bodyItemId: string;
  /** Parts that stay as they are joined. */
  readonly stays: readonly string[];
  /** Parts whose place another of their kind takes: usually the cage. */
  readonly replaced: readonly {
    readonly itemId: string;
    readonly byId: string;
    readonly part: Part;
  }[];
  /** Parts that go on over adaptors: usually a lens. */
  readonly adapted: readonly { readonly itemId: string; readonly parts: readonly Part[] }[];
  /** Parts that have no place on it, with what hung on them. */
  readonly lost: readonly string[];
  /** Leads whose socket the new body has not. */
  readonly leadsLost: readonly string[];
  /** Of what is new and not owned, the body apart, in minor units of the brief's currency; those without a price are named. */
  readonly priceMinor: number;
  readonly unpriced: readonly Part[];
}

/** The port of a part that does what another does: of its name, or with the same plug for the same thing. */
function findPort(part: Part, old: Port): Port | undefined {
  const isAlike = (p: Port) =>
    p.connector === old.connector &&
    (p.direction === old.direction || p.direction === 'both' || old.direction === 'both') &&
    p.carries.some((c) => old.carries.includes(c));
  const alike = (part.ports ?? []).filter(isAlike);
  return alike.find((p) => p.id === old.id) ?? alike[0];
}

/** The same setup with one individual in the place of another, by mounts and ports. */
function exchange(
  setup: Setup,
  oldId: string,
  newId: string,
  mounts: Readonly<Record<string, string>>,
  ports: ReadonlyMap<string, string>,
): Setup {
  const mount = <R extends { item: string; mount: string }>(ref: R): R =>
    ref.item === oldId ? { ...ref, item: newId, mount: mounts[ref.mount] ?? ref.mount } : ref;
  const end = (ref: CableRun['from']) =>
    ref.item === oldId ? { item: newId, port: ports.get(ref.port) ?? ref.port } : ref;
  return {
    ...setup,
    body: setup.body === oldId ? newId : setup.body,
    joints: setup.joints.map((j) => ({ ...j, child: mount(j.child), parent: mount(j.parent) })),
    ...(setup.cables
      ? {
          cables: setup.cables.map((c) => ({
            ...c,
            from: end(c.from),
            to: end(c.to),
            // A tie at a mount that the new one has not is gone.
            ...(c.ties
              ? {
                  ties: c.ties
                    .filter((tie) => tie.item !== oldId || mounts[tie.mount] !== undefined)
                    .map(mount),
                }
              : {}),
          })),
        }
      : {}),
    ...(setup.braces
      ? { braces: setup.braces.filter((b) => b.a.item !== oldId && b.b.item !== oldId) }
      : {}),
    ...(setup.heldBy ? { heldBy: setup.heldBy.filter((g) => g.item !== oldId) } : {}),
    ...(setup.stances
      ? {
          stances: Object.fromEntries(Object.entries(setup.stances).filter(([id]) => id !== oldId)),
        }
      : {}),
  };
}

/**
 * What becomes of a rig whose camera is another: in every setup that has it, each joint of the body is stood in for by one of the
 * new body that is known to fit. What has none is replaced by the cheapest part of its kind that is known to fit and keeps most of
 * what hangs on it; a lens may go on over an adapter; what is left has no place. Throws where the individual is in no setup.
 */
export function planBody(
  rig: Rig,
  oldId: string,
  newItem: KitItem,
  parts: PartBook,
  makeId: () => string,
): BodyPlan {
  const body = parts.get(newItem.partId)!;
  const old = parts.get(rig.kit.find((i) => i.id === oldId)?.partId ?? '');
  if (!old || !rig.setups.some((s) => s.body === oldId)) {
    throw new Error(`planBody: ${oldId} is the body of no setup`);
  }
  const { currency, rates = [] } = rig.brief;
  const priceOf = (part: Part) => findBestPrice(part, currency, rates)?.price.minor;
  const byKind = [...parts.values()].sort(
    (a, b) =>
      (priceOf(a) ?? Infinity) - (priceOf(b) ?? Infinity) ||
      (a.massG ?? Infinity) - (b.massG ?? Infinity) ||
      (a.id < b.id ? -1 : 1),
  );
  const adaptors = listAdaptors(parts);
  const replaced = new Map<string, { byId: string; part: Part }>();
  const adapted = new Map<string, readonly Part[]>();
  const [lost, leadsLost, stays] = [new Set<string>(), new Set<string>(), new Set<string>()];
  const ports = new Map(
    (old.ports ?? []).flatMap((p) => {
      const found = findPort(body, p);
      return found ? [[p.id, found.id] as const] : [];
    }),
  );
  const withItem = (now: Rig, item: KitItem): Rig =>
    now.kit.some((i) => i.id === item.id) ? now : { ...now, kit: [...now.kit, item] };
  const withSetup = (now: Rig, setup: Setup): Rig => ({
    ...now,
    setups: now.setups.map((s) => (s.id === setup.id ? setup : s)),
  });
  let next = withItem(rig, newItem);

  for (const { id } of rig.setups.filter((s) => s.body === oldId)) {
    const setup = next.setups.find((s) => s.id === id)!;
    const assembly = placeSetup(next, setup, parts);
    const standIns = findStandIns(
      assembly,
      assembly.items[0]!,
      body,
      (mate) => mate.key !== 'unknown',
    );
    // Where nothing is known to fit, a mount of its kind keeps the place until it is settled what goes there.
    const mounts: Record<string, string> = { ...standIns.mounts };
    const without: string[] = [];
    for (const tie of standIns.lacking) {
      const like = body.mounts.find((m) => m.kind === tie.own.kind && m.side === tie.own.side);
      if (like) mounts[tie.own.id] = like.id;
      else without.push(tie.otherId);
    }
    const kept = setup.cables?.filter((c) => {
      const isThere = [c.from, c.to].every((e) => e.item !== oldId || ports.has(e.port));
      if (!isThere) leadsLost.add(c.item);
      return isThere;
    });
    const moved = exchange(
      { ...setup, ...(kept ? { cables: kept } : {}) },
      oldId,
      newItem.id,
      mounts,
      ports,
    );
    next = withSetup(next, {
      ...moved,
      joints: moved.joints.filter(
        (j) => !without.includes(j.child.item) || j.parent.item !== newItem.id,
      ),
    });
    for (const itemId of without) loseBranch(id, itemId, assembly);
    for (const { otherId } of standIns.lacking) if (!without.includes(otherId)) settle(id, otherId);
  }

  for (const { item } of rig.setups.flatMap((s) =>
    s.body === oldId ? placeSetup(rig, s, parts).items : [],
  )) {
    const isOut = lost.has(item.id) || replaced.has(item.id) || adapted.has(item.id);
    if (item.id !== oldId && !isOut) stays.add(item.id);
  }
  // What slid along something longer, or sat elsewhere on it, is set within what there is now.
  for (const setup of next.setups.filter((s) => s.body === newItem.id)) {
    const within = new Map(
      placeSetup(next, setup, parts).joints.flatMap(({ joint, slide }) =>
        slide ? [[joint.id, toAllowedSlideMm(slide, joint.slideMm)] as const] : [],
      ),
    );
    const joints = setup.joints.map((j) => ({ ...j, slideMm: within.get(j.id) ?? j.slideMm }));
    next = withSetup(next, { ...setup, joints });
  }
  const used = listUsedItems(next);
  const fresh = [...replaced.values()].map((r) => r.part).concat([...adapted.values()].flat());
  const known = new Set(rig.kit.filter((i) => i.owned).map((i) => i.partId));
  const wanted = fresh.filter((p) => !known.has(p.id));
  const prices = wanted.map((part) => ({ part, minor: priceOf(part) }));
  return {
    rig: forgetGone({ ...next, kit: next.kit.filter((i) => i.owned || used.has(i.id)) }),
    bodyItemId: newItem.id,
    stays: [...stays],
    replaced: [...replaced].map(([itemId, r]) => ({ itemId, ...r })),
    adapted: [...adapted].map(([itemId, list]) => ({ itemId, parts: list })),
    lost: [...lost],
    leadsLost: [...leadsLost],
    priceMinor: prices.reduce((sum, p) => sum + (p.minor ?? 0), 0),
    unpriced: prices.flatMap((p) => (p.minor === undefined ? [p.part] : [])),
  };

  /** Takes a part with all that it carries out of a setup. */
  function loseBranch(
    setupId: string,
    itemId: string,
    assembly: ReturnType<typeof placeSetup>,
  ): void {
    const gone = new Set(listCarried(assembly, itemId).map((p) => p.item.id));
    for (const one of gone) lost.add(one);
    const setup = next.setups.find((s) => s.id === setupId)!;
    next = withSetup(next, {
      ...setup,
      joints: setup.joints.filter((j) => !gone.has(j.child.item)),
      ...(setup.cables
        ? {
            cables: setup.cables
              .filter((c) => !gone.has(c.from.item) && !gone.has(c.to.item))
              .map((c) =>
                c.ties ? { ...c, ties: c.ties.filter((tie) => !gone.has(tie.item)) } : c,
              ),
          }
        : {}),
      ...(setup.braces
        ? { braces: setup.braces.filter((b) => !gone.has(b.a.item) && !gone.has(b.b.item)) }
        : {}),
      ...(setup.heldBy ? { heldBy: setup.heldBy.filter((g) => !gone.has(g.item)) } : {}),
      ...(setup.stances
        ? {
            stances: Object.fromEntries(
              Object.entries(setup.stances).filter(([id]) => !gone.has(id)),
            ),
          }
        : {}),
    });
  }

  /** Finds what goes where a part of the old body is not known to fit the new one. */
  function settle(setupId: string, itemId: string): void {
    const setup = next.setups.find((s) => s.id === setupId)!;
    const assembly = placeSetup(next, setup, parts);
    const placed = assembly.byId.get(itemId)!;
    const joint = placed.carriedBy!;
    if (hasTrait(placed.part, 'optic') || hasTrait(placed.part, 'lens-adapter')) {
      const chain = findChain(
        measureReachOver(joint.parentMount, adaptors, 'price', { currency, rates }),
        placed.part,
      );
      const edit = chain && createChainBetween(assembly, parts, joint, chain);
      if (!edit) return loseBranch(setupId, itemId, assembly);
      adapted.set(
        itemId,
        chain.links.map((l) => l.part),
      );
      next = applyEdit(next, withFreshIds(edit, makeId));
      return;
    }
    // The same part takes its place in every setup.
    const before = replaced.get(itemId);
    const candidates = before ? [before.part] : byKind.filter((p) => p.kind === placed.part.kind);
    let best:
      | { part: Part; mounts: Readonly<Record<string, string>>; lacking: readonly string[] }
      | undefined;
    for (const part of candidates) {
      if (part.id === placed.part.id) continue;
      // Another socket of the body may take it than the one of the old part.
      const on = body.mounts.find((m) => part.mounts.some((own) => findSureMate(m, own)));
      if (!on) continue;
      const there = withSetup(next, {
        ...setup,
        joints: setup.joints.map((j) =>
          j.id === joint.joint.id ? { ...j, parent: { ...j.parent, mount: on.id } } : j,
        ),
      });
      const trial = placeSetup(
        there,
        there.setups.find((s) => s.id === setupId)!,
        parts,
      );
      const match = findStandIns(
        trial,
        trial.byId.get(itemId)!,
        part,
        (mate) => mate.key !== 'unknown',
      );
      if (match.lacking.some((t) => t.otherId === newItem.id)) continue;
      const lacking = match.lacking.map((t) => t.otherId);
      if (best && best.lacking.length <= lacking.length) continue;
      best = { part, mounts: { ...match.mounts, [`${newItem.id} `]: on.id }, lacking };
      if (lacking.length === 0) break;
    }
    if (!best) return loseBranch(setupId, itemId, assembly);
    const { part, mounts, lacking } = best;
    const spare = next.kit.find((i) => i.partId === part.id && i.owned);
    const byId = before?.byId ?? spare?.id ?? makeId();
    replaced.set(itemId, { byId, part });
    for (const other of lacking) loseBranch(setupId, other, assembly);
    next = withItem(next, { id: byId, partId: part.id, owned: false });
    const now = next.setups.find((s) => s.id === setupId)!;
    const seated = {
      ...now,
      joints: now.joints.map((j) =>
        j.id === joint.joint.id
          ? { ...j, parent: { ...j.parent, mount: mounts[`${newItem.id} `]! } }
          : j,
      ),
    };
    next = withSetup(next, exchange(seated, itemId, byId, mounts, new Map()));
  }
}
