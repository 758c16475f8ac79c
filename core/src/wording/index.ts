export * from './findings.js';
export * from './edits.js';
export * from './candidates.js';
export * from './report.js';
export * from './json.js';
export * from './guesses.js';
export * from './hang-lines.js';
export * from './slip-lines.js';
