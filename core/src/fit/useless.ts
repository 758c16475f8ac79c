import { createFinding, defineCheck, defineFinding, stating } from '../finding/index.js';
import { hasTrait, type PartBook, type Port } from '../part/index.js';
import type { Assembly, CableRun, PlacedItem } from '../rig/index.js';
import { sayList } from '../words/index.js';
import type { FitAsked } from './asked.js';
import { hearsTrigger } from './complete.js';

interface End {
  readonly placed: PlacedItem;
  readonly port: Port;
}

/** A planned picture lead from what gives to what takes. */
interface PictureLead {
  readonly run: CableRun;
  readonly from: End;
  readonly to: End;
  /** Whether sound comes along; undefined where nobody says what the lead carries. */
  readonly withSound: boolean | undefined;
}

export function listPictureLeads(assembly: Assembly, parts: PartBook): PictureLead[] {
  const kit = new Map(assembly.rig.kit.map((i) => [i.id, i.partId]));
  return (assembly.setup.cables ?? []).flatMap((run): PictureLead[] => {
    const ends = [run.from, run.to].flatMap((end): End[] => {
      const placed = assembly.byId.get(end.item);
      const port = placed?.part.ports?.find((p) => p.id === end.port);
      return placed && port?.carries.includes('video') ? [{ placed, port }] : [];
    });
    const [a, b] = ends;
    if (!a || !b) return [];
    const [from, to] = a.port.direction === 'in' ? [b, a] : [a, b];
    const cable = parts.get(kit.get(run.item) ?? '')?.cable;
    const carries = [cable?.carries, from.port.carries, to.port.carries];
    const withSound = carries.some((c) => c && !c.includes('audio'))
      ? false
      : cable
        ? true
        : undefined;
    return [{ run, from, to, withSound }];
  });
}

export const formatsDisagree = defineFinding(
  'formats-disagree',
  stating<{
    readonly runId: string;
    readonly gives: readonly string[];
    readonly takes: readonly string[];
  }>(),
  {
    restsOn: ['ports'],
    weight: 'risk',
    when: 'both ends of a picture lead state their formats, and none is on both lists',
    offers: '',
    sentence: ({ items: [from, to], facts }, n) =>
      `${n.item(to!)} takes ${sayList(facts.takes)}, and ${n.item(from!)} gives ${sayList(facts.gives)}.`,
    why: 'A format that the other end does not know leaves its screen black, or its recording empty.',
    todo: 'Set the output to a format that both have, or put a converter between.',
  },
);

export const jackSilent = defineFinding(
  'jack-silent',
  stating<{ readonly portId: string; readonly runId: string }>(),
  {
    restsOn: ['ports'],
    weight: 'note',
    when: 'a screen with a headphone socket whose picture comes without sound, where somebody wants to listen and can do so elsewhere; where nowhere, that is told under Sound',
    offers: '',
    sentence: ({ items: [item], facts }, n) =>
      `${n.port(item!, facts.portId)} of ${n.item(item!)} stays silent: its picture comes without sound.`,
    why: 'You would listen to nothing, and notice it at the first take.',
    todo: 'Listen at the camera or at the recorder, or bring the sound along with the picture.',
  },
);

export const triggerUnheard = defineFinding(
  'trigger-unheard',
  stating<{ readonly portId: string }>(),
  {
    restsOn: ['ports'],
    weight: 'note',
    when: 'a handle with a trigger that goes out by a lead, and a camera that is stated to have no socket for it, or another one',
    offers: '',
    sentence: ({ items: [item, camera] }, n) =>
      `The trigger of ${n.item(item!)} is of no use here: ${n.item(camera!)} has no socket for it.`,
    why: 'You pay for a button that starts nothing.',
    todo: 'Take the handle without it, or one whose trigger your camera hears.',
  },
);

/** Features that nobody can use: formats that do not meet, a socket that stays silent, a trigger that nothing hears. */
export const uselessCheck = defineCheck(
  [formatsDisagree, jackSilent, triggerUnheard],
  ({ assembly, parts, brief }: FitAsked) => {
    const pictures = listPictureLeads(assembly, parts);
    const disagree = pictures.flatMap(({ run, from, to }) => {
      const [gives, takes] = [from.port.formats ?? [], to.port.formats ?? []];
      if (gives.length === 0 || takes.length === 0 || gives.some((f) => takes.includes(f))) {
        return [];
      }
      const items = [from.placed.item.id, to.placed.item.id, run.item];
      return [
        createFinding(
          formatsDisagree,
          'risk',
          { items, key: run.id },
          { runId: run.id, gives, takes },
        ),
      ];
    });
    const silent = (brief.sound?.headphones ? pictures : []).flatMap(({ run, to, withSound }) => {
      const jack = to.placed.part.ports?.find(
        (p) => p.connector === 'jack-3.5' && p.direction === 'out' && p.carries.includes('audio'),
      );
      const hasOther = (assembly.setup.cables ?? []).some((c) =>
        [c.from, c.to].some(
          (e) =>
            e.item === to.placed.item.id &&
            e.port !== to.port.id &&
            to.placed.part.ports?.some(
              (p) => p.id === e.port && p.direction !== 'out' && p.carries.includes('audio'),
            ),
        ),
      );
      // Where one can listen nowhere else that is what is told, under Sound.
      const listensElsewhere = assembly.items.some(
        (p) =>
          p !== to.placed &&
          (hasTrait(p.part, 'camera') ||
            hasTrait(p.part, 'gives-sound') ||
            p.part.kind === 'recorder') &&
          p.part.ports?.some(
            (q) =>
              q.connector === 'jack-3.5' && q.direction === 'out' && q.carries.includes('audio'),
          ),
      );
      if (!jack || withSound !== false || hasOther || !listensElsewhere) return [];
      return [
        createFinding(
          jackSilent,
          'note',
          { items: [to.placed.item.id, run.item], named: 1, key: jack.id },
          { portId: jack.id, runId: run.id },
        ),
      ];
    });
    const camera = assembly.items.find((p) => hasTrait(p.part, 'camera'));
    const unheard = assembly.items.flatMap((placed) => {
      const trigger = placed.part.ports?.find(
        (p) => p.carries.includes('trigger') && p.direction !== 'in',
      );
      if (!trigger || !camera || placed === camera) return [];
      const sockets = (camera.part.ports ?? []).filter((p) => p.carries.includes('trigger'));
      // A camera of which nobody has said that it has none, or which it has, may have one.
      if (!camera.part.noTrigger && sockets.length === 0) return [];
      if (sockets.some((p) => hearsTrigger(p, trigger))) return [];
      return [
        createFinding(
          triggerUnheard,
          'note',
          { items: [placed.item.id, camera.item.id] },
          { portId: trigger.id },
        ),
      ];
    });
    return [...disagree, ...silent, ...unheard];
  },
);
