import type { FastifyPluginAsyncZod } from 'fastify-type-provider-zod';
import { toString as toQr } from 'qrcode';
import { LanReply } from '@zucchini/core';
import type { Door } from './door.js';

/** The way in from the local network, for the machine's own pages. */
export interface Lan {
  readonly door: Door;
  /** Addresses with the code in them, the likeliest first. */
  readonly urls: readonly string[];
  /** Another code; opens the door again where its time was over. */
  renew(): Promise<void>;
}

async function tellLan(here: Lan | undefined): Promise<LanReply> {
  if (!here) return { state: 'none' };
  const { door, urls } = here;
  if (door.shut || urls.length === 0) return { state: 'shut', why: door.shut ?? 'no-network' };
  return {
    state: 'open',
    urls: [...urls],
    code: door.code,
    closesAt: door.closesAt.toISOString(),
    qr: await toQr(urls[0]!, { type: 'svg', margin: 2 }),
  };
}

/** What this machine's own pages are told of the door to the local network: its address as a picture to be scanned. */
export const lanPlugin: FastifyPluginAsyncZod<{ lan: () => Lan | undefined }> = async (
  app,
  { lan },
) => {
  app.get(
    '/api/lan',
    {
      schema: {
        summary: 'The door to the local network, where one is open',
        response: { 200: LanReply },
      },
    },
    () => tellLan(lan()),
  );

  app.post(
    '/api/lan/code',
    {
      schema: {
        summary: 'Another code for the local network: the old one is good no longer',
        response: { 200: LanReply },
      },
    },
    async () => {
      await lan()?.renew();
      return tellLan(lan());
    },
  );
};
