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
  { files: ['scripts/**', 'tests/bench/**'], rules: { 'no-console': 'off' } },
  { files: ['catalogue/**'], rules: { 'max-lines': 'off' } },
  prettier,
)
