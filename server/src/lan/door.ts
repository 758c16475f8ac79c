import { randomInt, timingSafeEqual } from 'node:crypto';

/** Letters and digits that are not taken for one another when they are read off a screen and typed. */
const letters = '23456789ABCDEFGHJKMNPQRSTVWXYZ';
/** Thirty letters to the eighth are 39 bits: some hundred tries guess nothing. */
const codeLength = 8;
/** So many wrong codes of one device are mistypings; from then on it waits, twice as long each time. */
export const freeWrong = 3;
const firstPauseMs = 1000;
const longestPauseMs = 15 * 60 * 1000;
/** So many wrong codes of all together, and only who has been in is still looked at. */
export const mostWrongInAll = 300;
/** Of so many devices it is known how they have met the door; then the one that came first is forgotten. */
const mostDevices = 500;
/** So many entries one device may log under one code: many days of ticks and notes, and not a fifth of what all logs hold. */
export const mostNoted = 1500;
/** It shuts by itself after so long, ms: a working day on location. */
export const openForMs = 10 * 60 * 60 * 1000;

/** How a code was met. Who waits is not looked at, whatever it says. */
export type Meeting =
  | { readonly state: 'right' | 'wrong' | 'shut' | 'crowded' }
  | { readonly state: 'wait'; readonly forMs: number };

/** The door to the local network: open to who knows the code, slow to who guesses, shut by itself in the end. */
export interface Door {
  readonly code: string;
  readonly closesAt: Date;
  /** Whether a device may come in, told by its address. Wrong codes of one do not shut out another. */
  meet(code: string | undefined, from: string): Meeting;
  /** Whether a device may log so many entries more. */
  mayNote(from: string, entries: number): boolean;
  /** It has logged so many. */
  note(from: string, entries: number): void;
  /** Another code, good from now for a day of work: whoever was in needs it too. Wrong codes are forgotten. */
  renew(): void;
  /** Why it is shut; undefined while it is open. */
  readonly shut: 'time' | 'ended' | undefined;
  end(): void;
}

/** A code as it is read out: with a space in the middle. */
export const sayCode = (code: string): string => `${code.slice(0, 4)} ${code.slice(4)}`;

/** What is typed as a code: spaces, hyphens and small letters make no difference. */
const toCode = (typed: string): string => typed.replace(/[\s-]/gu, '').toUpperCase();

function isSame(a: string, b: string): boolean {
  const [x, y] = [Buffer.from(a), Buffer.from(b)];
  return x.length === y.length && timingSafeEqual(x, y);
}

const makeCode = (): string =>
  Array.from({ length: codeLength }, () => letters[randomInt(letters.length)]).join('');

/** How one device has met the door. */
interface Met {
  wrong: number;
  /** Until then it is not looked at, ms. */
  waitsUntil: number;
  /** It has said this code rightly. */
  in: boolean;
  /** So many entries it has logged. */
  noted: number;
}

/** A door with a code of its own. `onTrouble` is told once for each code, when it shuts by itself or wrong codes are too many. */
export function createDoor(
  now: () => Date,
  onTrouble: (why: 'wrong-codes' | 'time') => void,
): Door {
  let code = '';
  let closesAt = new Date(0);
  let wrongInAll = 0;
  let shut: Door['shut'];
  const devices = new Map<string, Met>();

  const knowDevice = (from: string): Met => {
    const known = devices.get(from) ?? { wrong: 0, waitsUntil: 0, in: false, noted: 0 };
    // The one that has not been met for longest stands first.
    devices.delete(from);
    devices.set(from, known);
    if (devices.size > mostDevices) devices.delete(devices.keys().next().value!);
    return known;
  };
  const open = () => {
    code = makeCode();
    closesAt = new Date(now().getTime() + openForMs);
    wrongInAll = 0;
    devices.clear();
    if (shut === 'time') shut = undefined;
  };
  open();
  return {
    get code() {
      return code;
    },
    get closesAt() {
      return closesAt;
    },
    meet(typed, from) {
      if (!shut && now() >= closesAt) {
        shut = 'time';
        onTrouble('time');
      }
      if (shut) return { state: 'shut' };
      // Who asks without a code has not guessed.
      if (typed === undefined) return { state: 'wrong' };
      const device = knowDevice(from);
      const forMs = device.waitsUntil - now().getTime();
      if (forMs > 0) return { state: 'wait', forMs };
      if (wrongInAll >= mostWrongInAll && !device.in) return { state: 'crowded' };
      if (isSame(toCode(typed), code)) {
        Object.assign(device, { wrong: 0, in: true });
        return { state: 'right' };
      }
      device.wrong += 1;
      if (device.wrong > freeWrong) {
        const pauseMs = Math.min(
          longestPauseMs,
          firstPauseMs * 2 ** (device.wrong - freeWrong - 1),
        );
        device.waitsUntil = now().getTime() + pauseMs;
      }
      wrongInAll += 1;
      if (wrongInAll === mostWrongInAll) onTrouble('wrong-codes');
      return { state: 'wrong' };
    },
    mayNote: (from, entries) => (devices.get(from)?.noted ?? 0) + entries <= mostNoted,
    note(from, entries) {
      knowDevice(from).noted += entries;
    },
    renew: open,
    get shut() {
      return shut;
    },
    end() {
      shut ??= 'ended';
    },
  };
}
