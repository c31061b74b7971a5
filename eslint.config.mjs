import prettier from 'eslint-config-prettier'
import withNuxt from './.nuxt/eslint.config.mjs'
import { importRules } from './eslint.rooms.mjs'

export default withNuxt(
  { ignores: ['.output/**', '.nuxt/**', 'docs/**'] },
  ...importRules,
  {
    rules: {
      'vue/multi-word-component-names': 'off',
      'vue/html-self-closing': 'off',
      // pages have no transition that would need a single root
      'vue/no-multiple-template-root': 'off',
      'max-lines': ['error', { max: 300, skipBlankLines: true, skipComments: true }],
      eqeqeq: 'error',
      'no-console': 'error',
    },
  },
  { files: ['**/*.{ts,vue}'], rules: { '@typescript-eslint/no-explicit-any': 'error' } },
  {
    // with types: a promise that nobody waits for loses its failure
    files: ['{app,core,catalogue,server,shared,demo,instruments,tests}/**/*.ts'],
    languageOptions: {
      parserOptions: {
        project: [
          './tsconfig.core.json',
          './tsconfig.tests.json',
          './.nuxt/tsconfig.server.json',
          './.nuxt/tsconfig.app.json',
        ],
      },
    },
    rules: {
      '@typescript-eslint/no-floating-promises': 'error',
      '@typescript-eslint/no-misused-promises': ['error', { checksVoidReturn: false }],
      '@typescript-eslint/await-thenable': 'error',
    },
  },
  { files: ['scripts/**', 'tests/bench/**'], rules: { 'no-console': 'off' } },
  { files: ['catalogue/**'], rules: { 'max-lines': 'off' } },
  prettier,
)
