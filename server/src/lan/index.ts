import { networkInterfaces } from 'node:os';
import { toString as toQr } from 'qrcode';
import type { DataSource } from 'typeorm';
import { buildLanApp } from './app.js';
import { createDoor, sayCode, type Door } from './door.js';
import type { Lan } from './plugin.js';

export { lanPlugin, type Lan } from './plugin.js';

/** A door to the local network that is being served. */
export interface OpenLan extends Lan {
  /** What whoever sits at the machine is told: addresses, the code, a picture of it, and what to mind. */
  readonly words: string;
  close(): Promise<void>;
}

/** Addresses of this machine in networks of its own, the likeliest first: home networks before the rest. */
export function listAddresses(interfaces = networkInterfaces()): string[] {
  const rank = (address: string) =>
    address.startsWith('192.168.')
      ? 0
      : address.startsWith('10.')
        ? 1
        : /^172\.(1[6-9]|2\d|3[01])\./u.test(address)
          ? 2
          : 3;
  return Object.values(interfaces)
    .flatMap((list) => list ?? [])
    .filter((one) => one.family === 'IPv4' && !one.internal)
    .map((one) => one.address)
    .sort((a, b) => rank(a) - rank(b) || (a < b ? -1 : 1));
}

/** Opens the door: listens on every address of this machine. It shuts by itself after a day's work, or after ten wrong codes. */
export async function openLan(
  options: { readonly database: DataSource; readonly siteRoot: string; readonly port: number },
  say: (words: string) => void,
): Promise<OpenLan> {
  const addresses = listAddresses();
  const hosts = addresses.map((a) => `${a}:${options.port}`);
  const now = () => new Date();
  const served: { app?: Awaited<ReturnType<typeof buildLanApp>> } = {};
  const door: Door = createDoor(now, (why) => {
    say(
      why === 'time'
        ? 'The door to the local network has shut: its time is over.'
        : 'The door to the local network has shut: ten wrong codes. Start again with --lan for another one.',
    );
    // Whoever asked last is still answered.
    setTimeout(() => void served.app?.close(), 500).unref();
  });
  const app = await buildLanApp({ ...options, door, hosts: () => hosts, now });
  served.app = app;
  await app.listen({ host: '0.0.0.0', port: options.port });
  const timer = setTimeout(
    () => door.meet(undefined),
    door.closesAt.getTime() - now().getTime() + 1000,
  );
  timer.unref();
  // The code stands behind the hash: no server and no log sees it there.
  const urls = hosts.map((host) => `http://${host}/lan#${door.code}`);
  const picture = urls[0] ? await toQr(urls[0], { type: 'terminal', small: true }) : '';
  return {
    door,
    urls,
    words: [
      'Sheets, ticks, times and notes are open over the local network, to who has the code:',
      ...hosts.map((host) => `  http://${host}/lan`),
      `  code ${sayCode(door.code)}`,
      picture,
      'Plain http can be overheard by others in the same network: use one that you trust.',
      `It shuts by itself at ${door.closesAt.toLocaleTimeString('en-GB', { timeStyle: 'short' })}, or after ten wrong codes. Everything else stays shut.`,
    ].join('\n'),
    close: async () => {
      clearTimeout(timer);
      door.end();
      await app.close();
    },
  };
}
