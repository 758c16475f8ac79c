import { z } from 'zod';
import {
  Mount,
  Name,
  Note,
  Offer,
  Control,
  Grip,
  KeepClear,
  Movement,
  Part,
  PartId,
  PartKind,
  Port,
  Pose,
  Screen,
  Serves,
  type PartBook,
} from '../part/index.js';
import { LengthMm } from '../solid/index.js';
import { Money } from '../units/index.js';
import { BodyFigures, createBody } from './body.js';
import { CageFigures, createCage } from './cage.js';
import { createSideGrip, createTopHandle, SideGripFigures, TopHandleFigures } from './grip.js';
import { CableFigures, createCable } from './cable.js';
import {
  BatteryPlateFigures,
  ChargerFigures,
  createBatteryPlate,
  createCharger,
  createDevice,
  createDummyBattery,
  DeviceFigures,
  DummyBatteryFigures,
} from './device.js';
import { createLens, LensFigures } from './lens.js';
import type { Made } from './made.js';
import {
  createFollowFocus,
  createLensSupport,
  createMatteBox,
  createGearRing,
  createRing,
  FollowFocusFigures,
  GearRingFigures,
  LensSupportFigures,
  MatteBoxFigures,
  RingFigures,
} from './lens-things.js';
import { ArmFigures, createArm, createMonitor, MonitorFigures } from './monitor.js';
import {
  BatteryFigures,
  createBattery,
  createMicrophone,
  createPlate,
  MicrophoneFigures,
  createRods,
  createTrayGlass,
  PlateFigures,
  RodsFigures,
  TrayGlassFigures,
} from './small.js';
import {
  BracketFigures,
  DovetailClampFigures,
  SeatFigures,
  createBracket,
  createDovetailClamp,
  createSeat,
  createLoupe,
  createRodClamp,
  createShoulderPad,
  createSmallThing,
  createStrap,
  createSupport,
  LoupeFigures,
  RodClampFigures,
  ShoulderPadFigures,
  SmallThingFigures,
  StrapFigures,
  SupportFigures,
} from './support.js';

const facts = {
  id: PartId,
  name: Name,
  maker: Name.optional(),
  note: Note.optional(),
  kind: PartKind.optional(),
  massG: Part.shape.massG,
  price: Money.optional(),
  offers: z.array(Offer).max(100).optional(),
  serves: z.array(Serves).max(20).optional(),
  inBox: Part.shape.inBox,
  soldOnlyWith: Part.shape.soldOnlyWith,
  assembleAfter: Part.shape.assembleAfter,
  assembleAfterParts: Part.shape.assembleAfterParts,
  excludes: Part.shape.excludes,
  tools: Part.shape.tools,
  opticalAxis: Part.shape.opticalAxis,
  head: Part.shape.head,
  gimbal: Part.shape.gimbal,
  finish: Name.optional(),
  /** Figures that nobody stated, by their name: marked as guesses in the part. */
  guessed: z.array(z.string().max(60)).max(60).optional(),
  homeMade: z.boolean().optional(),
  innerCell: z.boolean().optional(),
  noTrigger: z.boolean().optional(),
  exposes: Part.shape.exposes,
  glass: Part.shape.glass,
  hears: Part.shape.hears,
  tracks: Part.shape.tracks,
  link: Part.shape.link,
  drive: Part.shape.drive,
  autofocus: z.boolean().optional(),
  stabilised: z.boolean().optional(),
  sealed: z.boolean().optional(),
  delayMs: Part.shape.delayMs,
  draw: Part.shape.draw,
  cell: Part.shape.cell,
  charger: Part.shape.charger,
  medium: Part.shape.medium,
  modes: Part.shape.modes,
  /** What the template does not know of: added to what it makes. */
  more: z
    .strictObject({
      solids: Part.shape.solids.optional(),
      keepClear: z.array(KeepClear).max(60).optional(),
      ports: z.array(Port).max(60).optional(),
      movements: z.array(Movement).max(20).optional(),
      poses: z.array(Pose).max(40).optional(),
      grips: z.array(Grip).max(20).optional(),
      screens: z.array(Screen).max(10).optional(),
      controls: z.array(Control).max(40).optional(),
    })
    .optional(),
  /** What the template got wrong: mounts by id, replaced field by field, or taken away. */
  corrections: z
    .strictObject({
      mounts: z.record(z.string(), z.record(z.string(), z.unknown())).optional(),
      /** The same of sockets and screens. */
      ports: z.record(z.string(), z.record(z.string(), z.unknown())).optional(),
      screens: z.record(z.string(), z.record(z.string(), z.unknown())).optional(),
      addMounts: z.array(Mount).max(60).optional(),
      without: z.array(z.string()).max(60).optional(),
    })
    .optional(),
};

