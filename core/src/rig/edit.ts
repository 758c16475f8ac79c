import type { Brief, BriefOverrides } from '../brief/index.js';
import { forgetGone, listUsedItems } from './refs.js';
import type {
  Attitude,
  Brace,
  CableRun,
  HoldKind,
  Joint,
  KitItem,
  LensUse,
  MountRef,
  Rig,
  SetAside,
  Setup,
} from './schema.js';

/**
 * One change to a rig, as data: the bench, the remedies, the importer and the tests all make these.
 */
export type Edit =
  | {
      readonly type: 'add-part';
      readonly setupId: string;
      readonly item: KitItem;
      readonly joint: Joint;
    }
  | { readonly type: 'remove-item'; readonly setupId: string; readonly itemId: string }
  | {
      readonly type: 'slide';
      readonly setupId: string;
      readonly jointId: string;
      readonly slideMm: number;
    }
  | {
      readonly type: 'turn';
      readonly setupId: string;
      readonly jointId: string;
      readonly turnDeg: number;
    }
  /** Rolls a clamp round its one rod. */
  | {
      readonly type: 'roll';
      readonly setupId: string;
      readonly jointId: string;
      readonly rollDeg: number;
    }
  | {
      readonly type: 'move';
      readonly setupId: string;
      readonly jointId: string;
      readonly childMount: string;
      readonly parent: MountRef;
      readonly slideMm: number;
      readonly turnDeg: number;
    }
  | {
      readonly type: 'set-screw';
      readonly setupId: string;
      readonly jointId: string;
      readonly screwMm: number;
    }
  | {
      readonly type: 'set-spacer';
      readonly setupId: string;
      readonly jointId: string;
      readonly spacerMm: number;
    }
  | {
      readonly type: 'set-play';
      readonly setupId: string;
      readonly jointId: string;
      readonly playMm: number;
      readonly playDeg: number;
    }
  | {
      readonly type: 'set-stance';
      readonly setupId: string;
      readonly itemId: string;
      readonly movementId: string;
      readonly value: number;
    }
  | {
      readonly type: 'set-hold';
      readonly setupId: string;
      readonly hold: HoldKind;
      readonly attitude: Attitude;
      readonly motion: Setup['motion'];
    }
  | {
      readonly type: 'hold-at';
      readonly setupId: string;
      readonly item: string;
      readonly grip: string;
      readonly alongMm: number;
    }
  | {
      readonly type: 'swap-part';
      readonly setupId: string;
      readonly itemId: string;
      /** The individual that takes its place. */
      readonly item: KitItem;
      /** Which mount of the new part stands in for which of the old. */
      readonly mounts: Readonly<Record<string, string>>;
      /** Which socket of the new part takes the lead of which of the old; a lead that is not named here is unplugged. */
      readonly ports?: Readonly<Record<string, string>>;
    }
  | {
      readonly type: 'add-cable';
      readonly setupId: string;
      /** The lead itself; joins the kit where it is not in it yet. */
      readonly item: KitItem;
      readonly cable: CableRun;
    }
  | { readonly type: 'remove-cable'; readonly setupId: string; readonly cableId: string }
  /** Where a lead is tied or clamped on its way; nowhere where the list is empty. */
  | {
      readonly type: 'set-ties';
      readonly setupId: string;
      readonly cableId: string;
      readonly ties: readonly MountRef[];
    }
  /** Onto the operator's belt or back; joins the kit where it is not in it yet. */
  | { readonly type: 'wear'; readonly setupId: string; readonly item: KitItem }
  /** Off the belt again, with the leads that go to it. */
  | { readonly type: 'take-off'; readonly setupId: string; readonly itemId: string }
  | { readonly type: 'add-brace'; readonly setupId: string; readonly brace: Brace }
  | { readonly type: 'remove-brace'; readonly setupId: string; readonly braceId: string }
  /** The set of the rig, or of one setup; without lenses that setup uses the rig's again. */
  | {
      readonly type: 'set-lenses';
      readonly setupId?: string | undefined;
      readonly lenses: readonly LensUse[] | undefined;
    }
  /** Several edits as one step, in this order. */
  | { readonly type: 'all'; readonly edits: readonly Edit[] }
  /** Changes an individual of the kit; one that is not in it yet joins it, to be taken along. */
  | { readonly type: 'set-item'; readonly item: KitItem }
  /** Out of the kit, of what no setup uses; what lay in its box stays, and is counted by itself. */
  | { readonly type: 'discard'; readonly itemId: string }
  | { readonly type: 'set-brief'; readonly brief: Brief }
  /** What one setup has otherwise than its rig’s brief; undefined where it has nothing. */
  | {
      readonly type: 'set-setup-brief';
      readonly setupId: string;
      readonly brief: BriefOverrides | undefined;
    }
  | { readonly type: 'set-settings'; readonly settings: Rig['settings'] }
  | { readonly type: 'set-hold-test'; readonly test: Rig['holdTest'] }
  | {
      readonly type: 'set-weighing';
      readonly setupId: string;
      readonly weighing: Setup['weighing'];
    }
  /** Puts a finding aside with a word why; one that is aside already is put aside anew. */
  | { readonly type: 'set-aside'; readonly entry: SetAside }
  | {
      readonly type: 'bring-back';
      readonly finding: string;
      readonly setupId: string | undefined;
    }
  | { readonly type: 'rename'; readonly name: string }
  /** Another arrangement of the same parts: what is there is copied, and changed from then on. */
  | {
      readonly type: 'copy-setup';
      readonly setupId: string;
      readonly id: string;
      readonly name: string;
    }
  | { readonly type: 'rename-setup'; readonly setupId: string; readonly name: string }
  | { readonly type: 'remove-setup'; readonly setupId: string }
  | { readonly type: 'restore'; readonly rig: Rig };

