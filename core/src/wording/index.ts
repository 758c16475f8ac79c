export * from './figures.js';
export * from './names.js';
export * from './findings.js';
export * from './edits.js';
export * from './candidates.js';
export * from './report.js';
export * from './json.js';
export { purposeWords } from './words-space.js';
export * from './guesses.js';
