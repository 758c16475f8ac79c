import { beforeAll, describe, expect, it } from '@jest/globals';
import {
  findSureMate,
  hasTrait,
  loadCollider,
  readCell,
  type Collider,
  type Mount,
  type Part,
} from '@zucchini/core';
import { readDemoCatalogue } from './demo-files.ts';
import { createOddRigs } from './odd-rigs.ts';

let collider: Collider;
beforeAll(async () => {
  collider = await loadCollider();
});

const parts = [...readDemoCatalogue().values()];
const of = (trait: Parameters<typeof hasTrait>[1]) => parts.filter((p) => hasTrait(p, trait));
const faceOf = (part: Part): Mount | undefined => part.mounts.find((m) => m.side === 'battery');
const cells = of('cell').filter(faceOf);
const fits = (part: Part, cell: Part) =>
  part.mounts.some((m) => findSureMate(m, faceOf(cell)!) !== undefined);

describe('what the demo says of power', () => {
  it('every device that has a supply of its own says what it draws', () => {
    const silent = of('device').filter(
      (p) =>
        p.draw === undefined &&
        !hasTrait(p, 'stores') &&
        (p.innerCell ||
          (p.ports ?? []).some(
            (port) => port.direction === 'in' && port.carries.includes('power'),
          )),
    );
    expect(silent.map((p) => p.id).filter((id) => id !== 'dynmoor-delta')).toEqual([]);
  });

  it('no device draws more than each cell that fits it can give, switching on included', () => {
    for (const device of parts.filter((p) => p.draw?.recordW)) {
      for (const cell of cells.filter((c) => !hasTrait(device, 'charger') && fits(device, c))) {
        const { maxA, emptyV } = readCell(cell);
        const givesW = maxA! * emptyV!;
        const peakW = Math.max(device.draw!.recordW!, device.draw!.inrushW ?? 0);
        expect([device.id, cell.id, peakW <= givesW]).toEqual([device.id, cell.id, true]);
      }
    }
  });

  it('every cell says what it holds, bears and tells, and its energy is that of its figures', () => {
    for (const cell of of('cell')) {
      const { energyWh, maxA, chargeW, tells } = readCell(cell);
      expect([cell.id, maxA !== undefined, chargeW !== undefined, tells !== undefined]).toEqual([
        cell.id,
        true,
        true,
        true,
      ]);
      const made = cell.made?.figures['energyWh'];
      if (made !== undefined) expect([cell.id, energyWh]).toEqual([cell.id, made]);
    }
  });

  it('every family of cells has a charger and two cells that go into it', () => {
    const chargers = of('charger');
    for (const cell of cells) {
      const [charger] = chargers.filter((c) => fits(c, cell));
      expect([cell.id, charger?.charger?.bayW !== undefined]).toEqual([cell.id, true]);
      expect([cell.id, cells.filter((c) => fits(charger!, c)).length >= 2]).toEqual([
        cell.id,
        true,
      ]);
    }
  });

  it('both ends of every lead go into a socket of some part, of the demo or of the odd rigs', () => {
    // Leads for a stranger's gear stand on the shelf too: the smaller picture plugs are on no body of the demo.
    const odd = createOddRigs(collider).flatMap((rig) => [...rig.parts.values()]);
    const sockets = new Set(
      [...parts, ...odd].flatMap((p) => (p.ports ?? []).map((port) => port.connector)),
    );
    for (const lead of parts.filter((p) => p.cable)) {
      for (const end of lead.cable!.ends) {
        expect([lead.id, end.connector, sockets.has(end.connector)]).toEqual([
          lead.id,
          end.connector,
          true,
        ]);
      }
    }
  });

  it('every card and drive says what it holds, and every body how it records to something that there is', () => {
    const families = new Set(of('stores').map((p) => p.medium?.family));
    expect(families.has(undefined)).toBe(false);
    for (const body of of('camera')) {
      expect(body.modes!.length).toBeGreaterThan(0);
      for (const mode of body.modes!) {
        expect(mode.media!.every((family) => families.has(family))).toBe(true);
      }
    }
  });
});