function withSetup(rig: Rig, setupId: string, change: (setup: Setup) => Setup): Rig {
  if (!rig.setups.some((s) => s.id === setupId)) {
    throw new Error(`applyEdit: rig ${rig.id} has no setup ${setupId}`);
  }
  return { ...rig, setups: rig.setups.map((s) => (s.id === setupId ? change(s) : s)) };
}

function withJoint(
  rig: Rig,
  setupId: string,
  jointId: string,
  change: (joint: Joint) => Joint,
): Rig {
  return withSetup(rig, setupId, (setup) => {
    if (!setup.joints.some((j) => j.id === jointId)) {
      throw new Error(`applyEdit: setup ${setupId} has no joint ${jointId}`);
    }
    return { ...setup, joints: setup.joints.map((j) => (j.id === jointId ? change(j) : j)) };
  });
}

function requireItem(rig: Rig, itemId: string): void {
  if (!rig.kit.some((item) => item.id === itemId)) {
    throw new Error(`applyEdit: rig ${rig.id} has no item ${itemId}`);
  }
}

/** What carries must be in the setup, and must not itself be carried by what is moved. */
function requireParent(setup: Setup, parent: string, child: string): void {
  const present = parent === setup.body || setup.joints.some((j) => j.child.item === parent);
  if (!present) throw new Error(`applyEdit: ${parent} is not in setup ${setup.id}`);
  if (listSubtree(setup, child).has(parent)) {
    throw new Error(`applyEdit: ${child} would be carried by itself`);
  }
}

function listSubtree(setup: Setup, itemId: string): Set<string> {
  const gone = new Set([itemId]);
  // Each round adds at least one item or ends, so this takes at most as many rounds as there are joints.
  for (let grown = true; grown;) {
    grown = false;
    for (const joint of setup.joints) {
      if (gone.has(joint.parent.item) && !gone.has(joint.child.item)) {
        gone.add(joint.child.item);
        grown = true;
      }
    }
  }
  return gone;
}

function withoutItem(rig: Rig, setupId: string, itemId: string): Rig {
  const setup = rig.setups.find((s) => s.id === setupId);
  if (setup?.body === itemId)
    throw new Error('applyEdit: the body cannot be removed from its setup');
  let gone: ReadonlySet<string> = new Set();
  const leads = new Set<string>();
  const taken = withSetup(rig, setupId, (s) => {
    gone = listSubtree(s, itemId);
    for (const run of s.cables ?? []) {
      if (gone.has(run.from.item) || gone.has(run.to.item)) leads.add(run.item);
    }
    const next: Setup = { ...s, joints: s.joints.filter((j) => !gone.has(j.child.item)) };
    if (s.stances) {
      next.stances = Object.fromEntries(Object.entries(s.stances).filter(([id]) => !gone.has(id)));
    }
    if (s.heldBy) next.heldBy = s.heldBy.filter((g) => !gone.has(g.item));
    if (s.braces) next.braces = s.braces.filter((b) => !gone.has(b.a.item) && !gone.has(b.b.item));
    if (s.cables) {
      next.cables = s.cables
        .filter((c) => !gone.has(c.from.item) && !gone.has(c.to.item))
        .map((c) =>
          withTies(
            c,
            (c.ties ?? []).filter((tie) => !gone.has(tie.item)),
          ),
        );
    }
    return next;
  });
  // What was only wished for, and is used nowhere else, leaves the kit with it, its leads too; what is owned stays.
  const isOut = (id: string) => gone.has(id) || leads.has(id);
  const used = listUsedItems(taken);
  return forgetGone({
    ...taken,
    kit: taken.kit.filter((item) => item.owned || !isOut(item.id) || used.has(item.id)),
  });
}