/** Figures of a cage as written in a catalogue: the body it is made for by its id. */
const CageRecipeFigures = CageFigures.omit({ around: true, generic: true })
  .extend({
    body: PartId.optional(),
    /** Of a cage for any body: the room inside, and where the lens's axis is in it. */
    insideMm: z.tuple([LengthMm, LengthMm, LengthMm]).optional(),
    axisHeightMm: LengthMm.optional(),
    axisFromLeftMm: LengthMm.optional(),
  })
  .refine((f) => f.body !== undefined || f.insideMm !== undefined, {
    path: ['body'],
    message: 'neither a body nor the room inside is stated',
  });

/** What stands for the body in a cage that is made for none: as large as its room, its sockets where they usually are. */
function createStandIn(f: z.infer<typeof CageRecipeFigures>): BodyFigures {
  const [widthMm, heightMm, depthMm] = f.insideMm!;
  return {
    widthMm,
    heightMm,
    depthMm,
    axisHeightMm: f.axisHeightMm ?? heightMm * 0.42,
    axisFromLeftMm: f.axisFromLeftMm ?? widthMm * 0.38,
    gripDepthMm: 0,
    humpHeightMm: 0,
    mountFamily: 'any',
    mountRadiusMm: 28,
    cellFamily: 'any',
    key: 'any',
    hdmi: 'hdmi-a',
    screen: 'none',
  };
}

/** One line of a catalogue: a template, what a shop page states, and corrections. */
export const Recipe = z.discriminatedUnion('template', [
  z.strictObject({ ...facts, template: z.literal('body'), figures: BodyFigures }),
  z.strictObject({ ...facts, template: z.literal('lens'), figures: LensFigures }),
  z.strictObject({ ...facts, template: z.literal('cage'), figures: CageRecipeFigures }),
  z.strictObject({ ...facts, template: z.literal('top-handle'), figures: TopHandleFigures }),
  z.strictObject({ ...facts, template: z.literal('side-grip'), figures: SideGripFigures }),
  z.strictObject({ ...facts, template: z.literal('monitor'), figures: MonitorFigures }),
  z.strictObject({ ...facts, template: z.literal('arm'), figures: ArmFigures }),
  z.strictObject({ ...facts, template: z.literal('microphone'), figures: MicrophoneFigures }),
  z.strictObject({ ...facts, template: z.literal('battery'), figures: BatteryFigures }),
  z.strictObject({ ...facts, template: z.literal('plate'), figures: PlateFigures }),
  z.strictObject({ ...facts, template: z.literal('rods'), figures: RodsFigures }),
  z.strictObject({ ...facts, template: z.literal('tray-glass'), figures: TrayGlassFigures }),
  z.strictObject({ ...facts, template: z.literal('ring'), figures: RingFigures }),
  z.strictObject({ ...facts, template: z.literal('matte-box'), figures: MatteBoxFigures }),
  z.strictObject({ ...facts, template: z.literal('follow-focus'), figures: FollowFocusFigures }),
  z.strictObject({ ...facts, template: z.literal('lens-support'), figures: LensSupportFigures }),
  z.strictObject({ ...facts, template: z.literal('cable'), figures: CableFigures }),
  z.strictObject({ ...facts, template: z.literal('device'), figures: DeviceFigures }),
  z.strictObject({ ...facts, template: z.literal('battery-plate'), figures: BatteryPlateFigures }),
  z.strictObject({ ...facts, template: z.literal('dummy-battery'), figures: DummyBatteryFigures }),
  z.strictObject({ ...facts, template: z.literal('charger'), figures: ChargerFigures }),
  z.strictObject({ ...facts, template: z.literal('loupe'), figures: LoupeFigures }),
  z.strictObject({ ...facts, template: z.literal('shoulder-pad'), figures: ShoulderPadFigures }),
  z.strictObject({ ...facts, template: z.literal('strap'), figures: StrapFigures }),
  z.strictObject({ ...facts, template: z.literal('support'), figures: SupportFigures }),
  z.strictObject({ ...facts, template: z.literal('rod-clamp'), figures: RodClampFigures }),
  z.strictObject({ ...facts, template: z.literal('gear-ring'), figures: GearRingFigures }),
  z.strictObject({
    ...facts,
    template: z.literal('dovetail-clamp'),
    figures: DovetailClampFigures,
  }),
  z.strictObject({ ...facts, template: z.literal('seat'), figures: SeatFigures }),
  z.strictObject({ ...facts, template: z.literal('bracket'), figures: BracketFigures }),
  z.strictObject({ ...facts, template: z.literal('small-thing'), figures: SmallThingFigures }),
]);
export type Recipe = z.infer<typeof Recipe>;
export type TemplateName = Recipe['template'];

