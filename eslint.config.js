import js from '@eslint/js';
import angular from 'angular-eslint';
import tseslint from 'typescript-eslint';

/** What core may import beside its own files: nothing that knows a page, a server or a database. */
const CORE_IMPORTS = ['yup', 'semver', 'js-base64', 'css-tree', 'saxes'];

export default tseslint.config(
  {
    ignores: [
      '**/dist/**',
      '**/node_modules/**',
      '.data/**',
      '**/.angular/**',
      'e2e/test-results/**',
      'e2e/playwright-report/**',
    ],
  },
  js.configs.recommended,
  {
    files: ['**/*.ts'],
    extends: [...tseslint.configs.strictTypeChecked],
    languageOptions: {
      parserOptions: {
        // One program for everything: with one for each workspace most sources are checked three times over.
        project: './tsconfig.lint.json',
        tsconfigRootDir: import.meta.dirname,
      },
    },
    rules: {
      '@typescript-eslint/no-explicit-any': 'error',
      '@typescript-eslint/consistent-type-imports': 'error',
      '@typescript-eslint/no-non-null-assertion': 'off',
      '@typescript-eslint/restrict-template-expressions': ['error', { allowNumber: true }],
      '@typescript-eslint/no-confusing-void-expression': 'off',
      '@typescript-eslint/no-unused-vars': ['error', { argsIgnorePattern: '^_', varsIgnorePattern: '^_' }],
      '@typescript-eslint/no-dynamic-delete': 'off',
      '@typescript-eslint/no-extraneous-class': 'off',
      '@typescript-eslint/no-unnecessary-condition': 'off',
      '@typescript-eslint/no-unnecessary-type-parameters': 'off',
      '@typescript-eslint/prefer-promise-reject-errors': 'off',
      '@typescript-eslint/no-misused-promises': ['error', { checksVoidReturn: { arguments: false } }],
      '@typescript-eslint/unbound-method': 'off',
      '@typescript-eslint/use-unknown-in-catch-callback-variable': 'off',
      '@typescript-eslint/no-misused-spread': 'off',
      '@typescript-eslint/no-base-to-string': 'off',
      '@typescript-eslint/no-unnecessary-type-assertion': 'off',
      '@typescript-eslint/no-unsafe-class-instance-assignment': 'off',
      'no-console': 'error',
    },
  },
  {
    files: ['packages/core/src/**/*.ts'],
    ignores: ['**/*.test.ts', '**/testing/**'],
    rules: {
      'no-restricted-imports': [
        'error',
        {
          patterns: [
            { regex: '/testing/', message: 'What is for tests alone is used by tests alone.' },
            {
              regex: `^(?!\\.{1,2}/|(?:${CORE_IMPORTS.join('|')})$)`,
              message:
                'Core imports its own files, Yup, semver, js-base64, css-tree and saxes, nothing else.',
            },
          ],
        },
      ],
      'no-restricted-globals': [
        'error',
        'window',
        'document',
        'process',
        'Buffer',
        'fetch',
        'localStorage',
        'setTimeout',
        'Date',
      ],
    },
  },
  {
    files: ['.dependency-cruiser.cjs'],
    languageOptions: { sourceType: 'commonjs', globals: { module: 'writable' } },
  },
  { files: ['apps/web/src/main.ts', 'e2e/**/*.ts'], rules: { 'no-console': 'off' } },
  {
    files: ['apps/web/src/app/**/*.ts'],
    extends: [...angular.configs.tsRecommended],
    processor: angular.processInlineTemplates,
    rules: {
      '@angular-eslint/component-selector': [
        'error',
        { type: 'element', prefix: 'coat', style: 'kebab-case' },
      ],
      'no-restricted-syntax': [
        'error',
        {
          selector:
            "Property[key.name='styles'] TemplateElement[value.raw=/#[0-9a-f]{3}|rgba?\\(|hsla?\\(|font-size: [0-9.]+px/i]",
          message: 'Colours and sizes of type have their values in theme.scss: name a token.',
        },
      ],
    },
  },
  {
    files: ['apps/web/src/**/*.html'],
    extends: [...angular.configs.templateRecommended, ...angular.configs.templateAccessibility],
    rules: {
      // The button inside a row is what the keyboard uses; the row only makes it larger for a hand.
      '@angular-eslint/template/click-events-have-key-events': 'off',
      '@angular-eslint/template/interactive-supports-focus': 'off',
      '@angular-eslint/template/no-autofocus': 'off',
      '@angular-eslint/template/no-any': 'error',
      '@angular-eslint/template/label-has-associated-control': 'off',
      'no-restricted-syntax': [
        'error',
        { selector: 'Element[name="select"]', message: 'A list to choose from is a mat-select.' },
        {
          selector: 'Element[name="table"]:not(:has(> TextAttribute[name="mat-table"]))',
          message: 'A table is a mat-table.',
        },
        {
          selector: 'Element[name!=/^coat-/] > TextAttribute[name="title"]',
          message: 'A tip is a matTooltip: a title is not shown to keys or fingers.',
        },
        {
          selector: 'Element[name!=/^coat-/] > BoundAttribute[name="title"]',
          message: 'A tip is a matTooltip: a title is not shown to keys or fingers.',
        },
        {
          selector: 'Element[name="input"] > TextAttribute[name="type"][value=/^(checkbox|radio|range)$/]',
          message: 'Material has a control for it.',
        },
      ],
    },
  },
  {
    files: ['scripts/**/*.mjs', 'eslint.config.js'],
    languageOptions: {
      globals: {
        process: 'readonly',
        URL: 'readonly',
        setTimeout: 'readonly',
        setInterval: 'readonly',
        clearInterval: 'readonly',
        Buffer: 'readonly',
        fetch: 'readonly',
        performance: 'readonly',
        console: 'readonly',
      },
    },
  },
);
