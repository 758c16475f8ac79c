import type { HoldKind } from '../brief/index.js';
import type { MountKind, Tool } from '../part/index.js';
import { measureSetting, type Deed, type LogEntry, type Settings } from '../rig/index.js';

/** How long a person takes over one kind of fastening: how often it was timed, and the mean, s. */
export interface OwnTime {
  readonly count: number;
  readonly meanS: number;
}

/** What is done without a mount: a plug, a turn on a hinge, or settling the rig in a hold, which takes a person minutes. */
export type Mountless = 'lead' | 'hinge' | `settle ${HoldKind}`;

/** What a person's own times are about: the kind of mount, or what is done without one, and the tool. */
interface Timed {
  readonly mountKind?: MountKind;
  readonly mountless?: Mountless;
  readonly tool: Tool;
}

/** A person's own times, by kind of mount and tool. */
export type OwnTimes = ReadonlyMap<string, OwnTime>;

export const noOwnTimes: OwnTimes = new Map();

const nameTimed = ({ mountKind, mountless, tool }: Timed): string =>
  `${mountKind ?? mountless ?? '-'} ${tool}`;

/** What a logged deed was done to, where no mount was; undefined for settling of which nobody says in which hold. */
function readMountless({ step, hold }: Deed): Mountless | undefined {
  if (step === 'settle') return hold && `settle ${hold}`;
  return step === 'set' ? 'hinge' : 'lead';
}

/** Longer than this nobody works at one step: the clock was left running, s. */
export const longestStepS = 1800;

/**
 * The person's own times out of a log: of each kind of mount and tool how often it was timed, and the mean without what it
 * takes to take up the tool. What took longer than half an hour was no work at one step, and is left out.
 */
export function readOwnTimes(log: readonly LogEntry[], settings: Settings | undefined): OwnTimes {
  const pickS = measureSetting(settings, 'pickToolS');
  const times = new Map<string, OwnTime>();
  for (const { kind, durationS, did } of log) {
    if (kind !== 'timed' || durationS === undefined || !did || durationS > longestStepS) continue;
    const { mount, tool, picked } = did;
    const mountless = mount ? undefined : readMountless(did);
    if (!mount && !mountless) continue;
    const key = nameTimed({
      tool,
      ...(mount ? { mountKind: mount } : {}),
      ...(mountless ? { mountless } : {}),
    });
    const seconds = picked ? Math.max(1, durationS - pickS) : durationS;
    const was = times.get(key) ?? { count: 0, meanS: 0 };
    const count = was.count + 1;
    times.set(key, { count, meanS: was.meanS + (seconds - was.meanS) / count });
  }
  return times;
}

/** The own time of a kind of fastening; undefined where it was never timed. */
export const findOwnTime = (times: OwnTimes, timed: Timed): OwnTime | undefined =>
  times.get(nameTimed(timed));
