import js from '@eslint/js';
import prettier from 'eslint-config-prettier';
import vue from 'eslint-plugin-vue';
import { defineConfig, globalIgnores } from 'eslint/config';
import globals from 'globals';
import { readFileSync } from 'node:fs';
import ts from 'typescript-eslint';

// The list of who may import whom is in core/README.md, and only there.
const listed = /```layers\n([\s\S]*?)```/.exec(
  readFileSync(new URL('core/README.md', import.meta.url), 'utf8'),
)[1];
const layers = listed
  .trim()
  .split('\n')
  .map((line) => {
    const [folder, allowed] = line.split(':').map((piece) => piece.trim());
    return { folder, allowed: allowed ? allowed.split(/\s+/) : [] };
  });

const core = layers.map(({ folder, allowed }) => ({
  files: [`core/src/${folder}/**/*.ts`],
  ignores: ['**/*.test.ts'],
  rules: {
    'no-restricted-imports': [
      'error',
      {
        patterns: [
          {
            regex: `^\\.\\./(?!(${[...allowed, ...(allowed.length === 0 ? ['-'] : [])].join('|')})/index\\.js$)`,
            message: `core/src/${folder} may import ${allowed.join(', ') || 'no other folder'}, and those through their index only (core/README.md).`,
          },
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
}));

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
  { rules: { 'vue/multi-word-component-names': 'off', eqeqeq: 'error' } },
  ...core,
  prettier,
]);
