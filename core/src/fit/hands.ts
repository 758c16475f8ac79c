import { createFinding, defineFinding, stating, defineCheck } from '../finding/index.js';
import { sayMm, sayDeg, sayNumber } from '../words/index.js';
import { defineSolidCheck, type FitAsked, type SolidAsked } from './asked.js';
import type { Hold } from '../hold/index.js';
import { measureHandsApart } from './lengths.js';
import { hasTrait, type Control } from '../part/index.js';
import { add, dot, measureLength, scale, subtract, type Vec3 } from '../placement/index.js';
import { measureSetting, placeRay, type Assembly, type PlacedItem } from '../rig/index.js';
import { canTurnTo, findEye, isMild, lookAt, measureFront } from '../sight/index.js';

/** Ways of holding in which both hands hold and none is free to work a control. */
const bothHandsBusy = ['grips', 'low-two', 'eye', 'chest', 'shoulder'];

export const outOfReach = defineFinding(
  'out-of-reach',
  stating<{
    readonly itemId: string;
    readonly controlId: string;
    readonly farMm: number;
    readonly reachMm: number;
  }>(),
  {
    restsOn: ['shape', 'mounts'],
    bad: ({ farMm }) => farMm,
    weight: 'risk; note for dials',
    when: 'both hands hold, and the nearest control of its use is farther than a finger reaches',
    offers: '',
    sentence: ({ facts }, n) =>
      `The ${n.control(facts.itemId, facts.controlId)} of ${n.item(facts.itemId)} is ${sayMm(facts.farMm)} from your nearest hand; a finger reaches ≈ ${sayMm(facts.reachMm)}.`,
    why: 'Both your hands hold the rig; to reach it you must let go.',
    todo: 'Move a grip nearer, use a remote trigger, or hold it another way.',
  },
);

/** Whether a hand can work a control: a motor's wheel is turned by its motor, and a trigger is of use once it is plugged in. */
function isWorked(assembly: Assembly, placed: PlacedItem, control: Control): boolean {
  if (hasTrait(placed.part, 'camera') || hasTrait(placed.part, 'optic')) return true;
  const isDriven = (placed.part.ports ?? []).some((p) => p.direction !== 'out');
  if (control.use === 'focus' || control.use === 'zoom' || control.use === 'iris') return !isDriven;
  const plugged = (assembly.setup.cables ?? []).some((c) =>
    [c.from.item, c.to.item].includes(placed.item.id),
  );
  return plugged || (placed.part.ports ?? []).length === 0;
}

/**
 * Record, dials, focus, zoom and iris that no finger reaches from where both hands hold: of those that do the same the
 * nearest counts. Where a hand is free it reaches all of a rig. Just as far as a finger goes is within reach.
 */
export const reachCheck = defineCheck([outOfReach], ({ assembly, hold }: FitAsked) => {
  if (hold.state !== 'held' || !bothHandsBusy.includes(hold.kind)) return [];
  const reachMm = measureSetting(assembly.rig.settings, 'handReachMm');
  const nearest = new Map<
    Control['use'],
    { placed: PlacedItem; control: Control; farMm: number }
  >();
  for (const placed of assembly.items) {
    for (const control of placed.part.controls ?? []) {
      if (control.use === 'lever' || control.use === 'knob') continue;
      if (!isWorked(assembly, placed, control)) continue;
      const at = placeRay(placed, control.id, control.atMm, [1, 0, 0]).atMm;
      const farMm = Math.min(
        ...hold.contacts.flatMap((c) =>
          c.grip
            ? [measureToGrip(at, c.grip)]
            : c.role === 'under-hand'
              ? [measureLength(subtract(at, c.pointMm))]
              : [],
        ),
      );
      const known = nearest.get(control.use);
      if (!known || farMm < known.farMm) nearest.set(control.use, { placed, control, farMm });
    }
  }
  return [...nearest.values()]
    .filter(({ farMm }) => farMm > reachMm)
    .map(({ placed, control, farMm }) =>
      createFinding(
        outOfReach,
        // Dials are set before the take.
        control.use === 'dials' ? 'note' : 'risk',
        { items: [placed.item.id], key: control.id },
        { itemId: placed.item.id, controlId: control.id, farMm, reachMm },
      ),
    );
});

/** How far a point is from where a hand holds: the palm lies 20 mm to either side along the grip. */
function measureToGrip(at: Vec3, grip: Extract<Hold, { state: 'held' }>['grips'][number]): number {
  const along = subtract(grip.toMm, grip.fromMm);
  const length = measureLength(along);
  if (length === 0) return measureLength(subtract(at, grip.pointMm));
  const way = scale(along, 1 / length);
  const from = Math.max(0, grip.alongMm - 20);
  const to = Math.min(length, grip.alongMm + 20);
  const t = Math.min(to, Math.max(from, dot(subtract(at, grip.fromMm), way)));
  return measureLength(subtract(at, add(grip.fromMm, scale(way, t))));
}

