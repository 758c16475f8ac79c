import type { Collider } from '../clash/index.js';
import { listSecondScrews, type OfferedScrew } from '../fit/index.js';
import type { Part, PartKind } from '../part/index.js';
import { measureReport, type Finding } from '../report/index.js';
import { placeSetup, suggestSlideMm, suggestTurnDeg, type Rig } from '../rig/index.js';
import {
  createCompanions,
  createFromAnswers,
  readBodyFigures,
  things,
  type Answers,
  type Thing,
} from '../template/index.js';
import { createNames } from '../words/index.js';
import { tellFinding } from '../wording/index.js';

/** A rig that grows part by part, as the wizard makes them. */
export class Build {
  readonly parts = new Map<string, Part>();
  private readonly kit: Rig['kit'] = [];
  private readonly joints: Rig['setups'][number]['joints'] = [];
  private readonly braces: NonNullable<Rig['setups'][number]['braces']> = [];
  private readonly cables: NonNullable<Rig['setups'][number]['cables']> = [];

  /** Makes a part with the answers alone; it is named after its kind, where it is the only one. */
  make(kind: PartKind, answers: Answers, id: string = kind, of?: Thing): Part {
    const bodies = new Map(
      [...this.parts.values()].flatMap((p) => {
        const figures = readBodyFigures(p);
        return figures ? [[p.id, figures] as const] : [];
      }),
    );
    const thing = of ?? things.find((t) => t.kind === kind)!;
    const drafted = createFromAnswers(thing, id, { name: id, ...answers }, bodies);
    const { making, missing } = drafted;
    if (making.state !== 'made') throw new Error(`${kind}: ${missing.map((q) => q.name).join()}`);
    // The battery of a body is made with it.
    const others = createCompanions(thing, drafted.answers, () => 'battery');
    for (const part of [making.part, ...others]) {
      this.parts.set(part.id, part);
      this.kit.push({ id: part.id, partId: part.id, owned: true });
    }
    return making.part;
  }

  get rig(): Rig {
    return {
      id: 'grid',
      name: 'Grid',
      kit: this.kit,
      brief: { currency: 'EUR', limits: {} },
      setups: [
        {
          id: 'use',
          name: 'In use',
          hold: this.parts.has('top-handle') ? 'low' : 'set-down',
          attitude: 'level',
          motion: 'walking',
          body: 'body',
          joints: this.joints,
          cables: this.cables,
          braces: this.braces,
        },
      ],
    };
  }

  /** Joins a part by one of its mounts where the bench would put it. */
  join(
    child: string,
    childMount: string,
    parent: string,
    parentMount: string,
    slideMm?: number,
  ): void {
    const { rig, parts } = this;
    const placed = placeSetup(rig, rig.setups[0]!, parts).byId.get(parent)!;
    const onto = placed.part.mounts.find((m) => m.id === parentMount)!;
    const own = parts.get(child)!.mounts.find((m) => m.id === childMount)!;
    this.joints.push({
      id: child,
      child: { item: child, mount: childMount },
      parent: { item: parent, mount: parentMount },
      slideMm:
        slideMm ?? suggestSlideMm(placeSetup(rig, rig.setups[0]!, parts), placed, onto, own) ?? 0,
      turnDeg: suggestTurnDeg(placed, onto, own),
    });
  }

  plug(item: string, from: readonly [string, string], to: readonly [string, string]): void {
    const end = ([part, port]: readonly [string, string]) => ({ item: part, port });
    this.cables.push({ id: item, item, from: end(from), to: end(to) });
  }

  listSecondScrews(itemId: string) {
    return listSecondScrews(placeSetup(this.rig, this.rig.setups[0]!, this.parts), itemId);
  }

  /** Turns a part on its first screw and puts its second in. */
  screw({ a, b, jointId, turnDeg }: OfferedScrew): void {
    this.joints.find((j) => j.id === jointId)!.turnDeg = turnDeg;
    this.braces.push({ id: `screw-${a.item}`, kind: 'second-screw', a, b });
  }

  /** What Fit says of it that is more than good to know, as sentences; but for what is expected of such a rig. */
  tell(collider: Collider): string[] {
    const report = measureReport(this.rig, 'use', this.parts, { collider });
    const names = createNames(report.assembly, this.parts);
    return report.findings
      .filter((f) => f.weight !== 'note' && !isExpected(f))
      .map((f) => `${f.weight}: ${tellFinding(f, names).sentence}`);
  }
}

/** What may be said of such a rig, each with its reason. */
const reasons: Partial<Record<Finding['code'], string>> = {
  'not-level': 'nobody has balanced it: the lens pulls the nose down',
  'wrist-over': 'held by the grip of the body alone, with a lens ahead',
  'screen-not-seen': 'a fixed screen low down, or one behind what is held',
  'lead-too-long': 'one lead for all sizes of the grid',
  'does-not-stand': 'a light body on a plate tips over its lens',
  'lens-mount-overloaded': 'a lens of a kilogram on a light body',
};
const isExpected = ({ code }: Finding): boolean => code in reasons;