type FiguresOf<T extends TemplateName> = Extract<Recipe, { template: T }>['figures'];

/** One line for each template: what makes the part, and its kind where the name is not the kind. */
const templates: {
  readonly [T in TemplateName]: {
    readonly kind: PartKind;
    readonly make: (figures: FiguresOf<T>, bodies: Bodies) => Made;
  };
} = {
  body: { kind: 'body', make: createBody },
  lens: { kind: 'lens', make: createLens },
  cage: {
    kind: 'cage',
    make: (stated, bodies) => {
      const { body, insideMm: _, axisHeightMm: _h, axisFromLeftMm: _l, ...figures } = stated;
      if (body === undefined) {
        return createCage({ ...figures, around: createStandIn(stated), generic: true });
      }
      const around = bodies.get(body);
      if (!around) throw new RangeError(`figures.body: no body “${body}” is known`);
      return createCage({ ...figures, around });
    },
  },
  'top-handle': { kind: 'top-handle', make: createTopHandle },
  'side-grip': { kind: 'side-grip', make: createSideGrip },
  monitor: { kind: 'monitor', make: createMonitor },
  arm: { kind: 'arm', make: createArm },
  microphone: { kind: 'microphone', make: createMicrophone },
  battery: { kind: 'battery', make: createBattery },
  plate: { kind: 'plate', make: createPlate },
  rods: { kind: 'rod', make: createRods },
  'tray-glass': { kind: 'filter', make: createTrayGlass },
  ring: { kind: 'ring', make: createRing },
  'matte-box': { kind: 'matte-box', make: createMatteBox },
  'follow-focus': { kind: 'follow-focus', make: createFollowFocus },
  'lens-support': { kind: 'lens-support', make: createLensSupport },
  cable: { kind: 'cable', make: createCable },
  device: { kind: 'other', make: createDevice },
  'battery-plate': { kind: 'battery-plate', make: createBatteryPlate },
  'dummy-battery': { kind: 'dummy-battery', make: createDummyBattery },
  charger: { kind: 'charger', make: createCharger },
  loupe: { kind: 'loupe', make: createLoupe },
  'shoulder-pad': { kind: 'shoulder-pad', make: createShoulderPad },
  strap: { kind: 'strap', make: createStrap },
  support: { kind: 'support', make: createSupport },
  'rod-clamp': { kind: 'clamp', make: createRodClamp },
  'gear-ring': { kind: 'ring', make: createGearRing },
  'dovetail-clamp': { kind: 'clamp', make: createDovetailClamp },
  seat: { kind: 'clamp', make: createSeat },
  bracket: { kind: 'adaptor', make: createBracket },
  'small-thing': { kind: 'other', make: createSmallThing },
};

/** Figures of bodies by id: what cages are made round. */
export type Bodies = ReadonlyMap<string, z.infer<typeof BodyFigures>>;

function make<T extends TemplateName>(
  recipe: { readonly template: T; readonly figures: FiguresOf<T> },
  bodies: Bodies,
): Made {
  return templates[recipe.template].make(recipe.figures, bodies);
}

function correct(made: Made, corrections: Recipe['corrections']): Made {
  if (!corrections) return made;
  const gone = new Set(corrections.without ?? []);
  const keep = <T extends { id: string }>(list: T[] | undefined) =>
    list?.filter((e) => !gone.has(e.id));
  return {
    ...made,
    solids: keep(made.solids) ?? [],
    mounts: [
      ...(keep(made.mounts) ?? []).map((m) => ({ ...m, ...corrections.mounts?.[m.id] })),
      ...(corrections.addMounts ?? []),
    ],
    ...(made.keepClear ? { keepClear: keep(made.keepClear) } : {}),
    ...(made.controls ? { controls: keep(made.controls) } : {}),
    ...(made.ports
      ? { ports: keep(made.ports)?.map((p) => ({ ...p, ...corrections.ports?.[p.id] })) }
      : {}),
    ...(made.screens
      ? { screens: keep(made.screens)?.map((s) => ({ ...s, ...corrections.screens?.[s.id] })) }
      : {}),
    ...(made.grips ? { grips: keep(made.grips) } : {}),
  };
}

