import prettier from 'eslint-config-prettier';
import vue from 'eslint-plugin-vue';
import ts from 'typescript-eslint';
import { staircaseBlocks } from './staircase.config.mjs';

export default ts.config(
  { ignores: ['**/dist/**', '**/node_modules/**', '.cache/**'] },
  ...ts.configs.recommended,
  ...vue.configs['flat/recommended'],
  {
    files: ['**/*.vue'],
    languageOptions: { parserOptions: { parser: ts.parser } },
    rules: { 'vue/no-v-html': 'error', 'vue/multi-word-component-names': 'off' },
  },
  {
    rules: {
      '@typescript-eslint/consistent-type-imports': 'error',
      '@typescript-eslint/no-unused-vars': ['error', { argsIgnorePattern: '^_', varsIgnorePattern: '^_' }],
      eqeqeq: 'error',
    },
  },
  ...staircaseBlocks,
  {
    files: ['server/**/*.ts', 'cli/**/*.ts', 'core/**/*.ts'],
    rules: { 'no-restricted-globals': ['error', 'window', 'document'] },
  },
  prettier,
);
