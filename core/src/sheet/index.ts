export * from './build.js';
export * from './joint.js';
export * from './tighten.js';
export * from './checks.js';
export * from './pack.js';
export * from './see.js';
export * from './ladder.js';
export * from './cautions.js';
