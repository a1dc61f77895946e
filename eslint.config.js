import js from '@eslint/js';
import globals from 'globals';
import ts from 'typescript-eslint';
import vue from 'eslint-plugin-vue';
import vueParser from 'vue-eslint-parser';
import prettier from 'eslint-config-prettier';

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
    files: ['server/**/*.ts', 'cli/**/*.ts', 'tools/**', 'e2e/**/*.ts', 'core/bench/**', '*.js', '*.ts'],
    languageOptions: { globals: globals.node },
  },
  {
    rules: {
      '@typescript-eslint/no-unused-vars': ['error', { argsIgnorePattern: '^_', varsIgnorePattern: '^_' }],
      '@typescript-eslint/no-non-null-assertion': 'off',
      'no-undef': 'off',
      eqeqeq: ['error', 'always'],
    },
  },
  {
    files: ['core/src/**/*.ts', 'core/demo/**/*.ts'],
    ignores: ['**/*.test.ts', '**/*.bench.ts'],
    rules: {
      'no-restricted-imports': [
        'error',
        {
          patterns: [
            {
              group: ['node:*', 'vue', 'express', 'knex', '@fieldchalk/*'],
              message: 'core computes; it knows no platform.',
            },
          ],
        },
      ],
      'no-restricted-globals': ['error', 'window', 'document', 'process', 'Date', 'setTimeout'],
    },
  },
  prettier,
);
