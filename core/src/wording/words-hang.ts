import { sayDeg, sayMm, sayNm, sayNumber } from './figures.js';
import type { Table } from './findings.js';

const ways = {
  forward: 'forward',
  back: 'backward',
  left: 'to the left',
  right: 'to the right',
} as const;
const balanced = { forward: 'fore and aft', left: 'sideways', up: 'in height' } as const;
const sides = { length: 'long', width: 'wide', height: 'tall' } as const;
const ends = { from: 'rear or lower', to: 'front or upper' } as const;
const sayN = (value: number) => `${sayNumber(Math.abs(value))} N`;

/** Wording of how a rig sits in the hands, on the shoulder, on a support and on a table. */
export const hangWords: Pick<
  Table,
  | 'wrist-over'
  | 'hand-pulls-down'
  | 'heavy-end'
  | 'off-head-axis'
  | 'counterbalance-short'
  | 'gimbal-cannot-balance'
  | 'gimbal-too-big'
  | 'support-unknown'
  | 'slips-out'
  | 'tips-easily'
> = {
  'wrist-over': {
    sentence: ({ items: [item], facts }, n) => {
      const pieces = [
        Math.abs(facts.pitchNm) >= 0.05
          ? `${sayNm(Math.abs(facts.pitchNm))} against a heavy ${facts.pitchNm > 0 ? 'nose' : 'tail'}`
          : undefined,
        Math.abs(facts.rollNm) >= 0.05
          ? `${sayNm(Math.abs(facts.rollNm))} against a lean to the ${facts.rollNm > 0 ? 'left' : 'right'}`
          : undefined,
      ].filter((p) => p !== undefined);
      return `Your wrist on ${n.item(item!)} holds ≈ ${sayNm(facts.momentNm)}${pieces.length > 0 ? ` (${pieces.join(', ')})` : ''}; ≈ ${sayNm(facts.limitNm)} is what one holds for a take.`;
    },
    why: 'Hands lift easily and twist badly: what hangs off to one side tires the wrist first.',
    todo: 'Move weight towards the line between your hands, or the grips towards the weight.',
  },
  'hand-pulls-down': {
    sentence: ({ items: [item], facts }, n) =>
      `Your hand on ${n.item(item!)} has to pull down with ${sayN(facts.pullN)}: the weight lies outside your two hands.`,
    why: 'The other hand then carries more than the whole rig.',
    todo: 'Move weight between your hands, or the grips apart.',
  },
  'heavy-end': {
    sentence: ({ facts }) =>
      facts.hasHands
        ? `On the shoulder your rig is ${facts.heavy}-heavy: its weight lies ${sayMm(facts.beyondMm)} ${facts.heavy === 'nose' ? 'ahead of' : 'behind'} what the pad bears, and your hands ${facts.handsN < 0 ? 'hold it down' : 'carry'} ${sayN(facts.handsN)}.`
        : `On the shoulder your rig is ${facts.heavy}-heavy: its weight lies ${sayMm(facts.beyondMm)} ${facts.heavy === 'nose' ? 'ahead of' : 'behind'} what the pad bears, and no hand holds it.`,
    why: 'A rig that sits by itself leaves the hands free to steer and focus.',
    todo: 'Slide the pad, or the battery, until the weight is over the pad.',
  },
  'off-head-axis': {
    sentence: ({ facts }) => {
      const pieces = [
        Math.abs(facts.aheadMm) >= 0.5
          ? `${sayMm(Math.abs(facts.aheadMm))} ${facts.aheadMm > 0 ? 'ahead of' : 'behind'} the head’s axis`
          : undefined,
        Math.abs(facts.leftMm) >= 0.5
          ? `${sayMm(Math.abs(facts.leftMm))} to the ${facts.leftMm > 0 ? 'left' : 'right'} of it`
          : undefined,
      ].filter((p) => p !== undefined);
      return `The weight lies ${pieces.join(' and ')}, ${sayNm(facts.offsetNm)}; as far as the plate slides, ${sayMm(facts.remainsMm)} are left.`;
    },
    why: 'A head that holds the rig up by friction drifts as soon as you let go.',
    todo: 'Slide the plate, take a longer one, or move weight over the head.',
  },
  'counterbalance-short': {
    sentence: ({ facts }) =>
      `Tilted over, your rig pulls with ${sayNm(facts.needNm)}; the head balances ${sayNm(facts.peakNm)} at most.`,
    why: 'Beyond its counterbalance a head falls over with the rig when the lock is open.',
    todo: 'Lower the weight over the head, take something off, or take a stronger head.',
  },
  'gimbal-cannot-balance': {
    sentence: ({ facts }) =>
      `The gimbal cannot be balanced ${balanced[facts.way]}: the weight lies at ${sayMm(facts.atMm)} and its arm goes from ${sayMm(facts.lowMm)} to ${sayMm(facts.highMm)}; ${sayMm(facts.outMm)} are missing.`,
    why: 'Motors that hold a rig out of balance run hot, shake and shut down.',
    todo: 'Move weight that way, or take parts off for this setup.',
  },
  'gimbal-too-big': {
    sentence: ({ facts }) =>
      `Your rig is ${sayMm(facts.sizeMm)} ${sides[facts.side]}; the gimbal swings round ${sayMm(facts.limitMm)} at most.`,
    why: 'What reaches beyond hits an arm in the middle of a move.',
    todo: 'Take the part that reaches farthest off for this setup.',
  },
  'support-unknown': {
    sentence: ({ items: [item], facts }, n) =>
      facts.lacks === 'counterbalance'
        ? `Nobody has said what ${n.item(item!)} counterbalances, nor where its tilt axis is: whether it holds your rig tilted is not known.`
        : `Nobody has said how far the arms of ${n.item(item!)} go: whether it can be balanced is not known.`,
    why: 'What is not known is no yes.',
    todo: 'Give the figures of its sheet where the part is corrected.',
  },
  'slips-out': {
    sentence: ({ items: [item], facts }, n) =>
      `If your hand slips on ${n.item(item!)}, the rig goes out of it over the ${ends[facts.towards]} end, which is open; the grip slopes ${sayDeg(facts.slopeDeg)}.`,
    why: 'A grip with a closed end catches the hand instead.',
    todo: 'Turn the handle round, level the rig, or wear a wrist strap. Above people or water, a tether.',
  },
  'tips-easily': {
    sentence: ({ facts }) =>
      facts.tipDeg <= 0
        ? `Put down, it does not stand: it falls ${ways[facts.way]} by itself or at a touch.`
        : `Put down, it falls ${ways[facts.way]} from ${sayDeg(facts.tipDeg)} on; ${sayDeg(facts.limitDeg)} is what a table and a nudge ask.`,
    why: 'A rig that stands on a narrow foot is on the floor sooner or later.',
    todo: 'Give it a wider foot that way, or lay it down.',
  },
};