/** A run that is tied at these mounts. */
function withTies(run: CableRun, ties: readonly MountRef[]): CableRun {
  if (ties.length === 0 && run.ties === undefined) return run;
  const { ties: _, ...rest } = run;
  return ties.length > 0 ? { ...rest, ties: [...ties] } : rest;
}

function swapped(rig: Rig, edit: Extract<Edit, { type: 'swap-part' }>): Rig {
  const end = (ref: MountRef): MountRef =>
    ref.item === edit.itemId
      ? { item: edit.item.id, mount: edit.mounts[ref.mount] ?? ref.mount }
      : ref;
  const known = rig.kit.some((item) => item.id === edit.item.id);
  const withItem = known ? rig : { ...rig, kit: [...rig.kit, edit.item] };
  const next = withSetup(withItem, edit.setupId, (s) => {
    const setup: Setup = {
      ...s,
      joints: s.joints.map((j) => {
        if (j.child.item !== edit.itemId && j.parent.item !== edit.itemId) return j;
        // Another screw, washers and felt play were those of this very pair, and go with the part that leaves.
        const { screwMm: _, spacerMm: __, playMm: ___, playDeg: ____, ...rest } = j;
        return { ...rest, child: end(j.child), parent: end(j.parent) };
      }),
    };
    if (s.braces)
      setup.braces = s.braces.filter((b) => b.a.item !== edit.itemId && b.b.item !== edit.itemId);
    if (s.heldBy) setup.heldBy = s.heldBy.filter((g) => g.item !== edit.itemId);
    if (s.stances) {
      setup.stances = Object.fromEntries(
        Object.entries(s.stances).filter(([id]) => id !== edit.itemId),
      );
    }
    if (s.cables) {
      const socket = (at: CableRun['from']): CableRun['from'] | undefined => {
        if (at.item !== edit.itemId) return at;
        const port = edit.ports?.[at.port];
        return port === undefined ? undefined : { item: edit.item.id, port };
      };
      setup.cables = s.cables
        .flatMap((c) => {
          const [from, to] = [socket(c.from), socket(c.to)];
          return from && to ? [{ ...c, from, to }] : [];
        })
        .map((c) =>
          withTies(
            c,
            (c.ties ?? []).filter((tie) => tie.item !== edit.itemId),
          ),
        );
    }
    return setup;
  });
  const used = listUsedItems(next);
  return forgetGone({
    ...next,
    kit: next.kit.filter((item) => item.id !== edit.itemId || item.owned || used.has(item.id)),
  });
}

/** What is aside but one finding of a setup, or of the whole rig. */
function listAside(rig: Rig, finding: string, setup: string | undefined): SetAside[] {
  return (rig.setAside ?? []).filter((a) => a.finding !== finding || a.setup !== setup);
}

function withAside(rig: Rig, list: readonly SetAside[]): Rig {
  const { setAside: _, ...rest } = rig;
  return list.length > 0 ? { ...rest, setAside: [...list] } : rest;
}

/** What came in the box of something that left the kit leaves with it, or is a wish of its own if it is in use. */
function tidyBoxes(rig: Rig): Rig {
  const ids = new Set(rig.kit.map((i) => i.id));
  const isLost = (item: KitItem) => item.comesWith !== undefined && !ids.has(item.comesWith);
  if (!rig.kit.some(isLost)) return rig;
  const used = listUsedItems(rig);
  return {
    ...rig,
    kit: rig.kit.flatMap((item) => {
      if (!isLost(item)) return [item];
      const { comesWith: _, ...own } = item;
      return used.has(item.id) ? [own] : [];
    }),
  };
}

/**
 * The rig after an edit; the rig given is left as it was. Throws where the edit names what is not
 * there: that is a bug of ours, not a fault of the rig.
 */
export function applyEdit(rig: Rig, edit: Edit): Rig {
  return tidyBoxes(change(rig, edit));
}

