import type { TroubleKind } from '../../shared/problem'

/** Why a log cannot be opened, read or written: one sentence that says what to do. */
export class LogTrouble extends Error {
  constructor(
    readonly kind: TroubleKind,
    sentence: string,
    options?: ErrorOptions,
  ) {
    super(sentence, options)
    this.name = 'LogTrouble'
  }
}

const SENTENCES = {
  busy: 'Another program is using the log file: close it, then try again.',
  readOnly:
    'The folder of the log cannot be written to: let this user write there, or choose another folder with JUNIPER_HAZE_DATA.',
  full: 'The disk is full: free some space, then try again.',
  damaged:
    'The log file is damaged: stop, put the folder aside as it is, and bring a copy back in its place.',
} satisfies Partial<Record<TroubleKind, string>>

/** By the beginning of the code that SQLite or the file system gives. */
const KIND_OF_CODE: [start: string, kind: keyof typeof SENTENCES][] = [
  ['SQLITE_BUSY', 'busy'],
  ['SQLITE_LOCKED', 'busy'],
  ['SQLITE_READONLY', 'readOnly'],
  ['SQLITE_CANTOPEN', 'readOnly'],
  ['SQLITE_PERM', 'readOnly'],
  ['EACCES', 'readOnly'],
  ['EPERM', 'readOnly'],
  ['EROFS', 'readOnly'],
  ['SQLITE_FULL', 'full'],
  ['ENOSPC', 'full'],
  ['EDQUOT', 'full'],
  ['SQLITE_CORRUPT', 'damaged'],
  ['SQLITE_NOTADB', 'damaged'],
  ['SQLITE_IOERR', 'damaged'],
]

/** An error of SQLite or of the file system as what it means for the log; null for any other. */
export function troubleOf(error: unknown): LogTrouble | null {
  if (error instanceof LogTrouble) return error
  // the addon's errors are made outside of a test's realm: their kind is told by their code alone
  const code = (error as { code?: unknown } | null)?.code
  if (typeof code !== 'string') return null
  const found = KIND_OF_CODE.find(([start]) => code.startsWith(start))
  return found ? new LogTrouble(found[1], SENTENCES[found[1]], { cause: error }) : null
}

/** Runs what opens a log: an error of the file or its folder comes out as its one sentence. */
export async function inOneSentence<T>(run: () => Promise<T>): Promise<T> {
  try {
    return await run()
  } catch (error) {
    throw troubleOf(error) ?? error
  }
}
