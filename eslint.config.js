import js from '@eslint/js';
import globals from 'globals';
import ts from 'typescript-eslint';
import vue from 'eslint-plugin-vue';
import vueParser from 'vue-eslint-parser';
import prettier from 'eslint-config-prettier';
import { coreDirections, workspaceDirections } from './tools/directions.js';

export default ts.config(
  {
    ignores: ['**/dist/**', '**/node_modules/**', 'data/**', '**/test-results/**', '**/playwright-report/**'],
  },
  js.configs.recommended,
  ...ts.configs.recommended,
  ...vue.configs['flat/recommended'],
  {
    files: ['**/*.vue'],
    languageOptions: { parser: vueParser, parserOptions: { parser: ts.parser, sourceType: 'module' } },
    rules: { 'vue/multi-word-component-names': 'off' },
  },
  { files: ['web/**/*.{ts,vue}'], languageOptions: { globals: globals.browser } },
  {
    files: [
      'contracts/**/*.ts',
      'paper/**/*.ts',
      'server/**/*.ts',
      'cli/**/*.ts',
      'tools/**',
      'e2e/**/*.ts',
      'core/bench/**',
      '*.js',
      '*.ts',
    ],
    languageOptions: { globals: globals.node },
  },
  {
    rules: {
      '@typescript-eslint/no-unused-vars': ['error', { argsIgnorePattern: '^_', varsIgnorePattern: '^_' }],
      'no-undef': 'off',
      eqeqeq: ['error', 'always'],
    },
  },
  ...coreDirections,
  ...workspaceDirections,
  {
    files: ['core/src/**/*.ts', 'core/demo/**/*.ts'],
    ignores: ['**/*.test.ts'],
    rules: {
      'no-restricted-globals': ['error', 'window', 'document', 'process', 'Date', 'setTimeout'],
    },
  },
  {
    files: ['**/*.{ts,vue}'],
    ignores: ['**/*.test.ts', '**/*.spec.ts', 'core/bench/**', 'paper/bench/**', 'core/testing/**', 'e2e/**'],
    rules: {
      '@typescript-eslint/no-non-null-assertion': 'error',
      'max-params': ['error', 5],
      'vue/no-restricted-syntax': [
        'error',
        { selector: 'TSNonNullExpression', message: 'Look it up so that what is missing is named.' },
      ],
    },
  },
  {
    // Searches over typed arrays, written as one long loop: an index inside the array is the loop’s own invariant.
    files: [
      'core/src/runs/heap.ts',
      'core/src/runs/openGround.ts',
      'core/src/runs/prices.ts',
      'core/src/runs/routeGraph.ts',
      'core/src/runs/paths.ts',
      'core/src/runs/search.ts',
      'core/src/boxes/cover.ts',
      'core/src/proposals/runs/visitOrder.ts',
      'core/src/proposals/circuits/partition.ts',
      'core/src/proposals/circuits/sharing.ts',
      'core/src/proposals/circuits/exactSharing.ts',
      'core/src/proposals/circuits/searchSharing.ts',
    ],
    rules: { '@typescript-eslint/no-non-null-assertion': 'off' },
  },
  {
    files: ['**/*.test.ts', '**/*.spec.ts'],
    rules: {
      'no-restricted-syntax': [
        'error',
        {
          selector:
            "CallExpression[callee.name='expect'] > CallExpression[callee.property.name='every']:not([callee.object.callee.name='notEmpty'])",
          message: 'Of an empty list everything is true: expect(notEmpty(list).every(…)).',
        },
      ],
    },
  },
  prettier,
);
