import { spawn, spawnSync } from 'node:child_process'
import { fileURLToPath } from 'node:url'

/** The project's folder. */
export const ROOT = fileURLToPath(new URL('../..', import.meta.url))

/** Runs a command with its output shown; resolves with its exit code. */
export function shown(command, args, env = {}) {
  return new Promise((resolve, reject) => {
    const child = spawn(command, args, {
      cwd: ROOT,
      stdio: 'inherit',
      env: { ...process.env, ...env },
    })
    child.once('error', reject)
    child.once('exit', (code) => resolve(code ?? 1))
  })
}

/** Runs a command quietly; its output is given back, and shown only where it failed. */
export function quiet(command, args, env = {}) {
  return new Promise((resolve, reject) => {
    const child = spawn(command, args, { cwd: ROOT, env: { ...process.env, ...env } })
    let output = ''
    child.stdout.on('data', (chunk) => (output += chunk))
    child.stderr.on('data', (chunk) => (output += chunk))
    child.once('error', reject)
    child.once('exit', (code) => resolve({ code: code ?? 1, output }))
  })
}

/** Whether a program is on the path. */
export const has = (program) => spawnSync('which', [program], { stdio: 'ignore' }).status === 0

/** A package's own command in node_modules. */
export const bin = (name) => `${ROOT}node_modules/.bin/${name}`
