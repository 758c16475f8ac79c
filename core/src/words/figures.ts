import { measureMinorDigits, toDeg, type Money } from '../units/index.js';

const plain = (digits: number) =>
  new Intl.NumberFormat('en-GB', { minimumFractionDigits: digits, maximumFractionDigits: digits });
const formats = [plain(0), plain(1), plain(2)];

/** A number with a fixed count of digits; never "-0", thousands set apart by a thin space. */
export function sayNumber(value: number, digits: 0 | 1 | 2 = 0): string {
  const text = formats[digits]!.format(value).replaceAll(',', '\u202f');
  return /^-[0.]+$/.test(text) ? text.slice(1) : text.replace('-', '−');
}

/** "62 mm"; half millimetres keep their half. */
export function sayMm(mm: number): string {
  const rounded = Math.round(mm * 10) / 10;
  return `${sayNumber(rounded, Number.isInteger(rounded) ? 0 : 1)} mm`;
}

/** "one, two and three". */
export function sayList(words: readonly string[]): string {
  const last = words.at(-1) ?? '';
  return words.length < 2 ? last : `${words.slice(0, -1).join(', ')} and ${last}`;
}

/** The first three of a list and how many more: "Reed, Heron, Spur and 4 more"; all of it where that is no longer. */
export function sayFew(words: readonly string[]): string {
  const most = 3;
  if (words.length <= most + 1) return sayList(words);
  return sayList([...words.slice(0, most), `${words.length - most} more`]);
}

/** "12 cm²", of mm². */
export function sayCm2(areaMm2: number): string {
  return `${sayNumber(areaMm2 / 100, areaMm2 < 1000 ? 1 : 0)} cm²`;
}

/** "2 338 g". */
export function sayG(massG: number): string {
  return `${sayNumber(massG)} g`;
}

/** "8.5 W"; whole watts from 20 up. */
export function sayW(powerW: number): string {
  return `${sayNumber(powerW, powerW < 20 && !Number.isInteger(powerW) ? 1 : 0)} W`;
}

/** Whole minutes, to five where it is more than an hour: a run is no more exact than that. */
function toMinutes(hours: number): number {
  const minutes = hours * 60;
  return minutes < 60 ? Math.round(minutes) : Math.round(minutes / 5) * 5;
}

/** "2 h 40 min", "45 min", "6 h". */
export function sayHours(hours: number): string {
  const minutes = toMinutes(hours);
  const [h, min] = [Math.floor(minutes / 60), minutes % 60];
  return [h > 0 ? `${h} h` : '', min > 0 || h === 0 ? `${min} min` : ''].filter(Boolean).join(' ');
}

/** "2:40 h": as {@link sayHours}, where there is little room. */
export function sayHoursShort(hours: number): string {
  const minutes = toMinutes(hours);
  const [h, min] = [Math.floor(minutes / 60), minutes % 60];
  return min === 0 ? `${h} h` : `${h}:${String(min).padStart(2, '0')} h`;
}

/** "1.56 N·m". */
export function sayNm(momentNm: number): string {
  return `${sayNumber(momentNm, 2)} N·m`;
}

/** "12.4°", from degrees. */
export function sayDeg(deg: number): string {
  return `${sayNumber(deg, 1)}°`;
}

/** "12.4°", from radians. */
export function sayRad(rad: number): string {
  return sayDeg(toDeg(rad));
}

/** "EUR 684.00", or "EUR 684" where there are no cents. */
export function sayMoney(money: Money): string {
  const digits = measureMinorDigits(money.currency);
  const value = money.minor / 10 ** digits;
  return `${money.currency} ${sayNumber(value, Number.isInteger(value) ? 0 : (Math.min(digits, 2) as 0 | 1 | 2))}`;
}

/** With its sign before it: "+176 g", "−26 g", "±0 g". */
export function saySigned(value: number, say: (size: number) => string): string {
  const said = say(Math.abs(value));
  return `${said === say(0) ? '±' : value < 0 ? '−' : '+'}${said}`;
}

/** Tilt as people say it: "24.9° nose down", "0.8° nose up", "level". */
export function sayTilt(tiltDeg: number): string {
  const size = Math.abs(tiltDeg);
  if (size < 0.05) return 'level';
  return `${sayDeg(size)} nose ${tiltDeg > 0 ? 'down' : 'up'}`;
}

/** Lean as people say it: "1.9° to the left". */
export function sayLean(leanDeg: number): string {
  const size = Math.abs(leanDeg);
  if (size < 0.05) return 'upright';
  return `${sayDeg(size)} to the ${leanDeg > 0 ? 'left' : 'right'}`;
}

/** Lean in a few letters: "leans 1.9° left". */
export function sayLeanShort(leanDeg: number): string {
  const size = Math.abs(leanDeg);
  return size < 0.05 ? 'upright' : `leans ${sayDeg(size)} ${leanDeg > 0 ? 'left' : 'right'}`;
}

/** A question's single figure: what the strip along the top shows. */
export interface Figure {
  readonly main: string;
  readonly detail: string;
  readonly state: 'well' | 'risk' | 'stops' | 'open';
}

/** "EV 15", "EV 14.6": a brightness to a tenth. */
export function sayEv(ev: number): string {
  const rounded = Math.round(ev * 10) / 10;
  return `EV ${sayNumber(rounded, Number.isInteger(rounded) ? 0 : 1)}`;
}

/** "1 stop", "1.3 stops": to a tenth. */
export function sayStops(stops: number): string {
  const rounded = Math.round(stops * 10) / 10;
  return `${sayNumber(rounded, Number.isInteger(rounded) ? 0 : 1)} ${rounded === 1 ? 'stop' : 'stops'}`;
}

/** "1∕50 s", "0.5 s": how long a shutter is open. */
export function sayTime(timeS: number): string {
  if (timeS >= 0.3) return `${sayNumber(timeS, 1)} s`;
  const part = 1 / timeS;
  return `1∕${sayNumber(part, Math.abs(part - Math.round(part)) < 0.05 ? 0 : 1)} s`;
}

/** "T2.8", or "f∕2.8" of a lens that says no more. */
export function sayStop(stop: number, isF = false): string {
  const rounded = Math.round(stop * 10) / 10;
  return `${isF ? 'f∕' : 'T'}${Number.isInteger(rounded) ? rounded : rounded.toFixed(1)}`;
}