export const pressedUnawares = defineFinding(
  'pressed-unawares',
  stating<{ readonly itemId: string; readonly controlId: string; readonly apartMm: number }>(),
  {
    restsOn: ['shape', 'mounts'],
    bad: ({ apartMm }) => -apartMm,
    weight: 'note',
    when: 'a record button or a dial within 20 mm of the line on which a palm holds another part',
    offers: '',
    sentence: ({ items: [grip], facts }, n) =>
      `Your palm on ${n.item(grip!)} lies on the ${n.control(facts.itemId, facts.controlId)} of ${n.item(facts.itemId)}, ≈ ${sayMm(Math.round(facts.apartMm))} from its middle.`,
    why: 'A press that nobody meant begins a take or ends one, and a dial that turns changes the exposure.',
    todo: 'Bring the grip outward by a stud or a spacer, hold it farther along, or lock the control in the menu.',
  },
);

/** Nearer to the middle of a palm than this a button is pressed as the hand closes, mm (estimate: half the breadth of a palm round a grip). */
const underPalmMm = 20;

/** Record buttons and dials that lie where a palm closes round a grip of another part. What a part's maker put under its own grip is meant. */
export const pressCheck = defineCheck([pressedUnawares], ({ assembly, hold }: FitAsked) => {
  if (hold.state !== 'held') return [];
  return assembly.items.flatMap((placed) =>
    (placed.part.controls ?? []).flatMap((control) => {
      if (
        (control.use !== 'record' && control.use !== 'dials') ||
        !isWorked(assembly, placed, control)
      )
        return [];
      const at = placeRay(placed, control.id, control.atMm, [1, 0, 0]).atMm;
      return hold.contacts.flatMap(({ grip }) => {
        if (!grip || grip.itemId === placed.item.id) return [];
        const apartMm = measureToGrip(at, grip);
        if (apartMm >= underPalmMm) return [];
        return [
          createFinding(
            pressedUnawares,
            'note',
            { items: [grip.itemId], key: `${placed.item.id} ${control.id}` },
            { itemId: placed.item.id, controlId: control.id, apartMm },
          ),
        ];
      });
    }),
  );
});

export const notWithGloves = defineFinding(
  'not-with-gloves',
  stating<{
    readonly itemId: string;
    readonly controlId: string;
    readonly sizeMm: number;
    readonly neededMm: number;
    readonly temperatureC: number;
  }>(),
  {
    restsOn: ['shape', 'mounts'],
    weight: 'note',
    when: 'a control smaller than a gloved finger, on a cold job',
    offers: '',
    sentence: ({ facts }, n) =>
      `The ${n.control(facts.itemId, facts.controlId)} of ${n.item(facts.itemId)}: ${sayMm(facts.sizeMm)} across; a gloved finger wants ≈ ${sayMm(facts.neededMm)}, and you plan for ${facts.temperatureC} °C.`,
    why: 'Cold hands wear gloves.',
    todo: 'Try it with your gloves on, or set it before you go out.',
  },
);

/** Controls too small for a gloved finger on a job cold enough for gloves. */
export const gloveCheck = defineCheck([notWithGloves], ({ assembly, brief }: FitAsked) => {
  const temperatureC = brief.day?.temperatureC;
  const { settings } = assembly.rig;
  if (temperatureC === undefined || temperatureC >= measureSetting(settings, 'gloveBelowC')) {
    return [];
  }
  const neededMm = measureSetting(settings, 'gloveMm');
  return assembly.items.flatMap((placed) =>
    (placed.part.controls ?? []).flatMap((control) => {
      if (control.sizeMm === undefined || control.sizeMm >= neededMm) return [];
      return [
        createFinding(
          notWithGloves,
          'note',
          { items: [placed.item.id], key: control.id },
          {
            itemId: placed.item.id,
            controlId: control.id,
            sizeMm: control.sizeMm,
            neededMm,
            temperatureC,
          },
        ),
      ];
    }),
  );
});

export const gripsUneven = defineFinding(
  'grips-uneven',
  stating<{ readonly heightMm: number; readonly depthMm: number }>(),
  {
    restsOn: ['shape', 'mounts'],
    bad: ({ heightMm, depthMm }) => Math.max(heightMm, depthMm),
    weight: 'note',
    when: 'two hands more than 25 mm apart in height or depth; nearer than that it stands in the working',
    offers: 'the turn or slide of one grip that brings the hands nearest to level',
    sentence: ({ items: [a, b], facts }, n) =>
      `Your hands on ${a === b ? n.item(a!) : `${n.item(a!)} and ${n.item(b!)}`} are ${sayMm(facts.heightMm)} apart in height and ${sayMm(facts.depthMm)} in depth.`,
    why: 'Uneven grips twist the wrists and tilt the horizon.',
    todo: 'Slide one of them until both are level.',
  },
);

