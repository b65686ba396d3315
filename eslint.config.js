import svelte from 'eslint-plugin-svelte';
import globals from 'globals';
import ts from 'typescript-eslint';

export default ts.config(
  { ignores: ['**/api/schema.d.ts', '**/node_modules/**', 'src/Dentelle.Web/**', 'tests/browser/results/**'] },
  ...ts.configs.recommended,
  ...svelte.configs.recommended,
  {
    languageOptions: { globals: { ...globals.browser } },
    rules: {
      '@typescript-eslint/no-explicit-any': 'error',
      // A static style attribute breaks the content policy; style directives don't.
      'svelte/no-inline-styles': ['error', { allowTransitions: true }],
      'no-restricted-syntax': [
        'error',
        { selector: 'SvelteAttribute[key.name="style"]', message: 'A style attribute breaks the content policy: use a class or style:property={…}.' },
      ],
      'max-lines': ['error', { max: 250, skipBlankLines: true, skipComments: true }],
    },
  },
  { files: ['**/*.svelte', '**/*.svelte.ts'], languageOptions: { parserOptions: { parser: ts.parser } } },
  { files: ['tests/**'], languageOptions: { globals: { ...globals.node } } },
);
