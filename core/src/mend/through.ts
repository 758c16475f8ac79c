import { fitsPorts, isPlugged, listFittingLeads } from '../fit/index.js';
import type { Carries, Part, Port } from '../part/index.js';
import type { Finding } from '../report/index.js';
import {
  isProposedId,
  proposeId,
  tryEdit,
  type Assembly,
  type Edit,
  type KitItem,
  type PlacedItem,
} from '../rig/index.js';
import type { ServeContext } from './added.js';
import { listOtherMakes } from './makes.js';
import { joinEdits, listFlat } from './weigh.js';

const noEdit: Edit = { type: 'all', edits: [] };

/** Whether a socket takes something in, by a plug. */
export const takes = (port: Port, carries: Carries, connector: string): boolean =>
  port.connector === connector && port.direction !== 'out' && port.carries.includes(carries);

/** Whether something comes out of a socket, by a plug. */
const gives = (port: Port, carries: Carries, connector: string): boolean =>
  port.connector === connector && port.direction !== 'in' && port.carries.includes(carries);

/** The two sockets by which a part passes on what comes into it by one plug, by another of the same. */
function findPassing(
  part: Part,
  carries: Carries,
  connector: string,
): { readonly into: Port; readonly out: Port } | undefined {
  const into = (part.ports ?? []).find((p) => takes(p, carries, connector));
  const out = (part.ports ?? []).find((p) => gives(p, carries, connector) && p !== into);
  return into && out && { into, out };
}

/** A part as it is or as another make, that passes something on, and the setup with it. */
interface Passing {
  readonly swap: Edit | undefined;
  readonly after: Assembly;
  readonly placed: PlacedItem;
  readonly into: Port;
  readonly out: Port;
}

/** A part as it is, or else its other makes, as far as they pass on what they take in. */
function listPassing(
  { report, book }: ServeContext,
  placed: PlacedItem,
  carries: Carries,
  connector: string,
): Passing[] {
  const { assembly } = report;
  return [undefined, ...listOtherMakes(assembly, placed, book)].flatMap((swap) => {
    const after = swap ? tryEdit(assembly, swap, book) : assembly;
    const changed = listFlat(swap ?? noEdit).find((e) => e.type === 'swap-part');
    const now = after.byId.get(changed?.item.id ?? placed.item.id);
    const passing = now && findPassing(now.part, carries, connector);
    return passing ? [{ swap, after, placed: now, ...passing }] : [];
  });
}

interface End {
  readonly item: string;
  readonly port: string;
}

/** The planned lead in a socket. */
const findRun = (assembly: Assembly, end: End) =>
  assembly.setup.cables?.find((c) =>
    [c.from, c.to].some((e) => e.item === end.item && e.port === end.port),
  );

/**
 * The lead for two sockets that is about as long as another one: that itself where it is free now and has the plugs, else the next in
 * length. None of those that are spoken for already: of a part that is bought twice the second is another one.
 */
function findLeadLike(
  { book }: ServeContext,
  after: Assembly,
  a: Port,
  b: Port,
  used: KitItem,
  spokenFor: readonly KitItem[] = [used],
): KitItem | undefined {
  const isTaken = (item: KitItem) => spokenFor.some((one) => one.id === item.id);
  const own = book.get(used.partId);
  if (own && !isTaken(used) && fitsPorts(own, a, b)) return used;
  const longMm = own?.cable?.lengthMm ?? 0;
  const apartMm = (part: Part) => Math.abs((part.cable?.lengthMm ?? Infinity) - longMm);
  const [lead] = listFittingLeads(after, book, a, b)
    .filter(({ item }) => item.id !== used.id && (isProposedId(item.id) || !isTaken(item)))
    .sort((x, y) => apartMm(x.part) - apartMm(y.part));
  if (!lead) return undefined;
  return isTaken(lead.item)
    ? { ...lead.item, id: proposeId(`${lead.item.partId}-second`) }
    : lead.item;
}

const plug = (setupId: string, item: KitItem, from: End, to: End): Edit => ({
  type: 'add-cable',
  setupId,
  item,
  cable: { id: proposeId(`run-${item.id}`), item: item.id, from, to },
});

