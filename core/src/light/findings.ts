import {
  createFinding,
  defineCheck,
  defineFinding,
  stating,
  type AnyFinding,
} from '../finding/index.js';
import type { Brief } from '../brief/index.js';
import type { PartBook } from '../part/index.js';
import type { Assembly, Edit } from '../rig/index.js';
import { sayEv, sayList, sayNumber, sayStop, sayStops, sayTime } from '../words/index.js';
import { createTakeAlong, listClosers } from './closers.js';
import type { Gap, LensLight, Light } from './light.js';
import type { StackFault } from './stack.js';

/** What the checks of Light look at. */
export interface LightContext {
  readonly assembly: Assembly;
  readonly brief: Brief;
  readonly light: Light;
  /** Parts that may be taken along; ways out are looked for only where it is given. */
  readonly catalogue: PartBook | undefined;
}

/** What one exposes with at the end of a range that does not reach. */
export interface ExposedAt {
  readonly stop: number;
  readonly isF: boolean;
  readonly timeS: number;
  readonly iso: number;
}

export const exposureGap = defineFinding(
  'exposure-gap',
  stating<{
    readonly side: Gap['side'];
    readonly scene: string | undefined;
    readonly fromEv: number;
    readonly toEv: number;
    readonly stops: number;
    readonly at: ExposedAt;
    /** The most that the kit takes before this lens, as far as the picture stays even, and what that end of the scene needs. */
    readonly takesStops: number;
    readonly needsStops: number;
    /** A variable filter takes more than this, and shows a cross from there on at this angle of view. */
    readonly evenTo: number | undefined;
    /** Names a deliverable where there are several. */
    readonly timing: string | undefined;
    /** False where nobody states the body's base ISO. */
    readonly isoKnown: boolean;
  }>(),
  {
    owner: 'day',
    restsOn: [],
    bad: ({ stops }) => stops,
    weight: 'risk',
    when: 'a scene of the brief is brighter or darker than the stops, the ISO, the shutter and every set of filters of the kit hold, beyond a third of a stop',
    offers: 'a filter of the catalogue that closes it for all lenses, taken along',
    sentence: ({ items: [lens, ...others], facts: f }, n) => {
      const where = f.scene === undefined ? '' : ` in “${f.scene}”`;
      const who = `${n.item(lens!)}${others.length > 0 ? ` (${sayList(others.map((id) => n.item(id)))} as well)` : ''}`;
      const with_ = `${sayStop(f.at.stop, f.at.isF)}, ${sayTime(f.at.timeS)} and ISO ${sayNumber(f.at.iso)}`;
      const of = f.timing === undefined ? '' : ` for “${f.timing}”`;
      const about = f.isoKnown ? '' : '≈ ';
      if (f.side === 'between') {
        return `Between ${sayEv(f.fromEv)} and ${sayEv(f.toEv)}${where} nothing holds with ${who}${of}: your filters leave a step of ${about}${sayStops(f.stops)}.`;
      }
      if (f.side === 'dark') {
        return `At ${sayEv(f.fromEv)}${where} you are ${about}${sayStops(f.stops)} short of light with ${who}${of}: ${with_} hold from ${sayEv(f.fromEv + f.stops)} up.`;
      }
      const cross =
        f.evenTo === undefined
          ? ''
          : `; past ≈ ${sayStops(f.evenTo)} a variable filter shows a cross at this angle of view`;
      return `At ${sayEv(f.toEv)}${where} you are ${about}${sayStops(f.stops)} short with ${who}${of}: ${with_} need ${about}${sayStops(f.needsStops)} taken away, and your kit takes ${f.takesStops < 0.05 ? 'nothing' : sayStops(f.takesStops)}${cross}.`;
    },
    why: 'You would give up your stop or your shutter, and the picture with it: depth of field or motion changes from shot to shot.',
    todo: 'Take a filter along that reaches, add one to those you have, or accept another stop or ISO in the brief.',
  },
);

