export * from './ways.js';
export * from './cost.js';
export * from './choose.js';
export * from './given-up.js';
export * from './survey.js';
export * from './options.js';
export * from './plan.js';
export * from './propose.js';
