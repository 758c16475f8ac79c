import { wordBehind, type Found, type Reading } from '../reading/index.js';
import { toMoney, listQuestions } from './answer.js';
import { usuallyCarries, type PartQuestion, type Thing } from './ask/index.js';
import type { Connector } from '../part/index.js';

/** A figure of a sheet and the question it most likely answers. */
export interface Suggestion {
  /** Which of the reading's figures. */
  readonly index: number;
  readonly found: Found;
  /** Answers it would give, by question; empty where no question is sure. */
  readonly answers: Readonly<Record<string, unknown>>;
  /** Every question that it could answer, the likeliest first. */
  readonly could: readonly PartQuestion[];
  /** The index of the figure that answers for this one too: the other plug of a lead, the volts of a socket. */
  readonly goesWith?: number;
}

const wordOf: Readonly<Record<string, string>> = { mountFamily: 'lens-mount', cellFamily: 'cell' };

const round = (value: number, digits = 2) => Math.round(value * 10 ** digits) / 10 ** digits;

/** What a figure would be as an answer to a question, or undefined where it cannot be one; `pins` stand beside a screw. */
function asAnswer(question: PartQuestion, found: Found, pins = false): unknown {
  const { is } = found;
  switch (question.type) {
    case 'length':
      if (is.type === 'named') return asRail(question, found);
      if (is.type === 'figure' && is.dimension === 'lengthMm') return round(is.value);
      return is.type === 'range' && is.dimension === 'lengthMm' ? round(is.high) : undefined;
    case 'pair':
      if (is.type === 'range' && is.dimension === 'lengthMm')
        return [round(is.low), round(is.high)];
      if (is.type === 'sizes' && is.valuesMm.length === 2) return is.valuesMm.map((v) => round(v));
      return is.type === 'figure' && is.dimension === 'lengthMm' && question.name === 'focalMm'
        ? [round(is.value), round(is.value)]
        : undefined;
    case 'money':
      return is.type === 'money' ? toMoney(is.value, is.currency) : undefined;
    case 'number':
    case 'whole':
      return asNumber(question, found);
    case 'flag':
      return asFlag(question, found);
    case 'choice':
      return asChoice(question, found, pins);
    case 'text':
      return is.type === 'word' && wordOf[question.name] === is.of ? is.value : undefined;
    default:
      return undefined;
  }
}

/** How long the rails of a cage usually are, in mm: a page that names one states no length (estimates). */
const usualRailMm: Readonly<Record<string, number>> = {
  topRailMm: 60,
  leftRailMm: 40,
  rightRailMm: 40,
};

/** The usual length of a rail that a page names, where it says that it is; on top where it says nothing. */
function asRail(question: PartQuestion, { is, text, label, after }: Found): number | undefined {
  const usual = usualRailMm[question.name];
  const isRail = is.type === 'named' && is.thing.what === 'mount' && is.thing.name === 'nato-rail';
  // A clamp goes onto a rail and is none.
  if (usual === undefined || !isRail || !/rail/iu.test(text)) return undefined;
  const [near = ''] = after.split(/[,;.]/u);
  const where = /top|roof/iu.test(near)
    ? 'topRailMm'
    : /left/iu.test(near)
      ? 'leftRailMm'
      : /right/iu.test(near)
        ? 'rightRailMm'
        : /top|roof/iu.test(label.slice(-24))
          ? 'topRailMm'
          : /(?:left|side)\W*$/iu.test(label)
            ? 'leftRailMm'
            : 'topRailMm';
  return where === question.name ? usual : undefined;
}

const isWaiting = /stand-?by|idle|waiting/iu;
const givesIt = /charg|\bPD\b|deliver|output|\bout\b|gives|lamp|LED/iu;

