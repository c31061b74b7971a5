/** Progress lines and failures of the project's commands: one clear sentence each. */
export const say = (line) => process.stdout.write(`\x1b[36m·\x1b[0m ${line}\n`)

export class Stop extends Error {}

/** Runs a command's main function; a `Stop` ends it with its sentence and exit code 1. */
export async function run(main) {
  try {
    await main()
  } catch (error) {
    if (!(error instanceof Stop)) throw error
    process.stderr.write(`\x1b[31m✗\x1b[0m ${error.message}\n`)
    process.exitCode = 1
  }
}
