import { createHash } from 'node:crypto'
import { existsSync, mkdirSync, readdirSync, readFileSync, statSync, writeFileSync } from 'node:fs'
import { dirname, join } from 'node:path'
import { ROOT } from './shell.mjs'

/** One hash over the content of files and folders, so that only real changes count. */
export function hashOf(paths) {
  const hash = createHash('sha256').update(process.version)
  const visit = (path) => {
    const full = join(ROOT, path)
    if (!existsSync(full)) return
    if (statSync(full).isDirectory()) {
      for (const name of readdirSync(full).sort()) visit(join(path, name))
    } else {
      hash.update(path).update(readFileSync(full))
    }
  }
  paths.forEach(visit)
  return hash.digest('hex')
}

/** Whether a stamp file holds this hash already. */
export const isStamped = (file, hash) =>
  existsSync(join(ROOT, file)) && readFileSync(join(ROOT, file), 'utf8') === hash

export function stamp(file, hash) {
  mkdirSync(dirname(join(ROOT, file)), { recursive: true })
  writeFileSync(join(ROOT, file), hash)
}
