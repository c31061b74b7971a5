import prettier from 'eslint-config-prettier'
import withNuxt from './.nuxt/eslint.config.mjs'

/** Rooms of the code, and from which others each may import (docs/decisions.md). */
const MAY_IMPORT = {
  core: [],
  catalogue: ['core'],
  shared: ['core', 'catalogue'],
  server: ['shared', 'core', 'catalogue'],
  app: ['shared', 'core', 'catalogue'],
  demo: ['server', 'shared', 'core', 'catalogue'],
}
const ROOMS = Object.keys(MAY_IMPORT)

const importRules = Object.entries(MAY_IMPORT).map(([room, allowed]) => {
  const forbidden = ROOMS.filter((other) => other !== room && !allowed.includes(other))
  const others = forbidden.join('|')
  return {
    name: `rooms/${room}`,
    files: [`${room}/**/*.{ts,vue}`],
    rules: {
      'no-restricted-imports': [
        'error',
        {
          patterns: [
            {
              regex: `^(?:(?:\\.\\./)+|~~/|@@/)(?:${others})/`,
              message: `${room} may import from ${allowed.join(', ') || 'nothing but itself'} only.`,
            },
            ...(room === 'core' || room === 'catalogue' || room === 'shared'
              ? [
                  {
                    regex: '^(?:vue|nuxt|h3|knex|better-sqlite3|element-plus|pinia|node:|#)',
                    message: `${room} knows no interface, no server and no database.`,
                  },
                ]
              : []),
          ],
        },
      ],
    },
  }
})

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
