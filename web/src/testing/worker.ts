import { expose } from 'comlink';

/** How many workers have been started, and ended. */
export interface FakeWorkers {
  started: number;
  ended: number;
}

const RealChannel = globalThis.MessageChannel;
const channels: MessageChannel[] = [];

/** Closes every channel that was opened, those of callbacks too: an open one keeps the tests from ending. */
export function closeFakeWorkers(): void {
  for (const { port1, port2 } of channels.splice(0)) {
    port1.close();
    port2.close();
  }
}

/** Takes the place of `Worker`: what is asked is answered by `api`, over a channel as a real worker's would be. */
export function startFakeWorkers(api: object): FakeWorkers {
  const count: FakeWorkers = { started: 0, ended: 0 };
  globalThis.MessageChannel = class extends RealChannel {
    constructor() {
      super();
      channels.push(this);
    }
  };
  globalThis.Worker = class {
    private readonly channel = new MessageChannel();
    constructor() {
      count.started += 1;
      expose(api, this.channel.port2 as never);
      this.channel.port1.start();
      this.channel.port2.start();
    }
    postMessage(...args: Parameters<MessagePort['postMessage']>) {
      this.channel.port1.postMessage(...args);
    }
    addEventListener(...args: Parameters<MessagePort['addEventListener']>) {
      this.channel.port1.addEventListener(...args);
    }
    removeEventListener(...args: Parameters<MessagePort['removeEventListener']>) {
      this.channel.port1.removeEventListener(...args);
    }
    terminate() {
      count.ended += 1;
      this.channel.port1.close();
      this.channel.port2.close();
    }
  } as never;
  return count;
}
