import { hasTrait, type Part, type PartBook } from '../part/index.js';
import type { Joint, KitItem, LensUse, MountRef, Rig, Setup } from './schema.js';

/** Something in a document that cannot be read as a rig, and where. */
export interface Issue {
  readonly path: string;
  readonly message: string;
}

class IssueList {
  readonly issues: Issue[] = [];
  add(path: string, message: string): void {
    this.issues.push({ path, message });
  }
}

function addDuplicates(list: IssueList, entries: readonly { id: string }[], path: string): void {
  const seen = new Set<string>();
  entries.forEach((entry, i) => {
    if (seen.has(entry.id)) list.add(`${path}[${i}].id`, `“${entry.id}” is already used above`);
    seen.add(entry.id);
  });
}

/**
 * Which items a cycle of joints runs through, each named once; empty where every chain of parents ends.
 * Follows each chain upwards once: linear in the number of joints.
 */
function findCyclic(joints: readonly Joint[]): Set<string> {
  const parentOf = new Map(joints.map((j) => [j.child.item, j.parent.item]));
  const settled = new Set<string>();
  const cyclic = new Set<string>();
  for (const start of parentOf.keys()) {
    const chain: string[] = [];
    const onChain = new Set<string>();
    let at: string | undefined = start;
    while (at !== undefined && !settled.has(at)) {
      if (onChain.has(at)) {
        chain.slice(chain.indexOf(at)).forEach((id) => cyclic.add(id));
        break;
      }
      onChain.add(at);
      chain.push(at);
      at = parentOf.get(at);
    }
    chain.forEach((id) => settled.add(id));
  }
  return cyclic;
}

class SetupCheck {
  constructor(
    private readonly list: IssueList,
    private readonly kit: ReadonlyMap<string, KitItem>,
    private readonly parts: PartBook,
    private readonly path: string,
  ) {}

  private partOf(itemId: string, path: string): Part | undefined {
    const item = this.kit.get(itemId);
    if (!item) {
      this.list.add(path, `“${itemId}” is not in the rig's kit`);
      return undefined;
    }
    return this.parts.get(item.partId);
  }

  private checkMount(ref: MountRef, path: string): void {
    const part = this.partOf(ref.item, `${path}.item`);
    if (part && !part.mounts.some((m) => m.id === ref.mount)) {
      this.list.add(`${path}.mount`, `“${ref.mount}” is not a mount of “${part.name}”`);
    }
  }

  private checkJoints(setup: Setup): void {
    const carried = new Map<string, number>();
    const parentOf = new Map<string, string>();
    setup.joints.forEach((joint, i) => {
      const path = `${this.path}.joints[${i}]`;
      this.checkMount(joint.child, `${path}.child`);
      this.checkMount(joint.parent, `${path}.parent`);
      if (joint.child.item === setup.body) {
        this.list.add(`${path}.child.item`, 'is the camera body, which carries and is not carried');
      }
      const earlier = carried.get(joint.child.item);
      if (earlier !== undefined) {
        this.list.add(
          `${path}.child.item`,
          `“${joint.child.item}” is already carried by joints[${earlier}]; make the second contact a brace`,
        );
      } else {
        carried.set(joint.child.item, i);
        parentOf.set(joint.child.item, joint.parent.item);
      }
    });
    const cyclic = findCyclic(setup.joints);
    setup.joints.forEach((joint, i) => {
      if (carried.get(joint.child.item) !== i) return;
      const path = `${this.path}.joints[${i}].parent.item`;
      if (cyclic.has(joint.child.item)) {
        this.list.add(path, `“${joint.child.item}” is carried, in the end, by itself`);
      } else if (joint.parent.item !== setup.body && !parentOf.has(joint.parent.item)) {
        this.list.add(
          path,
          `“${joint.parent.item}” is not joined to anything that leads to the body`,
        );
      }
    });
  }

