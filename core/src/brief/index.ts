export * from './schema.js';
export * from './scene.js';
export { HoldKind } from './hold-kind.js';
export * from './merge.js';
export * from './ready.js';
export * from './hours.js';
