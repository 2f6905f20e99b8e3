import js from '@eslint/js';
import svelte from 'eslint-plugin-svelte';
import globals from 'globals';
import ts from 'typescript-eslint';
import svelteConfig from './svelte.config.js';

export default ts.config(
  { ignores: ['build/', '.svelte-kit/', '.data/', 'node_modules/', 'core/types/'] },
  js.configs.recommended,
  ...ts.configs.recommended,
  ...svelte.configs.recommended,
  {
    languageOptions: { globals: { ...globals.node, ...globals.browser } },
    rules: {
      'no-undef': 'off',
      '@typescript-eslint/no-unused-vars': [
        'error',
        { argsIgnorePattern: '^_', varsIgnorePattern: '^_' },
      ],
      'svelte/no-navigation-without-resolve': 'off',
      // Maps and dates here are made, used and dropped within one function; none is state.
      'svelte/prefer-svelte-reactivity': 'off',
    },
  },
  {
    files: ['**/*.svelte', '**/*.svelte.ts'],
    languageOptions: {
      parserOptions: { parser: ts.parser, extraFileExtensions: ['.svelte'], svelteConfig },
    },
  },
  {
    // A moment cut after ten characters is Greenwich's day; people count by their site's.
    files: ['src/**', 'core/**'],
    ignores: ['core/say/day.ts', 'core/measure/dates.ts', '**/*.test.ts'],
    rules: {
      'no-restricted-syntax': [
        'error',
        ...[
          "CallExpression[callee.property.name='slice'][callee.object.callee.property.name='toISOString']",
          "CallExpression[callee.property.name='slice'][arguments.0.value=0][arguments.1.value=10][callee.object.property.name=/^(at|watched|createdAt|savedAt)$/]",
          "CallExpression[callee.property.name='toLocaleDateString']",
        ].map((selector) => ({ selector, message: 'Use dayOf or formatDayOf of core/say/day.' })),
      ],
    },
  },
  {
    // The core computes and nothing else: it may not reach out of its own folder.
    files: ['core/**/*.ts'],
    ignores: ['core/**/*.test.ts'],
    rules: {
      'no-restricted-imports': [
        'error',
        {
          patterns: [
            {
              group: ['$*', 'node:*', 'svelte', 'svelte/*', 'sequelize', 'ol', 'ol/*'],
              message: 'core/ is pure.',
            },
            {
              group: ['**/src/**', '**/demo/**', '**/tests/**', '**/scripts/**'],
              message: 'core/ imports only core/.',
            },
          ],
        },
      ],
      'no-restricted-globals': [
        'error',
        'window',
        'document',
        'process',
        'fetch',
        'localStorage',
        'console',
      ],
      'no-restricted-properties': [
        'error',
        {
          object: 'Math',
          property: 'random',
          message: 'Use core/measure/random: same seed, same plan.',
        },
        { object: 'Date', property: 'now', message: 'Pass the time in.' },
      ],
    },
  },
);
