/** Colours, sizes of type and corners have their values in the theme alone: every other style sheet names a token. */
export default {
  customSyntax: 'postcss-scss',
  ignoreFiles: ['**/dist/**', '**/node_modules/**'],
  rules: {
    'color-no-hex': true,
    'color-named': 'never',
    'function-disallowed-list': ['rgb', 'rgba', 'hsl', 'hsla', 'oklch', 'oklab', 'lab', 'lch', 'light-dark'],
    'declaration-property-value-disallowed-list': {
      'font-size': ['/px/'],
      'border-radius': ['/[1-9]\\d*px/'],
    },
  },
  overrides: [
    {
      files: ['**/theme.scss'],
      rules: {
        'color-no-hex': null,
        'function-disallowed-list': null,
        'declaration-property-value-disallowed-list': null,
      },
    },
  ],
};
