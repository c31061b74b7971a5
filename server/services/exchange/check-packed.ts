import yauzl, { type Entry, type ZipFile } from 'yauzl'
import { FileProblem } from '../../../core/formats/table'
import { messageOf } from '../../../core/present'

/** Largest part of a spreadsheet, and all of them, as they are unpacked: more is a trap. */
const MOST_BYTES = 80_000_000
const MOST_ENTRIES = 2000

/**
 * Holds a packed spreadsheet against what unpacking it would take, before anything unpacks it whole. Each
 * part is unpacked once, a piece at a time: what it says of its own size is not believed.
 *
 * @throws FileProblem for one that is broken, or grows beyond any dyer's table
 */
export async function checkPacked(bytes: Uint8Array): Promise<void> {
  const zip = await opened(Buffer.from(bytes))
  try {
    if (zip.entryCount > MOST_ENTRIES) throw tooLarge(`${zip.entryCount} parts`)
    let unpacked = 0
    for await (const entry of zip.eachEntry()) {
      for await (const piece of await streamOf(zip, entry)) {
        unpacked += (piece as Buffer).length
        if (unpacked > MOST_BYTES) throw tooLarge(`over ${MOST_BYTES / 1e6} MB`)
      }
    }
  } catch (error) {
    if (error instanceof FileProblem) throw error
    throw new FileProblem(1, `the file is broken: ${messageOf(error)}.`)
  } finally {
    zip.close()
  }
}

const tooLarge = (what: string) =>
  new FileProblem(1, `unpacked, the file is ${what}: no table of a dyer is. Nothing was read.`)

const opened = (bytes: Buffer): Promise<ZipFile> =>
  new Promise((resolve, reject) => {
    yauzl.fromBuffer(bytes, { lazyEntries: true, autoClose: false }, (error, zip) =>
      error ? reject(new FileProblem(1, `the file is broken: ${error.message}.`)) : resolve(zip),
    )
  })

const streamOf = (zip: ZipFile, entry: Entry): Promise<AsyncIterable<unknown>> =>
  new Promise((resolve, reject) => {
    zip.openReadStream(entry, (error, stream) => (error ? reject(error) : resolve(stream)))
  })
