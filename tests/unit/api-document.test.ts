import { describe, expect, test } from '@jest/globals'
import { readFileSync } from 'node:fs'
import { apiDocument } from '../../scripts/api-document'
import { CALC_ANSWERS, type CalcName } from '../../shared/schemas/calc/calc-answers'
import { CALC_ENDPOINTS } from '../../shared/schemas/calc/calc-endpoints'
import { validate } from '../../shared/validate'

const { version } = JSON.parse(readFileSync('package.json', 'utf8')) as { version: string }
const kept = JSON.parse(readFileSync('docs/api/openapi.json', 'utf8')) as object

describe('the API document', () => {
  test('is what the schemas say today (npm run api-doc makes it anew)', () => {
    expect(JSON.parse(JSON.stringify(apiDocument(version)))).toEqual(kept)
  })

  test.each(Object.keys(CALC_ENDPOINTS) as CalcName[])(
    'the example of %s keeps its rules',
    (name) => {
      const { body, example } = CALC_ENDPOINTS[name]
      expect(() => validate(body, example)).not.toThrow()
      expect(CALC_ANSWERS[name].validate({}).error).toBeDefined()
    },
  )

  test('every list in a body has an end', () => {
    const endless: string[] = []
    const walk = (node: unknown, at: string) => {
      if (typeof node !== 'object' || node === null) return
      const { type, maxItems } = node as { type?: string; maxItems?: number }
      if (type === 'array' && maxItems === undefined && /requestBody/.test(at)) endless.push(at)
      for (const [key, value] of Object.entries(node)) walk(value, `${at}/${key}`)
    }
    walk(kept, '')
    expect(endless).toEqual([])
  })
})