function asNumber(question: PartQuestion, { is, label, text, after }: Found): number | undefined {
  const dimensions: Record<string, string> = {
    g: 'massG',
    'cd/m²': 'luminanceNit',
    V: 'voltageV',
    Wh: 'energyWh',
    '°': 'angleDeg',
    stops: 'stops',
    W: 'powerW',
    A: 'currentA',
    GB: 'capacityGb',
    'Mb/s': 'rateMbps',
    min: 'durationMin',
  };
  const isDraw = question.name === 'recordW' || question.name === 'idleW';
  const near = `${label.slice(-24)} ${text} ${after.slice(0, 16)}`;
  // What a socket charges with, or an outlet gives, is not what the part takes.
  if (isDraw && givesIt.test(near)) return undefined;
  // What it takes while it waits is said outright, or it is what it takes at work.
  if (isDraw && isWaiting.test(near) !== (question.name === 'idleW')) return undefined;
  if (question.unit === 'in' && is.type === 'figure' && is.dimension === 'lengthMm') {
    return round(is.value / 25.4);
  }
  if (question.unit === 'm') {
    return is.type === 'figure' && is.dimension === 'lengthMm' ? round(is.value / 1000) : undefined;
  }
  if (question.unit === 'T') return is.type === 'stop' ? is.value : undefined;
  if (is.type === 'count')
    return question.name === 'channels' && is.of === 'channel' ? is.value : undefined;
  const wanted = dimensions[question.unit ?? ''];
  if (is.type === 'figure' && is.dimension === wanted) return round(is.value);
  if (is.type === 'range' && is.dimension === wanted) {
    return round(question.name === 'minV' || question.name === 'leastStops' ? is.low : is.high);
  }
  return undefined;
}

function asFlag(question: PartQuestion, { is, text }: Found): true | undefined {
  if (is.type === 'count') {
    return question.name === 'shoe' && is.of === 'shoe' && is.value > 0 ? true : undefined;
  }
  if (is.type !== 'named') return undefined;
  const { thing } = is;
  const isJack = thing.what === 'connector' && thing.name === 'jack-3.5';
  const says: Record<string, boolean> = {
    pinHoles: thing.what === 'pins' && thing.name === 'holes',
    cellPlate: thing.what === 'mount' && thing.name === 'l-series',
    gearRing: thing.what === 'mount' && thing.name === 'gear-08',
    rosettes: thing.what === 'mount' && thing.name === 'rosette-m6',
    shoe: thing.what === 'mount' && thing.name === 'cold-shoe',
    rubber: thing.what === 'rubber',
    windshield: thing.what === 'feature' && thing.name === 'windshield',
    record: thing.what === 'feature' && thing.name === 'record',
    usbC: thing.what === 'connector' && thing.name === 'usb-c',
    micIn: isJack && (is.direction === 'in' || /mic/iu.test(text)),
    phonesOut: isJack && (is.direction === 'out' || /phone(?!.*mic)/iu.test(text)),
    innerCell: thing.what === 'feature' && thing.name === 'inner-cell',
  };
  return says[question.name] ? true : undefined;
}

/** How the names of standards are spelt as choices of the questions. */
const choiceOf: Readonly<Record<string, readonly string[]>> = {
  'quarter-20': ['quarter', 'quarter-screw', 'quarter-socket', 'quarter-pins'],
  'three-eighths-16': ['three-eighths', 'three-eighths-screw', 'three-eighths-pins'],
  'nato-rail': ['nato'],
  'rosette-m6': ['rosette'],
  'rod-15-pair': ['rods'],
  'screen-side': ['side'],
  'screen-tilt': ['tilt'],
  'screen-fixed': ['fixed'],
};

