import type { Table } from './findings.js';
import { sayTool } from './names.js';

/** Wording of what is absent, and of what is there twice. */
export const completeWords: Pick<
  Table,
  | 'excludes-part'
  | 'part-unplaced'
  | 'no-lead'
  | 'no-supply'
  | 'tool-missing'
  | 'bought-twice'
  | 'sold-only-with'
  | 'no-charger'
> = {
  'excludes-part': {
    sentence: ({ items: [a, b] }, n) => `${n.item(a!)} does not go together with ${n.item(b!)}.`,
    why: 'Its maker says so.',
    todo: 'Leave out one of the two.',
  },
  'part-unplaced': {
    sentence: ({ items: [item], facts }, n) =>
      facts.places === 0
        ? `You plan to buy ${n.item(item!)}, and nothing on this rig takes it.`
        : `You plan to buy ${n.item(item!)}, and no setup uses it; ${facts.places} ${facts.places === 1 ? 'mount takes' : 'mounts take'} it here.`,
    why: 'A part with nowhere to stand is money in a drawer.',
    todo: 'Fit it, or leave it out.',
  },
  'no-lead': {
    sentence: ({ items: [, source], facts }, n) =>
      `No lead brings the ${facts.carries === 'video' ? 'picture' : 'sound'} ${facts.carries === 'video' ? `from ${n.item(source!)} to ${n.item(facts.toItem)}` : `of ${n.item(facts.toItem)} to ${n.item(source!)}`}${facts.inBoxOf === undefined ? '' : `; one comes in the box of ${n.item(facts.inBoxOf)}`}.`,
    why: 'Without its lead it does nothing, and leads are what is forgotten.',
    todo: 'Plan the lead, or add one to the kit.',
  },
  'no-supply': {
    sentence: ({ items: [item] }, n) => `Nothing feeds ${n.item(item!)}.`,
    why: 'A device without power stays dark.',
    todo: 'Put a battery on its plate, or plan a lead to its power input.',
  },
  'tool-missing': {
    sentence: ({ items: [item], facts }, n) =>
      `${n.item(item!)} wants ${sayTool(facts.tool)}, which neither your brief allows nor any part carries.`,
    why: 'On location the one key you lack is the one you need.',
    todo: 'Allow the tool in the brief, carry it in a part, or take another fastening.',
  },
  'bought-twice': {
    sentence: ({ items: [item, box] }, n) =>
      `You plan to buy ${n.item(item!)}; one comes in the box of ${n.item(box!)}.`,
    why: 'You would pay for it twice.',
    todo: 'Leave it out, unless you want a spare.',
  },
  'sold-only-with': {
    sentence: ({ items: [item], facts }, n) =>
      `${n.item(item!)} is sold only with ${facts.partIds.map((id) => n.part(id)).join(' or ')}.`,
    why: 'You cannot buy it alone.',
    todo: 'Plan the other part too, or find another.',
  },
  'no-charger': {
    sentence: ({ items: [item] }, n) => `Nothing in your kit charges ${n.item(item!)}.`,
    why: 'A cell is empty once.',
    todo: 'Add a charger with a bay for it.',
  },
};
