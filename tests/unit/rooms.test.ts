import { describe, expect, test } from '@jest/globals'
import { Linter } from 'eslint'
import { importRules } from '../../eslint.rooms.mjs'

/** The one-way imports of the rooms, held by lint: each rule is shown to bite. */
const linter = new Linter()
const rules = importRules as unknown as Linter.Config[]

const complaintsAbout = (filename: string, code: string): string[] =>
  linter.verify(code, rules, { filename }).map(({ message }) => message)

describe('imports between rooms', () => {
  test.each([
    ['core/strength/x.ts', '../../shared/ids'],
    ['core/strength/x.ts', '../../catalogue/parts'],
    ['core/strength/x.ts', 'vue'],
    ['core/strength/x.ts', 'node:fs'],
    ['catalogue/x.ts', '../server/context'],
    ['shared/x.ts', '../server/context'],
    ['shared/x.ts', 'knex'],
    ['server/services/x.ts', '../../app/stores/session'],
    ['server/services/x.ts', '../../demo/load'],
    ['app/features/walk/x.ts', '~~/server/services/log/log'],
    ['app/features/walk/x.ts', '../../../server/services/log/log'],
  ])('%s may not import %s', (file, from) => {
    expect(complaintsAbout(file, `import '${from}'\n`)).toHaveLength(1)
  })

  test.each([
    ['core/strength/x.ts', '../colour/integ'],
    ['catalogue/x.ts', '../core/checks'],
    ['shared/x.ts', '../core/checks'],
    ['server/services/x.ts', '../../shared/ids'],
    ['app/features/walk/x.ts', '~~/core/checks'],
    ['demo/x.ts', '../server/services/log/log'],
  ])('%s may import %s', (file, from) => {
    expect(complaintsAbout(file, `import '${from}'\n`)).toEqual([])
  })
})
