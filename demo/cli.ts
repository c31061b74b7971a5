import { loadDemo } from './load'

const [folder = './demo-data', ...flags] = process.argv.slice(2)
try {
  const loaded = await loadDemo(folder, { fresh: flags.includes('--fresh') })
  process.stdout.write(loaded ? 'Demo log loaded.\n' : 'Demo log is there already.\n')
} catch (error) {
  process.stderr.write(`${error instanceof Error ? error.message : String(error)}\n`)
  process.exitCode = 1
}
