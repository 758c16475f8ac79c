import { networkInterfaces } from 'node:os';
import { toString as toQr } from 'qrcode';
import type { FastifyInstance } from 'fastify';
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

/** Where the door is, each time: what waits on a phone waits for this address. */
export const lanPort = 4719;

/**
 * Opens the door: listens on every address that this machine has, also those that come later. It shuts by itself after a day's work;
 * a new code opens it again.
 */
export async function openLan(
  options: { readonly database: DataSource; readonly siteRoot: string; readonly port: number },
  say: (words: string) => void,
): Promise<OpenLan> {
  const now = () => new Date();
  // A machine that changes its network is reached under its new address.
  const hosts = () => listAddresses().map((a) => `${a}:${options.port}`);
  let app: FastifyInstance | undefined;
  /** The port is free once the last one has closed; of several who ask for a new code one opens it. */
  let closing: Promise<void> = Promise.resolve();
  let opening: Promise<void> | undefined;
  let timer: NodeJS.Timeout | undefined;
  const door: Door = createDoor(now, (why) => {
    if (why === 'wrong-codes') {
      say(
        'Many wrong codes were tried over the local network: only phones that were in already are let in. “New code” under Sheets makes another.',
      );
      return;
    }
    say(
      'The door to the local network has shut: its time is over. “New code” under Sheets opens it.',
    );
    // Whoever asked last is still answered.
    const old = app;
    app = undefined;
    if (old) {
      closing = new Promise<void>((done) => {
        setTimeout(() => void old.close().finally(done), 500).unref();
      });
    }
  });
  const shutInTime = () => {
    clearTimeout(timer);
    const leftMs = door.closesAt.getTime() - now().getTime();
    timer = setTimeout(() => door.meet(undefined, ''), leftMs + 1000);
    timer.unref();
  };
  const listen = async () => {
    const next = await buildLanApp({ ...options, door, hosts, now });
    await next.listen({ host: '0.0.0.0', port: options.port });
    app = next;
    shutInTime();
  };
  await listen();
  // The code stands behind the hash: no server and no log sees it there.
  const urls = () => hosts().map((host) => `http://${host}/lan#${door.code}`);
  const [first] = urls();
  const picture = first ? await toQr(first, { type: 'terminal', small: true }) : '';
  return {
    door,
    get urls() {
      return urls();
    },
    words: [
      'Sheets, ticks, times and notes are open over the local network, to who has the code:',
      ...hosts().map((host) => `  http://${host}/lan`),
      `  code ${sayCode(door.code)}`,
      picture,
      'Plain http can be overheard by others in the same network: use one that you trust.',
      `It shuts by itself at ${door.closesAt.toLocaleTimeString('en-GB', { timeStyle: 'short' })}. Everything else stays shut.`,
    ].join('\n'),
    async renew() {
      if (door.shut === 'ended') return;
      door.renew();
      if (app) shutInTime();
      else {
        opening ??= closing.then(listen).finally(() => {
          opening = undefined;
        });
        await opening;
      }
    },
    close: async () => {
      clearTimeout(timer);
      door.end();
      await app?.close();
    },
  };
}
