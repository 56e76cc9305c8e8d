import js from '@eslint/js';
import svelte from 'eslint-plugin-svelte';
import globals from 'globals';
import ts from 'typescript-eslint';
import svelteConfig from './svelte.config.js';

export default ts.config(
  { ignores: ['build/', '.svelte-kit/', 'node_modules/', 'target/', 'src/lib/api/schema.d.ts'] },
  js.configs.recommended,
  ...ts.configs.recommendedTypeChecked,
  ...svelte.configs.recommended,
  {
    languageOptions: {
      globals: { ...globals.browser },
      parserOptions: { projectService: true, extraFileExtensions: ['.svelte'] }
    },
    rules: {
      'no-undef': 'off',
      // The application is served from the root; addresses are written as people see them.
      'svelte/no-navigation-without-resolve': 'off'
    }
  },
  {
    files: ['**/*.svelte.ts'],
    languageOptions: { parserOptions: { parser: ts.parser, svelteConfig } }
  },
  {
    // Types of components are checked by svelte-check; for each of them eslint would read the whole project anew, ten minutes in all.
    files: ['**/*.svelte'],
    ...ts.configs.disableTypeChecked,
    languageOptions: { parserOptions: { parser: ts.parser, svelteConfig, projectService: false } }
  },
  {
    files: ['*.js', '*.ts', 'static/*.js'],
    ...ts.configs.disableTypeChecked,
    languageOptions: { parserOptions: { projectService: false } }
  }
);
