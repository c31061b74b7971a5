import { readFileSync } from 'node:fs'
import { join } from 'node:path'
import { fileURLToPath } from 'node:url'
import { build } from 'esbuild'

const ROOT = fileURLToPath(new URL('..', import.meta.url))
const manifest = JSON.parse(readFileSync(join(ROOT, 'package.json'), 'utf8'))

/**
 * Packages of dozens to hundreds of small files. A test file looks up and runs every one of them
 * anew, which takes longer than most tests: each package is made one file for all of them.
 */
const PACKAGES = [
  ...Object.keys(manifest.dependencies).filter((name) => name.startsWith('@stdlib/')),
  '@e965/xlsx',
  'chrono-node',
  'culori',
  'culori/fn',
  'd3-geo',
  'd3-random',
  'joi',
  'knex',
  'uuid',
]

const FOLDER = 'test-results/packages'

/** For Jest: where each of them is found. */
export const BUNDLED = Object.fromEntries(
  PACKAGES.map((name) => [`^${name}$`, `<rootDir>/${FOLDER}/${name}.js`]),
)

/** Makes the files: about a second. */
export const bundlePackages = () =>
  build({
    absWorkingDir: ROOT,
    entryPoints: Object.fromEntries(PACKAGES.map((name) => [name, name])),
    outdir: FOLDER,
    bundle: true,
    platform: 'node',
    format: 'cjs',
    target: 'node20',
    // addons, and drivers of other databases that are not there
    external: ['better-sqlite3', 'mariadb', 'mysql*', 'oracledb', 'pg*', 'sqlite3', 'tedious'],
    logLevel: 'error',
  })