/**
 * Edits by which what has no input left takes one that is in use, and what was in it goes through the input of the former's own: as it
 * is, or as another make that has one. The lead that is there is plugged in anew; one more is as long as that, about.
 */
export function listSoundThrough(
  context: ServeContext,
  finding: Extract<Finding, { code: 'inputs-short' }>,
): Edit[] {
  const { report } = context;
  const { assembly } = report;
  const { connector } = finding.facts;
  const setupId = assembly.setup.id;
  return finding.items.flatMap((id): Edit[] => {
    const source = assembly.byId.get(id);
    const taken = report.sound.usable.find(
      (i) => i.port.connector === connector && i.takenBy && i.placed.item.id !== id,
    );
    const run = assembly.setup.cables?.find((c) => c.id === taken?.takenBy?.lead?.runId);
    const used = assembly.rig.kit.find((i) => i.id === run?.item);
    if (!source || !taken || !run || !used) return [];
    const end = { item: taken.placed.item.id, port: taken.port.id };
    const from = run.to.item === end.item && run.to.port === end.port ? run.from : run.to;
    return listPassing(context, source, 'audio', connector).flatMap(
      ({ swap, after, placed, into, out }) => {
        const lead = findLeadLike(context, after, out, taken.port, used);
        if (!lead) return [];
        return [
          joinEdits(
            ...(swap ? [swap] : []),
            { type: 'remove-cable', setupId, cableId: run.id },
            plug(setupId, used, from, { item: placed.item.id, port: into.id }),
            plug(setupId, lead, { item: placed.item.id, port: out.id }, end),
          ),
        ];
      },
    );
  });
}

/**
 * Edits by which a picture goes on from the one that has the only output to the one that has none: through the screen that is plugged in
 * there, or the one that wants it stands before it; as they are, or as other makes that loop through. Empty where the output is free.
 */
export function listPictureThrough(
  context: ServeContext,
  finding: Extract<Finding, { code: 'no-lead' }>,
): Edit[] {
  const { assembly } = context.report;
  const { carries, fromPort, toItem, toPort } = finding.facts;
  const wanting = assembly.byId.get(toItem);
  const source = finding.items.map((id) => assembly.byId.get(id)).find((p) => p && p !== wanting);
  const wanted = wanting?.part.ports?.find((p) => p.id === toPort);
  const given = source?.part.ports?.find((p) => p.id === fromPort);
  if (carries !== 'video' || !wanting || !source || !wanted || !given) return [];
  if (!isPlugged(assembly, source.item.id, fromPort)) return [];
  const setupId = assembly.setup.id;
  const run = findRun(assembly, { item: source.item.id, port: fromPort });
  const used = assembly.rig.kit.find((i) => i.id === run?.item);
  if (!run || !used) return [];
  const far = run.from.item === source.item.id ? run.to : run.from;
  const taker = assembly.byId.get(far.item);
  const takerPort = taker?.part.ports?.find((p) => p.id === far.port);
  if (!taker || !takerPort) return [];
  // Through the one that has the picture.
  const through = listPassing(context, taker, 'video', takerPort.connector).flatMap(
    ({ swap, after, placed, out }) => {
      const lead = findLeadLike(context, after, out, wanted, used);
      if (!lead) return [];
      const from = { item: placed.item.id, port: out.id };
      return [
        joinEdits(
          ...(swap ? [swap] : []),
          plug(setupId, lead, from, { item: toItem, port: toPort }),
        ),
      ];
    },
  );
  // Before it: what wants the picture takes it first, and hands it on by the lead that is there.
  const before = listPassing(context, wanting, 'video', wanted.connector).flatMap(
    ({ swap, after, placed, into, out }) => {
      const first = findLeadLike(context, after, given, into, used, []);
      const second = first && findLeadLike(context, after, out, takerPort, used, [first]);
      if (!second) return [];
      return [
        joinEdits(
          ...(swap ? [swap] : []),
          { type: 'remove-cable', setupId, cableId: run.id },
          plug(setupId, first, run.from, { item: placed.item.id, port: into.id }),
          plug(setupId, second, { item: placed.item.id, port: out.id }, far),
        ),
      ];
    },
  );
  return [...through, ...before];
}
