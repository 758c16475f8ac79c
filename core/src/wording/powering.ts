import type { PartBook } from '../part/index.js';
import {
  poweringNames,
  type GivenUp,
  type NoWay,
  type PoweringWay,
  type WayAnswer,
} from '../powering/index.js';
import { findQuestion } from '../report/index.js';
import type { Edit } from '../rig/index.js';
import { createNames, sayList, sayNumber, type Figure } from '../words/index.js';
import { sayEdit } from './edits.js';
import { tellFinding } from './findings.js';

/** A way of powering in words, to be laid side by side with the others. */
export interface WayTold {
  readonly way: PoweringWay;
  readonly name: string;
  /** Undefined where the way is open. */
  readonly notOpen: string | undefined;
  readonly offered:
    | {
        /** Undefined where the rig is that already. */
        readonly edit: Edit | undefined;
        /** How long it lasts, and the cells for the day. */
        readonly last: Pick<Figure, 'main' | 'detail'>;
        /** Against how it stands. */
        readonly massG: number | undefined;
        readonly spendMinor: number;
        /** Parts that it brings and that have no price, or none in the brief’s currency. */
        readonly unpriced: number;
        readonly leads: { readonly all: number; readonly added: number };
        readonly givesUp: readonly string[];
        /** What it brings that is found as a risk. */
        readonly brings: readonly string[];
        /** What it ends. */
        readonly ends: readonly string[];
        /** What there is to do, one thing after the other. */
        readonly steps: readonly string[];
      }
    | undefined;
}

/** Why a way is not open, as a sentence. */
export function sayNoWay(
  reason: NoWay,
  names: ReturnType<typeof createNames>,
  parts: PartBook,
): string {
  switch (reason.why) {
    case 'no-device':
      return 'Nothing on it needs power.';
    case 'inner-only':
      return 'Everything on it runs on the cell inside it.';
    case 'no-source':
      return 'You have no such battery that gives power through an outlet, and none is in the catalogue.';
    case 'device':
      return `${names.item(reason.itemId)} cannot be fed this way: no socket or bay of it and no lead that is known agree.`;
    case 'together':
      return 'Each device could be fed alone, but not all together: there are too few outlets, or the battery bears too little.';
    case 'no-place':
      return `Nothing on this rig takes ${sayList(reason.partIds.map((id) => names.part(id)))} where it stands clear.`;
    case 'no-lead': {
      const then = createNames(reason.assembly, parts);
      return `No lead is as long as its way from ${then.item(reason.from)} to ${then.item(reason.toItem)}.`;
    }
    case 'stops':
      return tellFinding(reason.finding, createNames(reason.assembly, parts)).sentence;
  }
}

/** What one does without, as half a sentence. */
export function sayGivenUp(given: GivenUp): string {
  switch (given.what) {
    case 'take-stops':
      return `the camera is off for ${given.swaps === 1 ? 'one swap' : `${given.swaps} swaps`}`;
    case 'door-open':
      return 'a battery door stays open to dust and water';
    case 'all-at-once':
      return `${given.devices === 2 ? 'both devices' : `all ${given.devices} devices`} go dark at once`;
    case 'tied':
      return 'a lead ties you to the rig';
    case 'families':
      return `${sayNumber(given.count, 0)} kinds of battery, each with its charger`;
  }
}

/** The same words once, with how often. */
function countAlike(said: readonly string[]): string[] {
  return [...new Set(said)].map((one) => {
    const times = said.filter((s) => s === one).length;
    return times === 1 ? one : `${one}, ${times} of them`;
  });
}

/** A way of powering in words. */
export function tellWay(
  answer: WayAnswer,
  names: ReturnType<typeof createNames>,
  parts: PartBook,
): WayTold {
  const { way } = answer;
  const name = poweringNames[way];
  if (answer.state === 'not-open') {
    return { way, name, notOpen: sayNoWay(answer.reason, names, parts), offered: undefined };
  }
  const { edit, change, after, leads, givesUp, cost } = answer.proposal;
  const then = createNames(after.assembly, parts);
  const edits = edit?.type === 'all' ? edit.edits : edit ? [edit] : [];
  return {
    way,
    name,
    notOpen: undefined,
    offered: {
      edit,
      last: findQuestion('last').figure(after.last as never, { stops: 0, risk: 0, note: 0 }),
      massG: change.massG,
      spendMinor: change.spendMinor,
      unpriced: cost[0],
      leads,
      givesUp: givesUp.map(sayGivenUp),
      brings: change.appears.map((f) => tellFinding(f, then).sentence),
      ends: change.goes.map((f) => tellFinding(f, names).sentence),
      // What is taken off or along has its name in the rig as it is, what is fitted as it would be.
      steps: countAlike(
        edits.map((e) =>
          sayEdit(
            e,
            e.type === 'remove-item' || e.type === 'remove-cable' || e.type === 'set-item'
              ? names
              : then,
          ),
        ),
      ),
    },
  };
}
