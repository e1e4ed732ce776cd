import prettier from 'eslint-config-prettier';
import vue from 'eslint-plugin-vue';
import ts from 'typescript-eslint';
import { staircaseBlocks, webStaircaseBlocks } from './staircase.config.mjs';

export default ts.config(
  { ignores: ['**/dist/**', '**/node_modules/**', '.cache/**'] },
  ...ts.configs.recommended,
  ...vue.configs['flat/recommended'],
  {
    files: ['**/*.vue'],
    languageOptions: { parserOptions: { parser: ts.parser } },
    rules: { 'vue/no-v-html': 'error', 'vue/multi-word-component-names': 'off', 'vue/require-default-prop': 'off' },
  },
  {
    // What a person operates comes from the kit: one look, one behaviour, one place to change them.
    files: ['web/src/**/*.vue'],
    ignores: ['web/src/ui/**'],
    rules: {
      'vue/no-restricted-html-elements': [
        'error',
        ...['button', 'select', 'input', 'textarea', 'details', 'summary', 'dialog', 'progress', 'table'].map(
          (element) => ({
            element,
            message: 'Take it from web/src/ui, or from Element Plus.',
          }),
        ),
      ],
      // A tooltip of the browser shows neither on a phone nor by keyboard: `data-hint` does, see words/Hints.vue.
      ...Object.fromEntries(
        ['static-attribute', 'v-bind'].map((kind) => [
          `vue/no-restricted-${kind}`,
          [
            'error',
            {
              [kind === 'v-bind' ? 'argument' : 'key']: 'title',
              element: '/^([a-z]|ActionButton|RouterLink|ElInput|Choice|TextField)/',
              message: 'Write data-hint.',
            },
          ],
        ]),
      ),
    },
  },
  {
    rules: {
      '@typescript-eslint/consistent-type-imports': 'error',
      '@typescript-eslint/no-unused-vars': ['error', { argsIgnorePattern: '^_', varsIgnorePattern: '^_' }],
      eqeqeq: 'error',
    },
  },
  ...staircaseBlocks,
  ...webStaircaseBlocks,
  {
    files: ['server/**/*.ts', 'cli/**/*.ts', 'core/**/*.ts'],
    rules: { 'no-restricted-globals': ['error', 'window', 'document'] },
  },
  prettier,
);
