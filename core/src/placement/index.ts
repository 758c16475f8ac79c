export * from './vec3.js';
export * from './placement.js';
