import { hasTrait } from '../part/index.js';
import {
  createFinding,
  defineCheck,
  defineFinding,
  stating,
  type Check,
} from '../finding/index.js';
import { defineQuestion, type Asking } from '../question/index.js';
import { listCarried, type Assembly, type Edit, type KitItem } from '../rig/index.js';
import type { Money } from '../units/index.js';
import { sayFew, sayG, sayMoney } from '../words/index.js';
import { measureSpend, type Spend } from './spend.js';

/** What the checks of Spend look at. */
export interface SpendContext {
  readonly assembly: Assembly;
  readonly spend: Spend;
}

interface LeaveOut {
  readonly itemId: string;
  readonly value: number;
}

/**
 * The single branches to leave out that bring a sum under its limit, the smallest first, at most two.
 * Body and lenses stay: without them there is no picture.
 */
function listLeaveOuts(
  assembly: Assembly,
  over: number,
  valueOf: (item: KitItem) => number,
): Edit[] {
  const options: LeaveOut[] = assembly.items
    .map((p) => ({ p, branch: listCarried(assembly, p.item.id) }))
    .filter(({ p, branch }) => p.carriedBy && branch.every((b) => !hasTrait(b.part, 'optic')))
    .map(({ p, branch }) => ({
      itemId: p.item.id,
      value: branch.reduce((sum, b) => sum + valueOf(b.item), 0),
    }));
  return options
    .filter((o) => o.value >= over)
    .sort((a, b) => a.value - b.value || (a.itemId < b.itemId ? -1 : 1))
    .slice(0, 2)
    .map((o) => ({ type: 'remove-item', setupId: assembly.setup.id, itemId: o.itemId }));
}

export const overSpend = defineFinding(
  'over-spend',
  stating<{ readonly toSpend: Money; readonly limit: Money }>(),
  {
    owner: 'rig',
    restsOn: [],
    bad: ({ toSpend }) => toSpend.minor,
    weight: 'risk',
    when: "over the brief's money",
    offers: 'one branch that is enough to leave out',
    sentence: ({ facts }) =>
      `You would spend ${sayMoney(facts.toSpend)}, ${sayMoney({ ...facts.limit, minor: facts.toSpend.minor - facts.limit.minor })} over your limit of ${sayMoney(facts.limit)}.`,
    why: 'You set this limit before you saw the parts.',
    todo: 'Leave something out, find a cheaper part, or raise the limit.',
  },
);

const overSpendCheck = defineCheck([overSpend], ({ assembly, spend }: SpendContext) => {
  const { limit, toSpend, lines } = spend;
  if (!limit || toSpend.minor <= limit.minor) return [];
  const prices = new Map(lines.map((l) => [l.itemId, l.price.minor]));
  return [
    createFinding(
      overSpend,
      'risk',
      { items: [], key: 'rig' },
      { toSpend, limit },
      listLeaveOuts(assembly, toSpend.minor - limit.minor, (i) => prices.get(i.id) ?? 0),
    ),
  ];
});

export const overCarry = defineFinding(
  'over-carry',
  stating<{ readonly massG: number; readonly limitG: number; readonly atLeast: boolean }>(),
  {
    restsOn: ['mass'],
    bad: ({ massG }) => massG,
    weight: 'risk',
    when: "over the brief's carried grams",
    offers: 'one branch that is enough to leave out',
    sentence: ({ facts }) =>
      `You carry ${facts.atLeast ? 'at least ' : ''}${sayG(facts.massG)}, ${sayG(facts.massG - facts.limitG)} over your limit of ${sayG(facts.limitG)}.`,
    why: 'What the arms cannot bear for a day is put down when the moment comes.',
    todo: 'Leave something out, take a lighter part, or carry it on the belt.',
  },
);

const overCarryCheck = defineCheck([overCarry], ({ assembly, spend }: SpendContext) => {
  const { carriedG: massG, carryLimitG: limitG } = spend;
  if (limitG === undefined || massG <= limitG) return [];
  return [
    createFinding(
      overCarry,
      'risk',
      { items: [], key: 'rig' },
      { massG, limitG, atLeast: spend.unweighed.length > 0 },
      listLeaveOuts(assembly, massG - limitG, (i) => assembly.byId.get(i.id)?.mass?.massG ?? 0),
    ),
  ];
});