function asChoice(
  question: PartQuestion,
  { is, label, after }: Found,
  pins: boolean,
): string | number | undefined {
  if (is.type === 'count') {
    const of = question.name === 'bays' ? 'bay' : question.name === 'shoes' ? 'shoe' : undefined;
    return is.of === of && question.choices?.some(([v]) => v === is.value) ? is.value : undefined;
  }
  if (is.type !== 'named') return undefined;
  const { thing } = is;
  const isPlug = thing.what === 'connector';
  if (isPlug && isOfALead(label, after)) return undefined;
  if (thing.name.startsWith('screen-') && question.name !== 'screen') return undefined;
  // A shoe that stands on the part is not the foot it stands by.
  if (question.name === 'base' && thing.name === 'cold-shoe' && standsOnIt.test(after)) {
    return undefined;
  }
  // A plug that gives is no answer to what a device takes.
  if (isPlug && question.name.endsWith('In') && is.direction === 'out') return undefined;
  if (isPlug && question.name === 'powerIn' && thing.name.startsWith('hdmi')) return undefined;
  const spelt = [thing.name, ...(choiceOf[thing.name] ?? [])];
  // “⅜″-16 with pins” and “⅜″-16” are two ways to be fastened.
  const names = [...spelt].sort((a, b) => rankPins(b, pins) - rankPins(a, pins));
  return names.find((name) => question.choices?.some(([value]) => value === name));
}

const rankPins = (name: string, pins: boolean): number => (name.endsWith('-pins') === pins ? 1 : 0);

/** Whether pins stand beside the screw at that place of a sheet: “⅜″-16 with locating pins”. */
function hasPins({ found }: Reading, index: number): boolean {
  const [one, next] = [found[index]!, found[index + 1]];
  if (/^[^.;,]*\bpins?(?!\s*holes?)\b/iu.test(one.after)) return true;
  const isNext =
    next?.is.type === 'named' && next.is.thing.what === 'pins' && next.is.thing.name === 'pins';
  return isNext && one.after.length < 24;
}

const standsOnIt = /^\s*(?:on|at|in)\s(?:the\s|its\s)?(?:top|nose|front|side|end)/iu;

/** Whether a plug is one of a lead that lies in the box: the part itself has no such socket for it. */
function isOfALead(label: string, after: string): boolean {
  return (
    /^\s*(?:lead|cable)(?!\p{L})/iu.test(after) ||
    /(?:in the box|box contents?|supplied with|comes with|included)\s*:?[^.]*$/iu.test(label)
  );
}

/** How well the words around a figure speak for a question: 0 not at all. */
function measureWords(question: PartQuestion, found: Found): number {
  if (!question.words) return 0;
  // “3.1″ long”: the word behind says it outright.
  const behind = wordBehind.exec(found.after);
  if (behind) return question.words.test(behind[1]!) ? 4 : 0;
  // The label before a figure says more than what stands behind it, and its last words the most.
  if (question.words.test(found.label.slice(-18))) return 3;
  if (question.words.test(found.label)) return 2;
  // What follows a comma or a colon is about something else.
  const [near = ''] = found.after.slice(0, 24).split(/[,;:]/u);
  return question.words.test(near) ? 1 : 0;
}

const letterNames: Readonly<Record<string, readonly string[]>> = {
  l: ['lengthMm', 'depthMm', 'footMm'],
  w: ['widthMm', 'diameterMm'],
  h: ['heightMm', 'uprightMm', 'thicknessMm'],
  d: ['overallMm', 'depthMm', 'lengthMm', 'thicknessMm'],
  o: ['diameterMm', 'outerMm', 'frontDiameterMm', 'eyeDiameterMm'],
};

function spreadSizes(thing: Thing, found: Found): Record<string, unknown> {
  const { is } = found;
  if (is.type !== 'sizes') return {};
  const names = new Set(thing.questions.map((q) => q.name));
  const answers: Record<string, unknown> = {};
  if (is.order.some((o) => o !== undefined)) {
    is.valuesMm.forEach((value, i) => {
      const name = letterNames[is.order[i] ?? '']?.find((n) => names.has(n) && !(n in answers));
      if (name) answers[name] = round(value);
    });
    return answers;
  }
  const sorted = [...is.valuesMm].sort((a, b) => b - a);
  (thing.sizes ?? []).forEach((name, i) => {
    if (sorted[i] !== undefined) answers[name] = round(sorted[i]);
  });
  return answers;
}

