import { Piscina } from 'piscina'

/**
 * Looks through a log's file in a thread of its own, so that nobody waits for the disk.
 *
 * @param worker the thread's own entry, as it is built beside the server
 * @returns the first complaint about the file, or `ok`
 */
export async function checkInThread(worker: string, file: string): Promise<string> {
  const pool = new Piscina<string, string>({ filename: worker, minThreads: 0, maxThreads: 1 })
  try {
    return await pool.run(file)
  } finally {
    await pool.destroy()
  }
}
