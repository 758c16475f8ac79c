import js from '@eslint/js';
import prettier from 'eslint-config-prettier';
import vue from 'eslint-plugin-vue';
import { defineConfig, globalIgnores } from 'eslint/config';
import globals from 'globals';
import { fileURLToPath } from 'node:url';
import ts from 'typescript-eslint';
import { layers } from './tools/lint-layers.mjs';

const folder = (path) => fileURLToPath(new URL(path, import.meta.url));

/** Who may import whom: the list is in the package's README, and only there. */
const layersOf = (name, doors, ignores = []) => ({
  files: [`${name}/src/**/*.{ts,vue}`],
  ignores,
  plugins: { zucchini: { rules: { layers } } },
  rules: {
    'zucchini/layers': [
      'error',
      { root: folder(`${name}/src`), readme: folder(`${name}/README.md`), doors },
    ],
  },
});

const core = {
  files: ['core/src/**/*.ts'],
  ignores: ['**/*.test.ts', 'core/src/testing/**'],
  rules: {
    'no-restricted-imports': [
      'error',
      {
        patterns: [
          {
            regex: '^(node:|vue|pinia|fastify|@fastify|typeorm|mysql2|@zucchini)',
            message: 'The core knows no interface, server, database or Node.',
          },
        ],
      },
    ],
    'no-restricted-globals': [
      'error',
      'process',
      'window',
      'document',
      'localStorage',
      'fetch',
      'Buffer',
      'console',
      'setTimeout',
    ],
    'no-restricted-syntax': [
      'error',
      {
        selector: "MemberExpression[object.name='Math'][property.name='random']",
        message: 'Chance comes in as an argument.',
      },
      {
        selector: "MemberExpression[object.name='Date'][property.name='now']",
        message: 'Time comes in as an argument.',
      },
    ],
  },
};

export default defineConfig([
  globalIgnores([
    '**/dist/',
    '**/node_modules/',
    '.zucchini/',
    'test-results/',
    'playwright-report/',
    'coverage/',
  ]),
  js.configs.recommended,
  ts.configs.strict,
  vue.configs['flat/recommended'],
  {
    files: ['**/*.vue'],
    languageOptions: {
      globals: globals.browser,
      parserOptions: { parser: ts.parser, extraFileExtensions: ['.vue'] },
    },
  },
  { files: ['**/*.mjs'], languageOptions: { globals: globals.node } },
  {
    files: ['**/*.{ts,vue}'],
    rules: {
      'no-undef': 'off',
      // The compiler checks indices; a `!` says that the line before has.
      '@typescript-eslint/no-non-null-assertion': 'off',
      '@typescript-eslint/no-unused-vars': [
        'error',
        { argsIgnorePattern: '^_', varsIgnorePattern: '^_' },
      ],
      '@typescript-eslint/consistent-type-imports': 'error',
    },
  },
  {
    // What needs types: conditions that are always true, and switches that forget a case.
    files: ['core/src/**/*.ts', 'server/src/**/*.ts', 'web/src/**/*.ts'],
    ignores: ['**/*.test.ts', '**/testing/**'],
    languageOptions: {
      parserOptions: { projectService: true, tsconfigRootDir: import.meta.dirname },
    },
    rules: {
      '@typescript-eslint/no-unnecessary-condition': 'error',
      '@typescript-eslint/switch-exhaustiveness-check': [
        'error',
        { considerDefaultExhaustiveForUnions: true },
      ],
    },
  },
  { rules: { 'vue/multi-word-component-names': 'off', eqeqeq: 'error' } },
  core,
  layersOf('core', true, ['**/*.test.ts', 'core/src/testing/**']),
  layersOf('web', false, ['**/*.test.ts', 'web/src/testing/**']),
  layersOf('server', false, ['**/*.test.ts', 'server/src/testing/**']),
  prettier,
]);
