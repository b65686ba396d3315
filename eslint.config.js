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
      'no-restricted-syntax': [
        'error',
        {
          // Style directives set a property by script, which the policy allows.
          selector: 'SvelteAttribute[key.name="style"]',
          message: 'A style attribute breaks the content policy: use a class or style:property={…}.',
        },
      ],
      'max-lines': ['error', { max: 250, skipBlankLines: true, skipComments: true }],
    },
  },
  { files: ['**/*.svelte', '**/*.svelte.ts'], languageOptions: { parserOptions: { parser: ts.parser } } },
  { files: ['tests/**'], languageOptions: { globals: { ...globals.node } } },
);
