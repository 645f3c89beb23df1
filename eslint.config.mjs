import js from '@eslint/js';
import globals from 'globals';

export default [
  js.configs.recommended,
  {
    files: ['assets/scripts/*.js'],
    languageOptions: {
      sourceType: 'script',
      globals: {
        ...globals.browser,
        htmx: 'readonly',
        Idiomorph: 'readonly',
        Quill: 'readonly',
        flatpickr: 'readonly',
        TomSelect: 'readonly',
        qrcode: 'readonly',
      },
    },
    rules: {
      eqeqeq: 'error',
      'no-var': 'error',
      'prefer-const': ['error', { destructuring: 'all' }],
      'no-implicit-globals': 'error',
      'no-eval': 'error',
      'max-len': ['error', { code: 140, ignoreUrls: true }],
    },
  },
  { files: ['bin/lib/*.mjs', 'eslint.config.mjs'], languageOptions: { globals: globals.node } },
];
