// npm run api-doc: writes docs/api/openapi.json from the schemas.
import { mkdirSync, readFileSync, writeFileSync } from 'node:fs'
import { apiDocument } from './api-document'

const { version } = JSON.parse(readFileSync('package.json', 'utf8')) as { version: string }
mkdirSync('docs/api', { recursive: true })
writeFileSync('docs/api/openapi.json', `${JSON.stringify(apiDocument(version), null, 2)}\n`)
