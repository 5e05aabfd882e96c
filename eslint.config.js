import js from '@eslint/js';
import prettier from 'eslint-config-prettier';
import vue from 'eslint-plugin-vue';
import globals from 'globals';
import ts from 'typescript-eslint';

/** Imports run one way: web -> core, server -> core, demo -> server and core, e2e -> nothing. */
const mayNotImport = (names) => ({
  'no-restricted-imports': [
    'error',
    {
      patterns: names.map((name) => ({
        group: [`@esprel/${name}`, `@esprel/${name}/*`, `**/../${name}/**`, `**/${name}/src/**`],
        message: `imports run one way; ${name} may not be used here`,
      })),
    },
  ],
});

export default ts.config(
  { ignores: ['**/dist/', '**/dist-my/', '**/dist-swap-desk/', '**/node_modules/', '.tmp/', 'data/', 'demo/data/', 'docs/'] },
  js.configs.recommended,
  ts.configs.recommended,
  ts.configs.stylistic,
  vue.configs['flat/recommended'],
  {
    files: ['**/*.vue'],
    languageOptions: { parserOptions: { parser: ts.parser }, globals: globals.browser },
    rules: { 'vue/multi-word-component-names': 'off', 'vue/require-default-prop': 'off', 'no-undef': 'off' },
  },
  {
    files: ['**/*.ts'],
    rules: {
      'no-undef': 'off',
      '@typescript-eslint/consistent-type-imports': ['error', { disallowTypeAnnotations: false }],
      '@typescript-eslint/no-unused-vars': ['error', { argsIgnorePattern: '^_', varsIgnorePattern: '^_' }],
    },
  },
  {
    files: ['core/src/**/*.ts'],
    rules: {
      ...mayNotImport(['server', 'web', 'demo', 'e2e']),
      'no-restricted-globals': ['error', 'window', 'document', 'process', 'console', 'fetch', 'setTimeout', 'Buffer'],
      'no-restricted-properties': [
        'error',
        { object: 'Math', property: 'random', message: 'the core has no dice: take random as an argument' },
        { object: 'Date', property: 'now', message: 'the core has no clock: take today as an argument' },
      ],
      'no-restricted-syntax': [
        'error',
        { selector: "NewExpression[callee.name='Date'][arguments.length=0]", message: 'the core has no clock: take today as an argument' },
      ],
    },
  },
  { files: ['core/src/**/*.test.ts'], rules: { 'no-restricted-globals': 'off', 'no-restricted-properties': 'off' } },
  { files: ['server/**/*.ts'], ignores: ['server/**/*.test.ts'], rules: mayNotImport(['web', 'demo', 'e2e']) },
  { files: ['web/**/*.{ts,vue}'], rules: mayNotImport(['server', 'demo', 'e2e']) },
  { files: ['demo/**/*.ts'], rules: mayNotImport(['web', 'e2e']) },
  { files: ['e2e/**/*.ts'], rules: mayNotImport(['core', 'server', 'web', 'demo']) },
  // Answers of the server are read field by field in its tests.
  { files: ['server/test/**/*.ts'], rules: { '@typescript-eslint/no-explicit-any': 'off' } },
  // A fixture without a need of its own is written with an empty pattern.
  { files: ['e2e/**/*.ts'], rules: { 'no-empty-pattern': 'off' } },
  { files: ['**/*.{js,mjs}'], languageOptions: { globals: globals.node } },
  prettier,
);
