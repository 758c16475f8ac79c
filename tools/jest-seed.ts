import fc from 'fast-check';

// The same cases every time, so that a run tells about the code and not about luck; another seed is one
// variable away, and a failure prints the one in use.
fc.configureGlobal({ seed: Number(process.env.ZUCCHINI_SEED ?? 20261123) });

// The collision library frees what is collected by finalizers. Between two test files they meet a module that is torn
// down already, and its crash would be blamed on whatever test runs then. Tests end soon enough without them.
globalThis.FinalizationRegistry = class {
  readonly [Symbol.toStringTag] = 'FinalizationRegistry';
  register(): void {}
  unregister(): boolean {
    return false;
  }
} as never;