function change(rig: Rig, edit: Edit): Rig {
  switch (edit.type) {
    case 'add-part': {
      const known = rig.kit.some((item) => item.id === edit.item.id);
      const withItem = known ? rig : { ...rig, kit: [...rig.kit, edit.item] };
      return withSetup(withItem, edit.setupId, (s) => {
        requireParent(s, edit.joint.parent.item, edit.item.id);
        return { ...s, joints: [...s.joints, edit.joint] };
      });
    }
    case 'remove-item':
      return withoutItem(rig, edit.setupId, edit.itemId);
    case 'slide':
      return withJoint(rig, edit.setupId, edit.jointId, (j) => ({ ...j, slideMm: edit.slideMm }));
    case 'turn':
      return withJoint(rig, edit.setupId, edit.jointId, (j) => ({ ...j, turnDeg: edit.turnDeg }));
    case 'roll':
      return withJoint(rig, edit.setupId, edit.jointId, ({ rollDeg: _, ...j }) =>
        edit.rollDeg === 0 ? j : { ...j, rollDeg: edit.rollDeg },
      );
    case 'move': {
      const setup = rig.setups.find((s) => s.id === edit.setupId);
      const moved = setup?.joints.find((j) => j.id === edit.jointId);
      if (setup && moved) requireParent(setup, edit.parent.item, moved.child.item);
      return withJoint(rig, edit.setupId, edit.jointId, ({ rollDeg: _, ...j }) => ({
        ...j,
        child: { ...j.child, mount: edit.childMount },
        parent: edit.parent,
        slideMm: edit.slideMm,
        turnDeg: edit.turnDeg,
      }));
    }
    case 'set-screw':
      return withJoint(rig, edit.setupId, edit.jointId, (j) => ({ ...j, screwMm: edit.screwMm }));
    case 'set-spacer':
      return withJoint(rig, edit.setupId, edit.jointId, (j) => ({ ...j, spacerMm: edit.spacerMm }));
    case 'set-play':
      return withJoint(rig, edit.setupId, edit.jointId, ({ playMm: _, playDeg: __, ...j }) => ({
        ...j,
        ...(edit.playMm > 0 ? { playMm: edit.playMm } : {}),
        ...(edit.playDeg > 0 ? { playDeg: edit.playDeg } : {}),
      }));
    case 'set-stance':
      requireItem(rig, edit.itemId);
      return withSetup(rig, edit.setupId, (s) => ({
        ...s,
        stances: {
          ...s.stances,
          [edit.itemId]: { ...s.stances?.[edit.itemId], [edit.movementId]: edit.value },
        },
      }));
    case 'set-hold':
      return withSetup(rig, edit.setupId, (s) => ({
        ...s,
        hold: edit.hold,
        attitude: edit.attitude,
        motion: edit.motion,
      }));
    case 'hold-at':
      requireItem(rig, edit.item);
      return withSetup(rig, edit.setupId, (s) => ({
        ...s,
        heldBy: [
          { item: edit.item, grip: edit.grip, alongMm: edit.alongMm },
          ...(s.heldBy ?? []).filter((g) => g.item !== edit.item || g.grip !== edit.grip),
        ],
      }));
    case 'swap-part':
      requireItem(rig, edit.itemId);
      return swapped(rig, edit);
    case 'add-cable': {
      const known = rig.kit.some((item) => item.id === edit.item.id);
      const withItem = known ? rig : { ...rig, kit: [...rig.kit, edit.item] };
      return withSetup(withItem, edit.setupId, (s) => ({
        ...s,
        cables: [...(s.cables ?? []).filter((c) => c.id !== edit.cable.id), edit.cable],
      }));
    }
    case 'remove-cable': {
      const lead = rig.setups
        .find((s) => s.id === edit.setupId)
        ?.cables?.find((c) => c.id === edit.cableId)?.item;
      const next = withSetup(rig, edit.setupId, (s) => ({
        ...s,
        cables: (s.cables ?? []).filter((c) => c.id !== edit.cableId),
      }));
      const used = listUsedItems(next);
      // A lead that was only wished for goes with its run.
      return forgetGone({
        ...next,
        kit: next.kit.filter((i) => i.owned || i.id !== lead || used.has(i.id)),
      });
    }
    case 'set-ties':
      return withSetup(rig, edit.setupId, (s) => ({
        ...s,
        cables: (s.cables ?? []).map((c) => (c.id === edit.cableId ? withTies(c, edit.ties) : c)),
      }));
    case 'wear': {
      const known = rig.kit.some((item) => item.id === edit.item.id);
      const withItem = known ? rig : { ...rig, kit: [...rig.kit, edit.item] };
      return withSetup(withItem, edit.setupId, (s) => ({
        ...s,
        worn: [...(s.worn ?? []).filter((id) => id !== edit.item.id), edit.item.id],
      }));
    }
    case 'take-off': {
      const worn = withSetup(rig, edit.setupId, (s) => ({
        ...s,
        worn: (s.worn ?? []).filter((id) => id !== edit.itemId),
      }));
      // Its leads, and what was only wished for and is used nowhere else, go as they do with what is on the rig.
      return withoutItem(worn, edit.setupId, edit.itemId);
    }
    case 'add-brace':
      return withSetup(rig, edit.setupId, (s) => ({
        ...s,
        braces: [...(s.braces ?? []).filter((b) => b.id !== edit.brace.id), edit.brace],
      }));
    case 'remove-brace':
      return withSetup(rig, edit.setupId, (s) => ({
        ...s,
        braces: (s.braces ?? []).filter((b) => b.id !== edit.braceId),
      }));
    case 'set-lenses':
      for (const lens of edit.lenses ?? []) requireItem(rig, lens.item);
      if (edit.setupId !== undefined) {
        return withSetup(rig, edit.setupId, ({ lenses: _, ...rest }) =>
          edit.lenses ? { ...rest, lenses: [...edit.lenses] } : rest,
        );
      }
      return { ...rig, lenses: [...(edit.lenses ?? [])] };
    case 'all':
      return edit.edits.reduce(applyEdit, rig);
    case 'set-item':
      return {
        ...rig,
        kit: rig.kit.some((item) => item.id === edit.item.id)
          ? rig.kit.map((item) => (item.id === edit.item.id ? edit.item : item))
          : [...rig.kit, edit.item],
      };
    case 'discard':
      requireItem(rig, edit.itemId);
      if (listUsedItems(rig).has(edit.itemId)) {
        throw new Error(`applyEdit: ${edit.itemId} is in use`);
      }
      return forgetGone({ ...rig, kit: rig.kit.filter((item) => item.id !== edit.itemId) });
    case 'set-brief':
      return { ...rig, brief: edit.brief };
    case 'set-setup-brief':
      return withSetup(rig, edit.setupId, ({ brief: _, ...setup }) => ({
        ...setup,
        ...(edit.brief && Object.keys(edit.brief).length > 0 ? { brief: edit.brief } : {}),
      }));
    case 'set-settings': {
      const { settings: _, ...rest } = rig;
      const some = edit.settings && Object.keys(edit.settings).length > 0;
      return some ? { ...rest, settings: edit.settings } : rest;
    }
    case 'set-hold-test': {
      const { holdTest: _, ...rest } = rig;
      return edit.test ? { ...rest, holdTest: edit.test } : rest;
    }
    case 'set-weighing':
      return withSetup(rig, edit.setupId, ({ weighing: _, ...rest }) =>
        edit.weighing ? { ...rest, weighing: edit.weighing } : rest,
      );
    case 'copy-setup': {
      const from = rig.setups.find((s) => s.id === edit.setupId);
      if (!from) throw new Error(`applyEdit: no setup ${edit.setupId}`);
      // What the scale said was said of the other arrangement.
      const { weighing: _, ...rest } = from;
      // What the owner knows of the one, they know of its copy.
      const known = (rig.setAside ?? [])
        .filter((a) => a.setup === edit.setupId)
        .map((a) => ({ ...a, setup: edit.id }));
      return withAside(
        {
          ...rig,
          setups: [...rig.setups, { ...rest, id: edit.id, name: edit.name, from: from.id }],
        },
        [...(rig.setAside ?? []), ...known],
      );
    }
    case 'rename-setup':
      return withSetup(rig, edit.setupId, (s) => ({ ...s, name: edit.name }));
    case 'remove-setup':
      // The last one stays: a rig has at least one.
      return rig.setups.length > 1
        ? withAside(
            { ...rig, setups: rig.setups.filter((s) => s.id !== edit.setupId) },
            (rig.setAside ?? []).filter((a) => a.setup !== edit.setupId),
          )
        : rig;
    case 'set-aside':
      return withAside(rig, [...listAside(rig, edit.entry.finding, edit.entry.setup), edit.entry]);
    case 'bring-back':
      return withAside(rig, listAside(rig, edit.finding, edit.setupId));
    case 'rename':
      return { ...rig, name: edit.name };
    case 'restore':
      return { ...edit.rig, id: rig.id };
  }
}