function measureAt(lens: LensLight, light: Light, gap: Gap): ExposedAt {
  const isos = light.isos.stretches;
  const isDark = gap.side === 'dark';
  return {
    stop: isDark ? lens.stops.widest : lens.stops.smallest,
    isF: lens.stops.isF,
    timeS: gap.timing.timeS,
    iso: isDark ? isos.at(-1)!.to : isos[0]!.from,
  };
}

const sides: readonly Gap['side'][] = ['bright', 'dark', 'between'];

interface OwnGap {
  readonly lens: LensLight;
  readonly gap: Gap;
}

/** The widest gap of each lens at a side, the widest first. */
function listWorst(light: Light, side: Gap['side']): OwnGap[] {
  return light.lenses
    .flatMap((lens): OwnGap[] => {
      const gaps = lens.exposings.flatMap((e) => e.gaps).filter((g) => g.side === side);
      const [worst] = [...gaps].sort((a, b) => b.stops - a.stops);
      return worst ? [{ lens, gap: worst }] : [];
    })
    .sort((a, b) => b.gap.stops - a.gap.stops);
}

function createGapFinding({ assembly, brief, light, catalogue }: LightContext, worst: OwnGap[]) {
  const [{ lens, gap }] = worst as [OwnGap];
  const exposing = lens.exposings.find((e) => e.timing === gap.timing)!;
  const [bareTo, heldTo] = [exposing.bare.at(-1)!.to, exposing.held.at(-1)!.to];
  const evens = lens.pieces.filters.flatMap((f) => (f.read.evenTo ? [f.read.evenTo.stops] : []));
  const edits: Edit[] =
    catalogue && gap.side !== 'dark'
      ? listClosers(
          light,
          worst.map((w) => w.lens),
          catalogue,
          brief,
        ).map((ids) => createTakeAlong(assembly.setup.id, ids))
      : [];
  return createFinding(
    exposureGap,
    'risk',
    { items: worst.map((w) => w.lens.itemId), named: 0, key: gap.side },
    {
      side: gap.side,
      scene: gap.scene.name,
      fromEv: gap.from,
      toEv: gap.to,
      stops: gap.stops,
      at: measureAt(lens, light, gap),
      takesStops: heldTo - bareTo,
      needsStops: gap.to - bareTo,
      evenTo: evens.length > 0 ? Math.max(...evens) : undefined,
      timing: light.timings.length > 1 ? gap.timing.name : undefined,
      isoKnown: light.isos.known,
    },
    edits,
  );
}

const gapCheck = defineCheck([exposureGap], (context: LightContext) =>
  sides.flatMap((side): AnyFinding[] => {
    const worst = listWorst(context.light, side);
    return worst.length > 0 ? [createGapFinding(context, worst)] : [];
  }),
);

export const glassTurns = defineFinding(
  'glass-turns',
  stating<{ readonly why: StackFault['why'] }>(),
  {
    restsOn: ['mounts'],
    weight: 'risk; a note where a ring is reached into a box, or once something is off',
    when: 'what stands before the lens spoils other glass: a box on a ring that is turned, a ring inside a box or behind other glass, glass with a right way up before a ring that turns, two pairs of polarisers',
    offers: '',
    sentence: ({ items, facts }, n) => {
      const [a, b] = [sayList(items.slice(0, -1).map((id) => n.item(id))), n.item(items.at(-1)!)];
      switch (facts.why) {
        case 'turns-the-box':
          return `You turn ${b} with the ring of ${a}: it is clamped onto that.`;
        case 'ring-in-the-box':
          return `You turn ${a} by reaching into ${b}: its ring stands inside.`;
        case 'turned-along':
          return `You turn ${a} along with the ring of ${b}; what has a right way up must not turn.`;
        case 'buried':
          return `You turn ${b} along with the ring of ${a}, which it is screwed into.`;
        case 'two-polarisers':
          return `${a} and ${b} are both polarisers: turned against each other they go dark.`;
        case 'turned-by-focus':
          return `The front of ${b} turns as it focuses, and ${a} with it.`;
      }
    },
    why: 'Glass that must be turned wants to be reached, and must turn nothing else.',
    todo: 'Put what turns outermost, the box on rods or on the lens itself, or use fixed glass behind the box.',
  },
);