function extend(made: Made, more: Recipe['more']): Made {
  if (!more) return made;
  const join = <T>(a: readonly T[] | undefined, b: readonly T[] | undefined) => [
    ...(a ?? []),
    ...(b ?? []),
  ];
  return {
    ...made,
    solids: join(made.solids, more.solids),
    keepClear: join(made.keepClear, more.keepClear),
    ports: join(made.ports, more.ports),
    movements: join(made.movements, more.movements),
    poses: join(made.poses, more.poses),
    grips: join(made.grips, more.grips),
    screens: join(made.screens, more.screens),
    controls: join(made.controls, more.controls),
  };
}

function withoutEmpty(part: Part): Part {
  return Object.fromEntries(
    Object.entries(part as Record<string, unknown>).filter(
      ([, v]) => v !== undefined && !(Array.isArray(v) && v.length === 0),
    ),
  ) as Part;
}

/**
 * The complete part that a recipe makes. What the shop page states is marked as from the sheet; the
 * shape, which the template guessed from it, as a guess; what was corrected, as from the sheet again.
 * Throws a RangeError or a ZodError that names the recipe where the figures make no valid part.
 */
export function createPart(recipe: Recipe, bodies: Bodies = new Map()): Part {
  const { template, figures, corrections, more, guessed = [], ...stated } = recipe;
  const made = correct(extend(make(recipe, bodies), more), corrections);
  const provenance: NonNullable<Part['provenance']> = {
    ...(recipe.massG === undefined ? {} : { massG: 'sheet' }),
    solids: 'guessed',
    mounts: 'guessed',
    ...(made.keepClear?.length ? { keepClear: 'guessed' } : {}),
    ...(made.ports?.length ? { ports: 'guessed' } : {}),
  };
  for (const name of guessed) provenance[name === 'massG' ? name : `figures.${name}`] = 'guessed';
  for (const id of Object.keys(corrections?.mounts ?? {})) provenance[`mounts.${id}`] = 'sheet';
  const sensorMm = recipe.template === 'body' ? recipe.figures.sensorMm : undefined;
  return Part.parse({
    ...withoutEmpty({
      ...stated,
      kind: recipe.kind ?? templates[template].kind,
      ...made,
      ...(sensorMm ? { sensorMm } : {}),
      ...(template === 'dummy-battery' ? { opensDoor: true } : {}),
      made: { template, figures },
      provenance,
    }),
    mounts: made.mounts,
  });
}

/** What went wrong while a part was made, in one line that names the place. */
function sayTrouble(error: unknown): string | undefined {
  if (error instanceof z.ZodError) {
    const [issue] = error.issues;
    return `${issue?.path.join('.')}: ${issue?.message}`;
  }
  return error instanceof RangeError ? error.message : undefined;
}

/** All parts of a catalogue written as recipes, by id. Throws with the recipe's id where one makes no valid part. */
export function createCatalogue(recipes: readonly Recipe[]): PartBook {
  const bodies: Bodies = new Map(
    recipes.flatMap((r) => (r.template === 'body' ? [[r.id, r.figures] as const] : [])),
  );
  const book = new Map<string, Part>();
  for (const recipe of recipes) {
    if (book.has(recipe.id)) throw new RangeError(`${recipe.id}: this id is already used above`);
    try {
      book.set(recipe.id, createPart(recipe, bodies));
    } catch (error) {
      const trouble = sayTrouble(error);
      if (trouble === undefined) throw error;
      throw new RangeError(`${recipe.id}: ${trouble}`, { cause: error });
    }
  }
  return book;
}

/** A part made from a recipe that a person wrote, or what is wrong with it and where. */
export type Making =
  | { readonly state: 'made'; readonly part: Part }
  | { readonly state: 'malformed'; readonly issues: readonly { path: string; message: string }[] };

/** Makes a part from what may be any value; what is wrong is listed with its place, nothing is thrown. */
export function tryRecipe(value: unknown, bodies: Bodies): Making {
  const parsed = Recipe.safeParse(value);
  const issuesOf = (error: z.ZodError) =>
    error.issues.map((i) => ({ path: i.path.join('.'), message: i.message }));
  if (!parsed.success) return { state: 'malformed', issues: issuesOf(parsed.error) };
  try {
    return { state: 'made', part: createPart(parsed.data, bodies) };
  } catch (error) {
    if (error instanceof z.ZodError) return { state: 'malformed', issues: issuesOf(error) };
    if (error instanceof RangeError) {
      const [path, ...rest] = error.message.split(': ');
      return { state: 'malformed', issues: [{ path: path!, message: rest.join(': ') }] };
    }
    throw error;
  }
}