/** A capacity becomes energy with the voltage that stands on the same sheet: Wh = mAh ∕ 1000 · V. */
function toEnergy(thing: Thing, reading: Reading, found: Found): Record<string, unknown> {
  const { is } = found;
  if (is.type !== 'figure' || is.dimension !== 'capacityMah') return {};
  if (!thing.questions.some((q) => q.name === 'energyWh')) return {};
  const volts = reading.found.find((f) => f.is.type === 'figure' && f.is.dimension === 'voltageV');
  if (volts?.is.type !== 'figure') return {};
  return { energyWh: round((is.value / 1000) * volts.is.value) };
}

/**
 * Which question each figure of a sheet most likely answers. Each question is answered by one figure at
 * most: by the one whose words speak for it, the earlier of two alike. A figure that no question wants
 * is listed with no answer, never dropped.
 */
export function suggestAnswers(thing: Thing, reading: Reading): Suggestion[] {
  const questions = listQuestions(thing);
  const taken = new Set<string>();
  const chosen = new Map<number, Record<string, unknown>>();
  const options = reading.found.map((found, i) =>
    questions
      .map((question) => ({
        question,
        answer: asAnswer(question, found, hasPins(reading, i)),
        words: measureWords(question, found),
      }))
      .filter((o) => o.answer !== undefined)
      .sort((a, b) => b.words - a.words),
  );
  const take = (index: number, answers: Record<string, unknown>) => {
    const fresh = Object.fromEntries(Object.entries(answers).filter(([name]) => !taken.has(name)));
    if (Object.keys(fresh).length === 0) return;
    for (const name of Object.keys(fresh)) taken.add(name);
    chosen.set(index, { ...chosen.get(index), ...fresh });
  };
  // “676 g with battery, 600 g body only”: where a mass without is stated, the one with is no answer.
  const isMass = ({ is }: Found) => is.type === 'figure' && is.dimension === 'massG';
  const isBare = reading.found.some((f) => isMass(f) && f.doubt !== 'with-cell');
  const isWithCell = (f: Found) => isBare && isMass(f) && f.doubt === 'with-cell';
  // What lies between the two is the battery's own.
  const massOf = (f: Found | undefined) => (f?.is.type === 'figure' ? f.is.value : 0);
  const bare = reading.found.find((f) => isMass(f) && f.doubt !== 'with-cell');
  const withCell = reading.found.findIndex(isWithCell);
  const cellG = massOf(reading.found[withCell]) - massOf(bare);
  if (cellG > 0 && questions.some((q) => q.name === 'batteryG')) {
    take(withCell, { batteryG: round(cellG) });
  }
  const free = (index: number) => {
    const found = reading.found[index]!;
    return found.repeats === undefined && !chosen.has(index) && !isWithCell(found);
  };
  // Where words speak, strongest first; then sizes; then what only one question could mean.
  for (const strength of [4, 3, 2, 1]) {
    reading.found.forEach((found, i) => {
      if (!free(i) || found.is.type === 'sizes') return;
      const best = options[i]!.find((o) => o.words === strength && !taken.has(o.question.name));
      if (best) take(i, { [best.question.name]: best.answer });
    });
  }
  reading.found.forEach((found, i) => {
    if (!free(i)) return;
    // “Sensor 36 × 24 mm” is no size of the body: words that speak for a pair come first.
    const pair = options[i]!.find((o) => o.words >= 2 && o.question.name === 'sensorMm');
    if (pair) take(i, { [pair.question.name]: pair.answer });
    else if (!isOfSomethingElse.test(found.label)) take(i, spreadSizes(thing, found));
  });
  reading.found.forEach((found, i) => {
    if (!free(i)) return;
    const open = options[i]!.filter((o) => !taken.has(o.question.name) && !o.question.onlyByWords);
    const sure =
      found.is.type === 'named' || found.is.type === 'money' || found.is.type === 'count'
        ? open[0]
        : onlyOne(open, found);
    if (sure) take(i, { [sure.question.name]: sure.answer });
  });
  reading.found.forEach((found, i) => {
    if (free(i)) take(i, toEnergy(thing, reading, found));
  });
  // Of a screen the first length in inches is its diagonal, unless words beside it say otherwise.
  reading.found.forEach((found, i) => {
    const diagonal = options[i]!.find((o) => o.question.unit === 'in');
    if (!free(i) || !diagonal || taken.has(diagonal.question.name)) return;
    const [least = 0, most = 0] = diagonal.question.usual ?? [];
    const inches = diagonal.answer as number;
    const isSaid = /[\p{L}]/u.test(found.label.slice(-18));
    if (
      !isSaid &&
      /(?:in(?:ch(?:es)?)?\.?|["″”])$/iu.test(found.text) &&
      inches >= least &&
      inches <= most
    ) {
      take(i, { [diagonal.question.name]: inches });
    }
  });
  // The one length that a lead's page states is the lead's.
  reading.found.forEach((found, i) => {
    const length = options[i]!.find((o) => o.question.name === 'lengthMm');
    if (thing.template !== 'cable' || !free(i) || !length || found.is.type !== 'figure') return;
    if ((length.answer as number) >= shortestLeadMm) take(i, { lengthMm: length.answer });
  });
  const [one, other] = thing.template === 'cable' ? listPlugs(reading) : [];
  if (one !== undefined && other !== undefined) {
    take(one, { ends: [one, other].map((i) => ({ connector: nameOf(reading.found[i]!) })) });
  }
  const goesWith = new Map<number, number>(other === undefined ? [] : [[other, one!]]);
  const sockets = questions.some((q) => q.type === 'ports' && q.name === 'ports')
    ? listSockets(reading, (i) => free(i))
    : [];
  const [socket] = sockets;
  if (socket) {
    const [anchor = 0] = sockets.flatMap((s) => s.from).sort((a, b) => a - b);
    take(anchor, { ports: sockets.map((s) => s.row) });
    for (const i of sockets.flatMap((s) => s.from)) if (i !== anchor) goesWith.set(i, anchor);
  }
  // A range of volts, or of stops, answers two questions at once.
  reading.found.forEach((found, i) => {
    const { is } = found;
    if (is.type !== 'range' || found.repeats !== undefined) return;
    const [low, high] = rangesOf[is.dimension] ?? [];
    const mine = chosen.get(i);
    if (!low || !high || !mine || !(low in mine || high in mine)) return;
    if (!questions.some((q) => q.name === low)) return;
    taken.add(low).add(high);
    chosen.set(i, { ...mine, [low]: round(is.low), [high]: round(is.high) });
  });
  // A length for what a page only names is an estimate, and so is what lies between two figures: a card may be in the one.
  const isEstimated = (index: number) =>
    (index === withCell && cellG > 0) ||
    Object.keys(chosen.get(index) ?? {}).some(
      (name) => name in usualRailMm && reading.found[index]!.is.type === 'named',
    );
  return reading.found.map((found, index) => ({
    index,
    found: isEstimated(index) ? { ...found, approx: true } : found,
    answers: chosen.get(index) ?? {},
    could: options[index]!.map((o) => o.question),
    ...(goesWith.has(index) ? { goesWith: goesWith.get(index)! } : {}),
  }));
}

/** The two questions that a range answers, by what it measures. */
const rangesOf: Readonly<Partial<Record<string, readonly [low: string, high: string]>>> = {
  voltageV: ['minV', 'maxV'],
  stops: ['leastStops', 'stops'],
};

/** Nobody sells a lead shorter than this: it is a plug or a bend, in mm. */
const shortestLeadMm = 60;

/** Sizes with such a word before them are not those of the part. */
const isOfSomethingElse =
  /sensor|picture area|image area|imager|pixels?|resolution|packag|carton/iu;

const nameOf = ({ is }: Found): string | undefined =>
  is.type === 'named' && is.thing.what === 'connector' ? is.thing.name : undefined;

/** A socket that a page tells of: which figures say it, and its row among the answers. */
interface ToldSocket {
  readonly from: readonly number[];
  readonly row: Readonly<Record<string, unknown>>;
}

/** Plugs by which a device is fed: volts in the same line are theirs. */
const feeding: readonly string[] = ['barrel', 'd-tap', 'push-pull-2', 'usb-c', 'usb-a'];

/**
 * Sockets that a page states as far as it says which way each works: “HDMI in”, “USB-C, 5–9 V”. Volts in beside no plug are
 * those of a round plug, as “DC 6–17 V” means. Where each is on the part no page says: its face is a guess.
 */
function listSockets({ found }: Reading, isFree: (index: number) => boolean): ToldSocket[] {
  const isVolts = ({ is }: Found) =>
    (is.type === 'range' || is.type === 'figure') && is.dimension === 'voltageV';
  const voltsOf = ({ is }: Found) =>
    is.type === 'range'
      ? { minV: round(is.low), maxV: round(is.high) }
      : is.type === 'figure'
        ? { minV: round(is.value), maxV: round(is.value) }
        : {};
  const used = new Set<number>();
  const told = found.flatMap((one, i): ToldSocket[] => {
    const connector = nameOf(one);
    if (connector === undefined || used.has(i) || !isFree(i) || isOfALead(one.label, one.after))
      return [];
    const direction = one.is.type === 'named' ? one.is.direction : undefined;
    const next = found[i + 1];
    const isFed = feeding.includes(connector) && direction !== 'out';
    const volts = isFed && next && isVolts(next) && next.from - one.to < 24 ? i + 1 : undefined;
    if (!direction && volts === undefined) return [];
    if (volts !== undefined) used.add(volts);
    // “Timecode out on 3.5 mm jack”: the plug is the other one's.
    const plug = next && nameOf(next);
    if (connector === 'timecode' && plug && /^(?:on|via|over|through|by)\b/iu.test(one.after)) {
      used.add(i + 1);
      const row = { connector: plug, direction, carries: ['timecode'], face: 'back' };
      return direction ? [{ from: [i, i + 1], row }] : [];
    }
    const carries = volts === undefined ? usuallyCarries[connector as Connector] : ['power'];
    const row = {
      connector,
      direction: direction ?? 'in',
      carries,
      face: 'back',
      ...(volts === undefined ? {} : voltsOf(found[volts]!)),
    };
    return [{ from: volts === undefined ? [i] : [i, volts], row }];
  });
  const dc = found.findIndex(
    (one, i) =>
      isVolts(one) &&
      isFree(i) &&
      !used.has(i) &&
      /\b(?:DC|power(?: in(?:put)?)?|input(?: voltage)?)\b[^;,.]*$/iu.test(one.label.slice(-28)),
  );
  const isFedAlready = told.some(({ row }) => row['direction'] === 'in' && 'minV' in row);
  return dc < 0 || isFedAlready
    ? told
    : [
        ...told,
        {
          from: [dc],
          row: {
            connector: 'barrel',
            direction: 'in',
            carries: ['power'],
            face: 'back',
            ...voltsOf(found[dc]!),
          },
        },
      ];
}

/** The places of the first two plugs that a lead's page names: its ends. */
function listPlugs({ found }: Reading): number[] {
  return found.flatMap((f, i) => (nameOf(f) === undefined ? [] : [i])).slice(0, 2);
}

interface Option {
  readonly question: PartQuestion;
  readonly answer: unknown;
}

/** The option that is left when no other question could be meant: lengths alone are never sure. */
function onlyOne(open: readonly Option[], found: Found): Option | undefined {
  const { is } = found;
  if (is.type === 'figure' && is.dimension === 'lengthMm') return undefined;
  if (is.type === 'range' && is.dimension === 'lengthMm') {
    return open.find((o) => o.question.name === 'focalMm');
  }
  return open[0];
}

/** The answer that a figure would give to one question; undefined where it cannot. */
export function readAnswer(thing: Thing, found: Found, name: string): unknown {
  if (found.is.type === 'sizes') {
    const spread = spreadSizes(thing, found);
    if (name in spread) return spread[name];
  }
  const question = listQuestions(thing).find((q) => q.name === name);
  return question && asAnswer(question, found);
}