/** Faults of one cause are one trouble: all the glass that a front or a ring turns along. */
function listTroubles(faults: readonly StackFault[]) {
  const troubles: { readonly why: StackFault['why']; readonly ids: readonly string[] }[] = [];
  for (const { why, ids } of faults) {
    const isShared = why === 'turned-by-focus' || why === 'turned-along';
    const at = troubles.findIndex((t) => isShared && t.why === why && t.ids.at(-1) === ids[1]);
    const same = troubles[at];
    if (same) troubles[at] = { why, ids: [...same.ids.slice(0, -1), ids[0], ids[1]] };
    else troubles.push({ why, ids: [...ids] });
  }
  return troubles;
}

const stackCheck = defineCheck([glassTurns], ({ light }: LightContext) =>
  listTroubles(light.stack?.faults ?? []).map(({ why, ids }) =>
    createFinding(
      glassTurns,
      why === 'buried' || why === 'ring-in-the-box' ? 'note' : 'risk',
      { items: ids, key: why },
      { why },
    ),
  ),
);

export const framesNotRecorded = defineFinding(
  'frames-not-recorded',
  stating<{
    readonly framesPerS: number;
    readonly most: number;
    readonly name: string | undefined;
  }>(),
  {
    restsOn: [],
    weight: 'risk',
    when: 'every way of recording that the body states is slower than what is to be handed over',
    offers: '',
    sentence: ({ items: [body], facts }, n) =>
      `You hand over ${sayNumber(facts.framesPerS)} frames a second${facts.name === undefined ? '' : ` (“${facts.name}”)`}, and ${n.item(body!)} records ${sayNumber(facts.most)} at most.`,
    why: 'Slow motion that was not recorded cannot be made later.',
    todo: 'Record it with another body, or deliver fewer frames a second.',
  },
);

const framesCheck = defineCheck([framesNotRecorded], ({ light }: LightContext) => {
  const { body } = light;
  const rates = body?.part.modes?.map((m) => m.framesPerS) ?? [];
  // One that does not say may be faster.
  if (!body || rates.length === 0 || rates.some((r) => r === undefined)) return [];
  const most = Math.max(...(rates as number[]));
  return light.timings
    .filter((t) => !t.assumed && t.framesPerS > most + 1e-6)
    .map((t) =>
      createFinding(
        framesNotRecorded,
        'risk',
        { items: [body.item.id], key: t.name ?? 'brief' },
        { framesPerS: t.framesPerS, most, name: t.name },
      ),
    );
});

export const isoRefused = defineFinding(
  'iso-refused',
  stating<{ readonly highest: number; readonly base: number }>(),
  {
    restsOn: [],
    weight: 'risk',
    when: 'the highest ISO of the brief is below the lowest base of the body',
    offers: '',
    sentence: ({ items: [body], facts }, n) =>
      `You accept ISO ${sayNumber(facts.highest)} at most, and the lowest base of ${n.item(body!)} is ISO ${sayNumber(facts.base)}.`,
    why: 'Below its base a sensor clips earlier; most cameras do not go there when they record.',
    todo: 'Accept its base ISO in the brief, or take another body.',
  },
);

const isoCheck = defineCheck([isoRefused], ({ light, brief }: LightContext) => {
  const { body, isos } = light;
  const highest = brief.picture?.highestIso;
  if (!body || !isos.refused || highest === undefined) return [];
  return [
    createFinding(
      isoRefused,
      'risk',
      { items: [body.item.id] },
      { highest, base: isos.stretches[0]!.from },
    ),
  ];
});

/** Every check of Light, in the order in which findings of one weight are told. */
export const lightChecks = [gapCheck, stackCheck, isoCheck, framesCheck] as const;
