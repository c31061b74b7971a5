/** Rooms of the code, and from which others each may import (see docs/decisions.md). */
const MAY_IMPORT = {
  core: [],
  catalogue: ['core'],
  shared: ['core', 'catalogue'],
  instruments: ['core'],
  server: ['shared', 'core', 'catalogue', 'instruments'],
  app: ['shared', 'core', 'catalogue'],
  demo: ['server', 'shared', 'core', 'catalogue'],
}
const ROOMS = Object.keys(MAY_IMPORT)

/** One lint rule a room: what it may not import. */
export const importRules = Object.entries(MAY_IMPORT).map(([room, allowed]) => {
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
            ...(['core', 'catalogue', 'shared', 'instruments'].includes(room)
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
