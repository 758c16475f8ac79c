import { describe, expect, it } from '@jest/globals';
import { placeSetup } from '../rig/index.js';
import { runDay, type DayPlan } from '../day/index.js';
import { readNetwork } from '../wire/index.js';
import { brick, createPowerRig, onPlate } from '../testing/power.js';
import { listRota } from './index.js';

const { rig, parts } = createPowerRig([brick('brick', 10)], [onPlate('brick')]);
const network = readNetwork(placeSetup(rig, rig.setups[0]!, parts), parts);
const part = (hours: number, record: number, mains = false) => ({
  name: 'x',
  hours,
  record,
  idle: 0,
  mains,
  temperatureC: 25,
});

/** An hour's work empties the brick; then so many hours near mains. */
function rotaOf(mainsH: number, bayW: number) {
  const plan: DayPlan = {
    parts: [part(1.01, 1), part(mainsH, 0, true), part(1, 1)],
    hours: 2.01 + mainsH,
    from: 'stated',
    reserve: 0,
    swap: { atShare: 0, inBreaks: false },
    startsAtH: undefined,
  };
  const run = runDay({
    network,
    watts: () => ({ recordW: 10, idleW: 0 }),
    parts: plan.parts,
    energyWh: new Map([['brick', 10]]),
    spares: [{ itemId: 'spare', energyWh: 10, fits: ['brick'] }],
    chargers: [{ itemId: 'charger', bays: 1, bayW, together: true, takes: () => true }],
    reserve: 0,
  });
  return listRota(run, plan);
}

describe('the rota', () => {
  it('says from when to when a cell is in its bay, and that it is full', () => {
    const [turn] = rotaOf(3, 5);
    expect(turn).toMatchObject({ charger: 'charger', cell: 'brick', full: true });
    expect([turn!.fromH, turn!.toH]).toEqual([1.01, 3.01]);
  });

  it('a cell that is not full when mains end is taken out then', () => {
    const [turn] = rotaOf(1, 5);
    expect(turn).toMatchObject({ full: false });
    expect(turn!.toH).toBeCloseTo(2.01, 9);
  });
});