  check(setup: Setup): void {
    const body = this.partOf(setup.body, `${this.path}.body`);
    if (body && !hasTrait(body, 'camera')) {
      this.list.add(`${this.path}.body`, `“${body.name}” is not a camera body but a ${body.kind}`);
    }
    addDuplicates(this.list, setup.joints, `${this.path}.joints`);
    this.checkJoints(setup);
    for (const [itemId, stance] of Object.entries(setup.stances ?? {})) {
      const path = `${this.path}.stances.${itemId}`;
      const part = this.partOf(itemId, path);
      for (const id of Object.keys(stance)) {
        if (part && !part.movements?.some((m) => m.id === id)) {
          this.list.add(`${path}.${id}`, `“${id}” is not a movement of “${part.name}”`);
        }
      }
    }
    setup.heldBy?.forEach((grip, i) => {
      const path = `${this.path}.heldBy[${i}]`;
      const part = this.partOf(grip.item, `${path}.item`);
      if (part && !part.grips?.some((g) => g.id === grip.grip)) {
        this.list.add(`${path}.grip`, `“${grip.grip}” is not a grip of “${part.name}”`);
      }
    });
    setup.braces?.forEach((brace, i) => {
      this.checkMount(brace.a, `${this.path}.braces[${i}].a`);
      this.checkMount(brace.b, `${this.path}.braces[${i}].b`);
    });
    setup.cables?.forEach((cable, i) => {
      const path = `${this.path}.cables[${i}]`;
      this.partOf(cable.item, `${path}.item`);
      for (const end of ['from', 'to'] as const) {
        const part = this.partOf(cable[end].item, `${path}.${end}.item`);
        if (part && !part.ports?.some((p) => p.id === cable[end].port)) {
          this.list.add(
            `${path}.${end}.port`,
            `“${cable[end].port}” is not a port of “${part.name}”`,
          );
        }
      }
      if (cable.from.item === cable.to.item && cable.from.port === cable.to.port) {
        this.list.add(`${path}.to.port`, 'is the socket in which its other plug is');
      }
    });
    setup.cables?.forEach((cable, i) =>
      cable.ties?.forEach((tie, k) => this.checkMount(tie, `${this.path}.cables[${i}].ties[${k}]`)),
    );
    setup.worn?.forEach((id, i) => this.partOf(id, `${this.path}.worn[${i}]`));
  }
}

/**
 * What keeps a well-formed document from being a rig: ids that lead nowhere or are used twice, a setup
 * whose root is no body, an item carried twice or by itself. Empty for a rig that can be placed in
 * space, however badly it fits.
 */
export function findRigIssues(rig: Rig, parts: PartBook, path: string): Issue[] {
  const list = new IssueList();
  addDuplicates(list, rig.kit, `${path}.kit`);
  rig.kit.forEach((item, i) => {
    if (!parts.has(item.partId)) {
      list.add(`${path}.kit[${i}].partId`, `no part “${item.partId}” is known`);
    }
  });
  const kit = new Map(rig.kit.map((item) => [item.id, item]));
  rig.kit.forEach((item, i) => {
    if (item.comesWith !== undefined && !kit.has(item.comesWith)) {
      list.add(`${path}.kit[${i}].comesWith`, `“${item.comesWith}” is not in the rig's kit`);
    }
  });
  const checkLenses = (lenses: readonly LensUse[] | undefined, at: string) =>
    lenses?.forEach((lens, i) => {
      const item = kit.get(lens.item);
      const part = item && parts.get(item.partId);
      if (!item) {
        list.add(`${at}[${i}].item`, `“${lens.item}” is not in the rig's kit`);
      } else if (part && !hasTrait(part, 'optic')) {
        list.add(`${at}[${i}].item`, `“${part.name}” is not a lens but a ${part.kind}`);
      }
      for (const itemId of Object.keys(lens.set?.stances ?? {})) {
        if (!kit.has(itemId)) {
          list.add(`${at}[${i}].set.stances.${itemId}`, `“${itemId}” is not in the rig's kit`);
        }
      }
    });
  checkLenses(rig.lenses, `${path}.lenses`);
  rig.setups.forEach((setup, i) => checkLenses(setup.lenses, `${path}.setups[${i}].lenses`));
  addDuplicates(list, rig.setups, `${path}.setups`);
  rig.setups.forEach((setup, i) => {
    new SetupCheck(list, kit, parts, `${path}.setups[${i}]`).check(setup);
  });
  return list.issues;
}
