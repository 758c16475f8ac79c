import type { Candidate, Change, Closing, OfferedChain } from '../report/index.js';
import { sayAmount } from './needs.js';
import { sayDeg, sayHours, sayMm, sayMoney, sayNumber, sayStops } from '../words/index.js';
import { sayMismatch } from '../words/index.js';

type Fitting = Extract<Candidate, { state: 'fits' }>;

const signed = (value: number, said: string) => (value > 0 ? `+${said}` : said);

function sayPrice({ part, item, change }: Fitting, currency: string): string {
  if (item.owned) return 'owned';
  if (change.spendMinor !== 0) {
    return signed(change.spendMinor, sayMoney({ minor: change.spendMinor, currency }));
  }
  return part.price ? `${sayMoney(part.price)}, no rate` : 'no price';
}

/** “closes 2 of 6 h”, “closes all 4.4 stops”: how much of what is short; “closes nothing by itself”. */
export function sayClosing({ closed, short, unit }: Closing): string {
  const isAll = closed >= short - 1e-6;
  if (closed <= 1e-6) return 'closes nothing by itself';
  if (unit === 'nits') {
    return isAll ? 'bright enough' : `${sayAmount(short - closed, unit)} too dim`;
  }
  // What is not counted, or wanted once, is there or not.
  if (unit === 'pieces' || unit === 'level' || (isAll && short === 1)) return 'closes it';
  if (isAll) return `closes all ${sayAmount(short, unit)}`;
  const [part, whole] = [sayAmount(closed, unit), sayAmount(short, unit)];
  // “4.4 of 7.1 stops”: a word that both have is said once.
  const word = / [a-z]+$/u.exec(whole)?.[0] ?? '';
  return `closes ${unit !== 'hours' && part.endsWith(word) ? part.slice(0, -word.length || undefined) : part} of ${whole}`;
}

/** What fitting a candidate changes, piece by piece: grams, money, height, tilt, findings. */
export function sayChange(candidate: Fitting, currency: string): string[] {
  const { change, keyUnknown, closes, beside } = candidate;
  const pieces = [
    ...(closes ? [sayClosing(closes)] : []),
    ...(beside?.length ? [`with ${beside.map((part) => part.name).join(' and ')}`] : []),
    change.massG === undefined
      ? 'mass not known'
      : `${change.massG < 0 ? '' : '+'}${sayNumber(change.massG)} g`,
    sayPrice(candidate, currency),
    ...sayEffects(change),
  ];
  if (keyUnknown) pieces.push('not known whether it fits');
  return pieces;
}

/** What else than grams and money changes, piece by piece; empty where nothing does. */
export function sayEffects(change: Change): string[] {
  const pieces: string[] = [];
  if (Math.abs(change.heightMm) >= 0.05) {
    pieces.push(`${signed(change.heightMm, sayMm(change.heightMm))} tall`);
  }
  if (change.tiltDeg !== undefined && Math.abs(change.tiltDeg) >= 0.05) {
    pieces.push(`${signed(change.tiltDeg, sayDeg(change.tiltDeg))} tilt`);
  }
  if (change.darkH !== undefined && Math.abs(change.darkH) >= 1 / 60) {
    const way = change.darkH > 0 ? 'longer' : 'shorter';
    pieces.push(`lit ≈ ${sayHours(Math.abs(change.darkH))} ${way}`);
  }
  if (Math.abs(change.gapStops) >= 0.05) {
    pieces.push(`gap ${signed(change.gapStops, sayStops(change.gapStops))}`);
  }
  if (change.inputs !== 0) {
    const many = Math.abs(change.inputs) === 1 ? 'input' : 'inputs';
    pieces.push(`${signed(change.inputs, sayNumber(change.inputs))} ${many}`);
  }
  if (change.stops > 0) pieces.push(`${change.stops} more to mend`);
  if (change.stops < 0) pieces.push(`${-change.stops} fewer to mend`);
  if (change.risks > 0)
    pieces.push(`${change.risks} more ${change.risks === 1 ? 'risk' : 'risks'}`);
  if (change.risks < 0)
    pieces.push(`${-change.risks} fewer ${change.risks === -1 ? 'risk' : 'risks'}`);
  return pieces;
}

/** Why a candidate does not fit, as half a sentence. */
export function sayWhyNot({ why }: Extract<Candidate, { state: 'does-not-fit' }>): string {
  if (why.reason === 'mount-taken') return 'the mount is taken';
  if (why.reason === 'no-room') return 'no stretch of it is long enough';
  if (why.reason === 'no-mount') return 'no free mount of the rig takes it';
  if (why.reason === 'closes-nothing')
    return 'the rig has no use for it as it is: nothing takes it';
  return sayMismatch(why);
}

const measureWords = {
  price: 'cheapest',
  mass: 'lightest',
  height: 'lowest',
  joints: 'fewest joints',
};

/** "Cleat, then Batten": the adaptors of a chain, from the mount outwards. */
export function sayChain({ chain }: OfferedChain): string {
  return chain.links.map((l) => l.part.name).join(', then ');
}

/** What a chain adds and loses, piece by piece, and in what it is the best. */
export function sayChainCost({ chain, bestIn }: OfferedChain, currency: string): string[] {
  const pieces = [
    bestIn.length === 4 ? 'best in all' : bestIn.map((by) => measureWords[by]).join(', '),
    chain.massKnown ? `+${sayNumber(chain.massG)} g` : 'mass not known',
    chain.priceKnown ? `+${sayMoney({ minor: chain.priceMinor, currency })}` : 'price not known',
    `${sayMm(chain.heightMm)} taller`,
    `${chain.joints} more ${chain.joints === 1 ? 'joint' : 'joints'}`,
  ];
  if (chain.losesPins) pieces.push('pins lost');
  if (chain.friction > 0) {
    pieces.push(`${chain.friction} ${chain.friction === 1 ? 'holds' : 'hold'} by friction`);
  }
  return pieces;
}
