export * from './eye.js';
export * from './look.js';
export * from './facing.js';
export * from './screens.js';
export * from './focus.js';
export * from './sight.js';
export * from './findings.js';
