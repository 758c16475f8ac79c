import type { Port } from '../part/index.js';
import type { Feed, Network } from './network.js';

/** A lead between an outlet and an input. */
export type LeadVia = Extract<Feed['via'], { kind: 'lead' }>;
type LeadFeed = Feed & { readonly via: LeadVia };
/** What it takes to say whether an outlet, a lead and an input agree. */
type Agreeing = Pick<LeadVia, 'outlet' | 'lead' | 'input'>;

/** Why a lead feeds nothing. */
export type Disagreement =
  | {
      readonly why: 'too-high' | 'too-low';
      /** What the source gives, and what the input takes, V. */
      readonly gives: readonly [number, number];
      readonly takes: readonly [number, number];
    }
  | { readonly why: 'level'; readonly givesW: number; readonly wantsW: number }
  | { readonly why: 'polarity' };

/** A lead that brings power to an input which it does not agree with. */
export interface FeedFault {
  readonly itemId: string;
  readonly feed: LeadFeed;
  readonly disagreement: Disagreement;
}

export const isLeadFeed = (feed: Feed): feed is LeadFeed => feed.via.kind === 'lead';

/** What reaches the far end of a lead, V: as the outlet gives it, or as the converter in the lead makes it. */
export function readVoltage(via: Agreeing): readonly [number, number] | undefined {
  const converter = via.lead?.cable?.converter;
  if (converter) return [converter.outV, converter.outV];
  const power = via.outlet.power;
  return power && [isAgreed(via.outlet) ? Math.min(usbStartV, power.minV) : power.minV, power.maxV];
}

/** Whether the source makes the voltage that it is asked for, out of a range: USB-C does, whatever stands behind it. */
export const isAgreed = (port: Port): boolean => port.connector === 'usb-c';
/** By its standard it begins there, V, and gives no more until it is asked. */
const usbStartV = 5;

/**
 * How a lead and its input disagree; undefined where they agree, or where one of the two states nothing. A source that is
 * asked for its voltage must have one that the input takes; any other must stay inside the window from full to empty.
 */
export function findDisagreement(via: Agreeing): Disagreement | undefined {
  const { input, outlet, lead } = via;
  const takes = input.power && ([input.power.minV, input.power.maxV] as const);
  const gives = readVoltage(via);
  const [of, wants] = [outlet.power?.polarity, input.power?.polarity];
  if (of && wants && of !== wants) return { why: 'polarity' };
  if (takes && gives) {
    const asked = isAgreed(outlet) && !lead?.cable?.converter;
    if (asked ? gives[0] > takes[1] : gives[1] > takes[1] + 1e-9) {
      return { why: 'too-high', gives, takes };
    }
    if (asked ? gives[1] < takes[0] : gives[0] < takes[0] - 1e-9) {
      return { why: 'too-low', gives, takes };
    }
  }
  const [givesW, wantsW] = [outlet.power?.maxW, input.power?.leastW];
  if (givesW !== undefined && wantsW !== undefined && givesW < wantsW) {
    return { why: 'level', givesW, wantsW };
  }
  return undefined;
}

/** Every lead of the network that does not agree with its input, in tree order. */
export function listFeedFaults(network: Network): FeedFault[] {
  return [...network.takers].flatMap(([itemId, taker]) =>
    taker.feeds.filter(isLeadFeed).flatMap((feed) => {
      const disagreement = findDisagreement(feed.via);
      return disagreement ? [{ itemId, feed, disagreement }] : [];
    }),
  );
}
