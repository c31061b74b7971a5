import { existsSync } from 'node:fs'
import { say, Stop } from './say.mjs'
import { quiet } from './shell.mjs'

/** Debian's packages of Chromium, best first: the shell has no windows to draw, a third quicker. */
const PACKAGES = ['chromium-headless-shell', 'chromium']

/**
 * The browser of the tests: the one that is named, or the first of Debian's that is there.
 *
 * @returns {string} its file, whether it is there or not
 */
export function chromiumFile() {
  if (process.env.JUNIPER_HAZE_CHROMIUM) return process.env.JUNIPER_HAZE_CHROMIUM
  const files = PACKAGES.map((name) => `/usr/bin/${name}`)
  return files.find((file) => existsSync(file)) ?? files[0]
}

const HOW = `install it (on Debian: apt-get install ${PACKAGES[0]}), or set JUNIPER_HAZE_CHROMIUM`

/** Says at once how Chromium is to be had, where it is missing and this user may not install it. */
export function checkChromium() {
  if (existsSync(chromiumFile())) return
  if (process.getuid?.() !== 0 || process.env.JUNIPER_HAZE_CHROMIUM) {
    throw new Stop(`There is no Chromium at ${chromiumFile()}: ${HOW}.`)
  }
}

/** Installs Debian's Chromium where it is missing and this user may; else says how. */
export async function ensureChromium() {
  checkChromium()
  if (existsSync(chromiumFile())) return
  say('Installing Chromium for the browser tests...')
  const env = { DEBIAN_FRONTEND: 'noninteractive' }
  await quiet('apt-get', ['update'], env)
  let said = ''
  for (const name of PACKAGES) {
    const { output } = await quiet('apt-get', ['install', '-y', name], env)
    if (existsSync(chromiumFile())) return
    said = output
  }
  process.stderr.write(said.split('\n').slice(-5).join('\n'))
  throw new Stop(`Chromium could not be installed: ${HOW}.`)
}
