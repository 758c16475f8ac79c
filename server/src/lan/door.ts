import { randomInt, timingSafeEqual } from 'node:crypto';

/** Letters and digits that are not taken for one another when they are read off a screen and typed. */
const letters = '23456789ABCDEFGHJKMNPQRSTVWXYZ';
/** Thirty letters to the eighth are 39 bits: ten tries guess nothing. */
const codeLength = 8;
/** So many wrong codes, and the door shuts. */
export const mostWrong = 10;
/** It shuts by itself after so long, ms: a working day on location. */
export const openForMs = 10 * 60 * 60 * 1000;

/** How a code was met. */
export type Meeting = 'right' | 'wrong' | 'shut';

/** The door to the local network: open to who knows the code, shut after ten wrong ones, and by itself in the end. */
export interface Door {
  readonly code: string;
  readonly closesAt: Date;
  /** Whether somebody may come in; wrong codes are counted over everybody. */
  meet(code: string | undefined): Meeting;
  /** Why it is shut; undefined while it is open. */
  readonly shut: 'wrong-codes' | 'time' | 'ended' | undefined;
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

/** A door with a code of its own. `onShut` is told once, when it shuts for another reason than being ended. */
export function createDoor(now: () => Date, onShut: (why: 'wrong-codes' | 'time') => void): Door {
  const code = Array.from({ length: codeLength }, () => letters[randomInt(letters.length)]).join(
    '',
  );
  const closesAt = new Date(now().getTime() + openForMs);
  let wrong = 0;
  let shut: Door['shut'];
  const close = (why: 'wrong-codes' | 'time') => {
    if (shut) return;
    shut = why;
    onShut(why);
  };
  return {
    code,
    closesAt,
    meet(typed) {
      if (!shut && now() >= closesAt) close('time');
      if (shut) return 'shut';
      if (typed !== undefined && isSame(toCode(typed), code)) return 'right';
      // Who asks without a code has not guessed.
      if (typed !== undefined && ++wrong >= mostWrong) close('wrong-codes');
      return 'wrong';
    },
    get shut() {
      return shut;
    },
    end() {
      shut ??= 'ended';
    },
  };
}
