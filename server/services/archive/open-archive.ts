import { createHash } from 'node:crypto'
import type { Readable } from 'node:stream'
import { text } from 'node:stream/consumers'
import yauzl, { type Entry, type ZipFile } from 'yauzl'
import { present } from '../../../core/present'
import { validate } from '../../../shared/validate'
import { Refusal } from '../log/failures'
import { MANIFEST, PACKAGE, packageSchema, type ArchivePackage } from './package-file'

/** Largest entry, and all of them, as they are unpacked: more is no log, but a trap. */
const MOST_ENTRY_BYTES = 2_000_000_000
const MOST_BYTES = 50_000_000_000
const MOST_ENTRIES = 400_000
/** How many times its size an entry of more than so many bytes unpacks to: tables stay far under it. */
const MOST_TIMES = 200
const MUCH_BYTES = 20_000_000
/** Of what is read whole. */
const MOST_TEXT_BYTES = 100_000_000
/** File type bits of an entry from Unix: a link points out of the archive. */
const TYPE_BITS = 0xf000
const LINK = 0xa000

/** An archive that is open, checked as a whole: what is read from it is what was written. */
export interface OpenArchive {
  told: ArchivePackage
  paths: ReadonlySet<string>
  read(path: string): Promise<Readable>
  close(): void
}

const refuse = (detail: string) =>
  new Refusal(422, 'Not this archive', `${detail} Nothing was changed.`)

/**
 * Opens an archive and holds every entry against its manifest.
 *
 * @throws Refusal naming the entry: a name twice or out of the archive, a link, one that is too
 *   large, not listed, missing, or not as it was written
 */
export async function openArchive(file: string): Promise<OpenArchive> {
  const zip = await opened(file)
  try {
    const entries = await entriesOf(zip)
    const read = async (path: string): Promise<Readable> => {
      const entry = entries.get(path)
      if (!entry) throw refuse(`${path} is missing in the archive.`)
      return new Promise((resolve, reject) => {
        zip.openReadStream(entry, (error, stream) =>
          error ? reject(refuse(`${path} cannot be read: ${error.message}.`)) : resolve(stream),
        )
      })
    }
    const whole = async (path: string) => {
      const size = entries.get(path)?.uncompressedSize ?? 0
      if (size > MOST_TEXT_BYTES) throw refuse(`${path} is too large.`)
      return text(await read(path))
    }
    await checkAll(entries, await whole(MANIFEST), read)
    const told = packageOf(await whole(PACKAGE))
    return { told, paths: new Set(entries.keys()), read, close: () => zip.close() }
  } catch (error) {
    zip.close()
    throw error
  }
}

const opened = (file: string): Promise<ZipFile> =>
  new Promise((resolve, reject) => {
    yauzl.open(file, { lazyEntries: true, autoClose: false }, (error, zip) =>
      error ? reject(refuse(`It is no ZIP that can be read: ${error.message}.`)) : resolve(zip),
    )
  })

/** Names are held by the reader to lie within: no way up, no root, no back stroke. */
function entriesOf(zip: ZipFile): Promise<Map<string, Entry>> {
  const entries = new Map<string, Entry>()
  let bytes = 0
  return new Promise((resolve, reject) => {
    const fail = (detail: string) => reject(refuse(detail))
    if (zip.entryCount > MOST_ENTRIES) return fail(`It has ${zip.entryCount} entries.`)
    zip.on('error', (error: Error) => fail(`It cannot be read: ${error.message}.`))
    zip.on('end', () => resolve(entries))
    zip.on('entry', (entry: Entry) => {
      const { fileName, compressedSize, uncompressedSize, externalFileAttributes } = entry
      bytes += uncompressedSize
      if (entries.has(fileName)) return fail(`${fileName} is in it twice.`)
      if (fileName.endsWith('/')) return fail(`${fileName} is a folder.`)
      if (((externalFileAttributes >>> 16) & TYPE_BITS) === LINK) {
        return fail(`${fileName} is a link.`)
      }
      if (uncompressedSize > MOST_ENTRY_BYTES || bytes > MOST_BYTES) {
        return fail(`${fileName} is too large (${uncompressedSize} bytes unpacked).`)
      }
      if (uncompressedSize > MUCH_BYTES && uncompressedSize > MOST_TIMES * compressedSize) {
        return fail(`${fileName} unpacks to more than ${MOST_TIMES} times its size: no table does.`)
      }
      entries.set(fileName, entry)
      zip.readEntry()
    })
    zip.readEntry()
  })
}

async function checkAll(
  entries: ReadonlyMap<string, Entry>,
  manifest: string,
  read: (path: string) => Promise<Readable>,
): Promise<void> {
  const listed = new Map(
    manifest
      .split('\n')
      .filter(Boolean)
      .map((line) => {
        const [, hash, path] = /^([0-9a-f]{64}) {2}(.+)$/.exec(line) ?? []
        if (!hash || !path)
          throw refuse(`${MANIFEST} has a line that is none: "${line.slice(0, 80)}".`)
        return [path, hash] as const
      }),
  )
  for (const path of listed.keys()) {
    if (!entries.has(path)) throw refuse(`${path} is missing in the archive.`)
  }
  for (const path of entries.keys()) {
    if (path === MANIFEST) continue
    if (!listed.has(path)) throw refuse(`${path} is not in its list.`)
    if ((await hashOf(path, await read(path))) !== present(listed.get(path))) {
      throw refuse(`${path} is not as it was written.`)
    }
  }
}

async function hashOf(path: string, stream: Readable): Promise<string> {
  const hash = createHash('sha256')
  try {
    for await (const piece of stream as AsyncIterable<Buffer>) hash.update(piece)
  } catch (error) {
    throw refuse(`${path} cannot be unpacked: ${(error as Error).message}.`)
  }
  return hash.digest('hex')
}

function packageOf(json: string): ArchivePackage {
  try {
    return validate(packageSchema, JSON.parse(json))
  } catch (error) {
    throw refuse(`${PACKAGE} is not that of a log: ${(error as Error).message}.`)
  }
}