/** Two grips whose hands are far off level, or one well before the other. */
export const unevenCheck = defineCheck([gripsUneven], ({ assembly, hold, catalogue }: FitAsked) => {
  const apart = measureHandsApart(assembly, hold);
  if (!apart || hold.state !== 'held') return [];
  const [a, b] = hold.grips as [(typeof hold.grips)[0], (typeof hold.grips)[0]];
  const { heightMm, depthMm, better } = apart;
  const limit = measureSetting(assembly.rig.settings, 'unevenGripsMm');
  if (heightMm <= limit && depthMm <= limit) return [];
  return [
    createFinding(
      gripsUneven,
      'note',
      { items: [a.itemId, b.itemId] },
      { heightMm, depthMm },
      catalogue && better ? [better.edit] : [],
    ),
  ];
});

export const screenNotSeen = defineFinding(
  'screen-not-seen',
  stating<{
    readonly screenId: string;
    readonly why: 'hidden' | 'aslant' | 'far';
    readonly angleDeg: number;
    readonly farMm: number;
    /** On its own hinges it can be turned so that it would be seen. */
    readonly canTurn: boolean;
    /** Too far to judge focus or too flat to judge the picture, and it serves to frame by. */
    readonly frames: boolean;
  }>(),
  {
    restsOn: ['shape', 'mounts'],
    bad: ({ angleDeg }) => angleDeg,
    weight:
      'note where its own hinges turn it to the eye or it still serves to frame by, risk otherwise',
    when: 'from the estimated eye no screen is seen well: each is hidden, more than 60° aslant, or farther than 8 diagonals',
    offers: '',
    sentence: ({ items: [screen, blocker], facts }, n) => {
      if (facts.canTurn) {
        return `As it stands you look at the screen of ${n.item(screen!)} ≈ ${sayDeg(facts.angleDeg)} aslant; on its hinge it turns to your eye.`;
      }
      switch (facts.why) {
        case 'hidden':
          return `${n.item(blocker!)} hides the screen of ${n.item(screen!)} from your eye.`;
        case 'aslant':
          return facts.frames
            ? `You see the screen of ${n.item(screen!)} at about ${sayNumber(facts.angleDeg)}°: it reads, and is too flat to judge the picture.`
            : `You look at the screen of ${n.item(screen!)} ≈ ${sayDeg(facts.angleDeg)} aslant.`;
        case 'far':
          return facts.frames
            ? `The screen of ${n.item(screen!)} is ≈ ${sayMm(facts.farMm)} from your eye: near enough to frame by, too far for its size to judge focus.`
            : `The screen of ${n.item(screen!)} is ≈ ${sayMm(facts.farMm)} from your eye, too far for its size.`;
      }
    },
    why: 'A picture you cannot judge is no help (where your eye is, is an estimate that can be set).',
    todo: 'Tilt the screen, or move it.',
    toGet: ({ facts }) => {
      // What its own hinges turn, or what one can frame by, needs nothing new.
      if (facts.canTurn || facts.frames) return undefined;
      switch (facts.why) {
        case 'far':
          return 'Get a larger monitor, or an arm that brings one nearer to your eye.';
        case 'aslant':
          return `Get a monitor on an arm that turns ${sayNumber(Math.ceil(facts.angleDeg / 5) * 5)}° to your eye, or a viewfinder.`;
        case 'hidden':
          return 'Get a longer arm for a monitor, or move what hides it.';
      }
    },
  },
);

/**
 * Screens that the operator's eye does not see from this way of holding: turned away, too far for their
 * size, or hidden by another part. Where one screen is seen well, the others are not asked for; where none is, one is told.
 */
export const screenCheck = defineSolidCheck(
  [screenNotSeen],
  ({ space, hold, brief }: SolidAsked) => {
    const { assembly } = space;
    const eye = findEye(assembly, hold);
    if (!eye) return [];
    const sights = assembly.items.flatMap((placed) => lookAt(space, eye, placed));
    if (sights.some((s) => s.trouble === undefined)) return [];
    // Who is before the lens looks from there.
    const isSeenAhead = ({ placed, screenId }: (typeof sights)[number]) =>
      measureFront(
        placed,
        placed.part.screens!.find((s) => s.id === screenId)!,
        hold,
      ) === 'now';
    if (brief.watch?.fromFront && sights.some(isSeenAhead)) return [];
    // One picture is what is asked for: of those that are not seen the one that was put there to be looked at speaks.
    const [first] = [...sights].sort(
      (a, b) =>
        Number(isMild(b)) - Number(isMild(a)) ||
        Number(hasTrait(b.placed.part, 'wants-picture')) -
          Number(hasTrait(a.placed.part, 'wants-picture')) ||
        a.angleDeg - b.angleDeg ||
        a.placed.number - b.placed.number,
    );
    if (!first?.trouble) return [];
    const { placed, screenId, trouble, angleDeg, farMm, hiddenBy } = first;
    const canTurn = trouble === 'aslant' && canTurnTo(space, eye, first);
    const frames = isMild(first);
    return [
      createFinding(
        screenNotSeen,
        canTurn || frames ? 'note' : 'risk',
        {
          items: [placed.item.id, ...(hiddenBy === undefined ? [] : [hiddenBy])],
          named: 1,
          // Turned and then too far away is another trouble than turned away.
          key: `${screenId}:${trouble}`,
        },
        { screenId, why: trouble, angleDeg, farMm, canTurn, frames },
      ),
    ];
  },
);
