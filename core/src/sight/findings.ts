import type { Brief } from '../brief/index.js';
import {
  createFinding,
  defineCheck,
  defineFinding,
  stating,
  type AnyFinding,
} from '../finding/index.js';
import type { Assembly } from '../rig/index.js';
import { sayEv, sayMm, sayNumber } from '../words/index.js';
import { measureDriveMoveMm } from './focus.js';
import type { Sight } from './sight.js';
import {
  findBrightestEv,
  isLookedAt,
  isShielded,
  measureNeededNits,
  measureShadedNits,
} from './screens.js';

/** What the checks of seeing and focus look at. */
export interface SightContext {
  readonly assembly: Assembly;
  readonly brief: Brief;
  readonly sight: Sight;
}

const sayNits = (nits: number): string => `${sayNumber(Math.round(nits / 10) * 10)} cd/m²`;

export const screenTooDim = defineFinding(
  'screen-too-dim',
  stating<{
    readonly nits: number;
    readonly neededNits: number;
    readonly ev: number;
    readonly hooded: boolean;
  }>(),
  {
    restsOn: [],
    bad: ({ nits, neededNits }) => neededNits / nits,
    weight: 'risk under half of what is needed; note otherwise',
    when: 'the brightest screen that is looked at is dimmer than the brightest scene of the brief wants (estimate), a hood in its box counted, and no loupe or finder shields the eye',
    offers: '',
    sentence: ({ items: [screen], facts: f }, n) =>
      `The screen of ${n.item(screen!)} has ${sayNits(f.nits)}${f.hooded ? ' under its hood' : ''}, and at ${sayEv(f.ev)} you want ≈ ${sayNits(f.neededNits)}.`,
    why: 'A picture that the sun washes out hides wrong exposure and soft focus until it is too late.',
    todo: 'Shade it by a hood, take a brighter one, or use a loupe; never point a loupe or a long lens at the sun.',
  },
);

const dimCheck = defineCheck([screenTooDim], ({ assembly, brief, sight }: SightContext) => {
  const ev = findBrightestEv(brief);
  if (ev === undefined || isShielded(assembly)) return [];
  const looked = sight.screens.filter((s) => isLookedAt(assembly, s));
  // One of which nobody says how bright it is may do.
  if (looked.length === 0 || looked.some((s) => s.nits === undefined)) return [];
  const best = looked.reduce((a, b) => (measureShadedNits(b)! > measureShadedNits(a)! ? b : a));
  const nits = measureShadedNits(best)!;
  const neededNits = measureNeededNits(ev);
  if (nits >= neededNits) return [];
  return [
    createFinding(
      screenTooDim,
      nits < neededNits / 2 ? 'risk' : 'note',
      { items: [best.placed.item.id] },
      { nits, neededNits, ev, hooded: best.hooded },
    ),
  ];
});

export const noAutofocus = defineFinding(
  'no-autofocus',
  stating<{ readonly because: 'body' | 'lens' | 'adapter' }>(),
  {
    restsOn: [],
    weight: 'risk',
    when: 'the person focuses by the camera, and a lens, its adapter or the body states that it does not',
    offers: '',
    sentence: ({ items: [lens, cause], facts }, n) =>
      facts.because === 'adapter'
        ? `You let the camera focus, and ${n.item(cause!)} does not hand that on to ${n.item(lens!)}.`
        : facts.because === 'body'
          ? `You let the camera focus, and ${n.item(cause!)} does not.`
          : `You let the camera focus, and ${n.item(lens!)} is focused by hand.`,
    why: 'You would find out with a subject that walks towards you.',
    todo: 'Take another lens or adapter, or plan to pull focus by hand.',
  },
);

const autofocusCheck = defineCheck([noAutofocus], ({ brief, sight }: SightContext) => {
  if (brief.schools?.focus !== 'autofocus') return [];
  const told = new Set<string>();
  return sight.focusing.lenses.flatMap(({ itemId, autofocus }): AnyFinding[] => {
    if (autofocus.state !== 'not') return [];
    // A body that focuses no lens is one trouble, not one for each.
    if (autofocus.because === 'body' && told.has(autofocus.id)) return [];
    told.add(autofocus.id);
    return [
      createFinding(
        noAutofocus,
        'risk',
        { items: [itemId, autofocus.id], key: autofocus.because },
        { because: autofocus.because },
      ),
    ];
  });
});

export const driveMoves = defineFinding('drive-moves', stating<{ readonly moveMm: number }>(), {
  restsOn: ['mounts'],
  bad: ({ moveMm }) => Math.abs(moveMm),
  weight: 'note',
  when: 'a drive is on the rig, and the gear of another lens of the set lies more than 2 mm elsewhere along the rods',
  offers: '',
  sentence: ({ items: [drive, lens], facts }, n) =>
    `You move ${n.item(drive!)} ≈ ${sayMm(Math.round(Math.abs(facts.moveMm)))} ${facts.moveMm > 0 ? 'forward' : 'back'} for ${n.item(lens!)}.`,
  why: 'Each change of lens costs that much longer, and focus marks are set anew.',
  todo: 'Mark both places on the rods, or take lenses whose rings lie in one place.',
});

