import { beforeEach, describe, expect, it } from '@jest/globals';
import { settling } from '@zucchini/core';
import { effectScope } from 'vue';
import { useScale } from './useScale';

class FakeSource {
  static last: FakeSource;
  onmessage: (event: { data: string }) => void = () => undefined;
  onerror: () => void = () => undefined;
  isClosed = false;
  constructor(readonly url: string) {
    FakeSource.last = this;
  }
  close(): void {
    this.isClosed = true;
  }
}
beforeEach(() => {
  globalThis.EventSource = FakeSource as never;
});
function start() {
  const scope = effectScope();
  const scale = scope.run(() => useScale())!;
  let atS = 0;
  const send = (...grams: number[]) => {
    for (const g of grams) {
      FakeSource.last.onmessage({ data: JSON.stringify({ atS: (atS += 1), g }) });
    }
  };
  return { scope, scale, send };
}

describe('the stream of a scale', () => {
  it('is connecting until the first reading, and shows the last one', () => {
    const { scale, send } = start();
    expect([scale.state.value, scale.now.value]).toEqual(['connecting', undefined]);
    expect(FakeSource.last.url).toBe('/api/scale/readings');
    send(10, 12);
    expect([scale.state.value, scale.now.value]).toEqual(['reading', 12]);
  });

  it('has settled when enough readings agree, and is unsettled by a new load', () => {
    const { scale, send } = start();
    send(...Array<number>(settling.readings - 1).fill(500));
    expect(scale.settledG.value).toBeUndefined();
    send(500);
    expect([scale.settledG.value, scale.wanted]).toEqual([500, settling.readings]);
    scale.disturb();
    expect([scale.settledG.value, scale.readings.value.length, scale.now.value]).toEqual([
      undefined,
      1,
      500,
    ]);
  });

  it('keeps the last 120 readings', () => {
    const { scale, send } = start();
    send(...Array.from({ length: 130 }, (_, i) => i));
    expect([scale.readings.value.length, scale.readings.value[0]!.g, scale.now.value]).toEqual([
      120, 10, 129,
    ]);
  });

  it('says when it is lost, and reads on when it is there again', () => {
    const { scale, send } = start();
    FakeSource.last.onerror();
    expect(scale.state.value).toBe('lost');
    send(3);
    expect(scale.state.value).toBe('reading');
  });

  it('is closed with its scope', () => {
    const { scope } = start();
    scope.stop();
    expect(FakeSource.last.isClosed).toBe(true);
  });
});
