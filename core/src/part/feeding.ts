import type { Mount } from './mount.js';
import type { Cell } from './power.js';
import type { Carries, Part, Port } from './schema.js';

/** Whether a socket takes power, and whether it gives it; one for both does either. */
export const takesPower = (port: Port): boolean =>
  port.carries.includes('power') && port.direction !== 'out';
export const givesPower = (port: Port): boolean =>
  port.carries.includes('power') && port.direction !== 'in';

/** The mount by which a battery sits in its bay or on its plate. */
export const findBatteryFace = (part: Part): Mount | undefined =>
  part.mounts.find((m) => m.side === 'battery');

/** What a battery states of itself, wherever it says it: as its cell's facts, as what it serves, at its contacts. */
export function readCell(part: Part): Cell {
  const contacts = part.ports?.find(
    (p) => p.connector === 'cell-contacts' || p.connector === 'plate-contacts',
  )?.power;
  const energyWh = part.serves?.find((s) => s.energyWh !== undefined)?.energyWh;
  return {
    ...(energyWh === undefined ? {} : { energyWh }),
    ...(contacts ? { fullV: contacts.maxV, emptyV: contacts.minV } : {}),
    ...part.cell,
  };
}

/** What a lead is shown as carrying: the one word that says most. */
export type LeadUse = 'power' | 'video' | 'sound' | 'data';

export function nameLeadUse(carries: readonly Carries[]): LeadUse {
  if (carries.includes('video')) return 'video';
  if (carries.includes('audio')) return 'sound';
  return carries.includes('power') ? 'power' : 'data';
}

/** The same in words. */
export const leadUseLabels: Readonly<Record<LeadUse, string>> = {
  power: 'power',
  video: 'picture',
  sound: 'sound',
  data: 'data',
};

const isContact = (port: Port): boolean =>
  port.connector === 'cell-contacts' || port.connector === 'plate-contacts';

/** The sockets of a part through which it gives power to others. */
export const listOutlets = (part: Part): Port[] =>
  (part.ports ?? []).filter((p) => givesPower(p) && p.direction === 'out' && !isContact(p));
