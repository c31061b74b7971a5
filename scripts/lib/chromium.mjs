import { existsSync } from 'node:fs'
import { say, Stop } from './say.mjs'
import { quiet } from './shell.mjs'

/** Debian's Chromium; another place can be named. */
const CHROMIUM = process.env.JUNIPER_HAZE_CHROMIUM ?? '/usr/bin/chromium'

const HOW = 'install it (on Debian: apt-get install chromium), or set JUNIPER_HAZE_CHROMIUM'

/** Says at once how Chromium is to be had, where it is missing and this user may not install it. */
export function checkChromium() {
  if (existsSync(CHROMIUM)) return
  if (process.getuid?.() !== 0 || process.env.JUNIPER_HAZE_CHROMIUM) {
    throw new Stop(`There is no Chromium at ${CHROMIUM}: ${HOW}.`)
  }
}

/** Installs Debian's Chromium where it is missing and this user may; else says how. */
export async function ensureChromium() {
  checkChromium()
  if (existsSync(CHROMIUM)) return
  say('Installing Chromium for the browser tests...')
  const env = { DEBIAN_FRONTEND: 'noninteractive' }
  await quiet('apt-get', ['update'], env)
  const { code, output } = await quiet('apt-get', ['install', '-y', 'chromium'], env)
  if (code === 0 && existsSync(CHROMIUM)) return
  process.stderr.write(output.split('\n').slice(-5).join('\n'))
  throw new Stop(`Chromium could not be installed: ${HOW}.`)
}