export const priceUnknown = defineFinding('price-unknown', stating(), {
  owner: 'kit',
  restsOn: [],
  weight: 'note',
  when: 'wished parts without a price, all in one',
  offers: '',
  sentence: ({ items }, n) =>
    `No price is known for ${sayFew(items.map((id) => n.item(id)))}: the sum leaves ${items.length === 1 ? 'it' : 'them'} out.`,
  why: 'The rig costs more than it says.',
  todo: 'Enter the prices below, one after the other, or mark what you own.',
});

const priceUnknownCheck = defineCheck([priceUnknown], ({ spend }: SpendContext) =>
  spend.unpriced.length === 0
    ? []
    : [createFinding(priceUnknown, 'note', { items: spend.unpriced, named: 0 }, {})],
);

export const priceWithoutRate = defineFinding(
  'price-without-rate',
  stating<{
    /** What they are priced at together. */
    readonly price: Money;
    readonly currency: string;
  }>(),
  {
    owner: 'kit',
    restsOn: [],
    weight: 'note',
    when: 'prices in a currency for which the brief has no rate, those of one currency in one',
    offers: '',
    sentence: ({ items, facts }, n) =>
      `${sayFew(items.map((id) => n.item(id)))} ${items.length === 1 ? 'is' : 'are'} priced at ${sayMoney(facts.price)}${items.length === 1 ? '' : ' together'}; without a rate to ${facts.currency} the sum leaves ${items.length === 1 ? 'it' : 'them'} out.`,
    why: 'The rig costs more than it says.',
    todo: 'Add a rate to the brief.',
  },
);

const withoutRateCheck = defineCheck([priceWithoutRate], ({ spend }: SpendContext) => {
  const currencies = [...new Set(spend.withoutRate.map((w) => w.price.currency))].sort();
  return currencies.map((currency) => {
    const those = spend.withoutRate.filter((w) => w.price.currency === currency);
    const minor = those.reduce((sum, w) => sum + w.price.minor, 0);
    return createFinding(
      priceWithoutRate,
      'note',
      { items: those.map((w) => w.itemId), named: 0, key: currency },
      { price: { minor, currency }, currency: spend.toSpend.currency },
    );
  });
});

export const limitWithoutRate = defineFinding(
  'limit-without-rate',
  stating<{ readonly limit: Money; readonly currency: string }>(),
  {
    owner: 'rig',
    restsOn: [],
    weight: 'risk',
    when: 'a limit of money in a currency for which the brief has no rate',
    offers: '',
    sentence: ({ facts }) =>
      `Your limit of ${sayMoney(facts.limit)} is not checked: the brief has no rate from ${facts.limit.currency} to ${facts.currency}.`,
    why: 'You may be over it without being told.',
    todo: 'Add the rate to the brief, or set the limit in the currency of the brief.',
  },
);

const limitRateCheck = defineCheck([limitWithoutRate], ({ spend }: SpendContext) => {
  const { limitWithoutRate: limit, toSpend } = spend;
  if (!limit) return [];
  return [
    createFinding(
      limitWithoutRate,
      'risk',
      { items: [], key: 'rig' },
      {
        limit,
        currency: toSpend.currency,
      },
    ),
  ];
});

/** Every check of Spend, in the order in which findings of one weight are told. */
export const spendChecks = [
  overSpendCheck,
  overCarryCheck,
  priceUnknownCheck,
  withoutRateCheck,
  limitRateCheck,
] as const satisfies readonly Check<SpendContext>[];

/** What does it cost and weigh? */
export const spendQuestion = defineQuestion({
  id: 'spend',
  name: 'Spend',
  asks: 'What does it cost and weigh?',
  prepare: ({ assembly, brief, parts }: Asking): SpendContext => ({
    assembly,
    spend: measureSpend(assembly, brief, parts),
  }),
  answer: ({ spend }) => spend,
  checks: spendChecks,
  figure: (spend) => {
    const open =
      spend.unpriced.length +
      spend.withoutRate.length +
      spend.forTheDay.filter((l) => !l.price).length;
    return {
      main: `${open > 0 ? '≥ ' : ''}${sayMoney(spend.toSpend)}${spend.limit ? ` of ${sayMoney(spend.limit).replace(/^[A-Z]{3} /, '')}` : ''}`,
      detail: `${spend.unweighed.length > 0 ? '≥ ' : ''}${sayG(spend.carriedG)}${spend.carryLimitG ? ` of ${sayG(spend.carryLimitG)}` : ''}`,
    };
  },
  text: () => [],
  json: (spend) => ({ spend }),
});