/** Gears as wide as these teeth still mesh when they are so far apart along the rods, mm (estimate). */
const meshesMm = 2;

const moveCheck = defineCheck([driveMoves], ({ sight }: SightContext) => {
  const { lenses, drives } = sight.focusing;
  const [drive] = drives;
  const now = lenses.find((l) => l.onRig);
  if (!drive || !now) return [];
  return lenses.flatMap((lens): AnyFinding[] => {
    const moveMm = lens === now ? undefined : measureDriveMoveMm(now, lens);
    if (moveMm === undefined || Math.abs(moveMm) <= meshesMm) return [];
    return [
      createFinding(driveMoves, 'note', { items: [drive.placed.item.id, lens.itemId] }, { moveMm }),
    ];
  });
});

export const motorUnworked = defineFinding('motor-unworked', stating(), {
  restsOn: [],
  weight: 'risk',
  when: 'a focus motor whose hand unit is stated to be sold apart, and nothing in the kit has a wheel for focus and no gear',
  offers: '',
  sentence: ({ items: [motor] }, n) =>
    `${n.item(motor!)} turns nothing yet: the unit in the hand that works it is sold apart.`,
  why: 'A motor without its wheel is a weight on a rod.',
  todo: 'Add the hand unit, a part with a control for focus, or take a drive that is turned by hand.',
});

const motorCheck = defineCheck([motorUnworked], ({ sight }: SightContext) =>
  sight.focusing.drives.flatMap((d) =>
    d.worked === false
      ? [createFinding(motorUnworked, 'risk', { items: [d.placed.item.id] }, {})]
      : [],
  ),
);

export const linkTooShort = defineFinding(
  'link-too-short',
  stating<{ readonly rangeM: number; readonly wantedM: number }>(),
  {
    restsOn: [],
    bad: ({ rangeM, wantedM }) => wantedM / rangeM,
    weight: 'risk',
    when: 'a client watches from farther off than the transmitter on the rig states to reach in the open',
    offers: '',
    sentence: ({ items: [link], facts }, n) =>
      `${n.item(link!)} reaches ${sayNumber(facts.rangeM)} m in the open, and your client watches from ${sayNumber(facts.wantedM)} m.`,
    why: 'Walls and people take most of what a maker states: a picture that breaks up is worse than none.',
    todo: 'Bring the client nearer, or take a link that reaches farther.',
  },
);

export const pictureLate = defineFinding(
  'picture-late',
  stating<{ readonly delayMs: number; readonly limitMs: number }>(),
  {
    restsOn: [],
    bad: ({ delayMs }) => delayMs,
    weight: 'risk',
    when: 'somebody pulls focus from afar by a picture that states to come later than 80 ms (estimate)',
    offers: '',
    sentence: ({ items: [link], facts }, n) =>
      `The picture of ${n.item(link!)} comes ${sayNumber(facts.delayMs)} ms late: too late to pull focus by from afar, where ≈ ${sayNumber(facts.limitMs)} ms are borne.`,
    why: 'Whoever pulls focus by a late picture is always behind the subject.',
    todo: 'Take a link with less delay, or pull focus at the camera.',
  },
);

/** Two frames at 25 a second: later than this a hand that follows a picture overshoots (estimate). */
const lateMs = 80;

const linkCheck = defineCheck(
  [linkTooShort, pictureLate],
  ({ assembly, brief }: SightContext): AnyFinding[] => {
    const links = assembly.items.filter((p) => p.part.kind === 'transmitter');
    const { client, clientM, focusFrom } = brief.people ?? {};
    const isFar = client !== undefined && client !== 'wired' && clientM !== undefined;
    return links.flatMap(({ item, part }): AnyFinding[] => {
      const rangeM = part.link?.rangeM;
      return [
        ...(isFar && rangeM !== undefined && rangeM < clientM
          ? [
              createFinding(
                linkTooShort,
                'risk',
                { items: [item.id] },
                { rangeM, wantedM: clientM },
              ),
            ]
          : []),
        ...(focusFrom === 'afar' && part.delayMs !== undefined && part.delayMs > lateMs
          ? [
              createFinding(
                pictureLate,
                'risk',
                { items: [item.id] },
                { delayMs: part.delayMs, limitMs: lateMs },
              ),
            ]
          : []),
      ];
    });
  },
);

/** Every check of seeing and focus, in the order in which findings of one weight are told. */
export const sightChecks = [dimCheck, autofocusCheck, motorCheck, linkCheck, moveCheck] as const;
