import fc from 'fast-check';

// The same cases every time, so that a run tells about the code and not about luck; another seed is one
// variable away, and a failure prints the one in use.
fc.configureGlobal({ seed: Number(process.env.ZUCCHINI_SEED ?? 20261123) });
