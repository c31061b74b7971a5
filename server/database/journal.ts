import { closeSync, fstatSync, openSync, readSync } from 'node:fs'

const HEADER_BYTES = 32
const FRAME_HEAD_BYTES = 24

/**
 * Whether the write-ahead log beside a database ends in the middle of a page, or holds a page of its
 * own that is not as it was written: what was saved last may be missing. SQLite reads such a file
 * up to there and says nothing.
 *
 * Frames whose salt is another are left from before and mean nothing.
 *
 * Source: "WAL-mode File Format", sqlite.org/walformat.html, sections 2 to 4.
 *
 * @param file the `-wal` file; one that is not there is whole
 */
export function isJournalCut(file: string): boolean {
  let fd: number
  try {
    fd = openSync(file, 'r')
  } catch {
    return false
  }
  try {
    return isCut(fd, fstatSync(fd).size)
  } finally {
    closeSync(fd)
  }
}

function isCut(fd: number, size: number): boolean {
  if (size === 0) return false
  if (size < HEADER_BYTES) return true
  const header = bytesAt(fd, 0, HEADER_BYTES)
  const isBigEndian = (header.readUInt32BE(0) & 1) === 1
  const pageSize = header.readUInt32BE(8)
  const salt = header.subarray(16, 24)
  let sums = checksum(header.subarray(0, 24), [0, 0], isBigEndian)
  if (sums[0] !== header.readUInt32BE(24) || sums[1] !== header.readUInt32BE(28)) return true
  const frameBytes = FRAME_HEAD_BYTES + pageSize
  for (let at = HEADER_BYTES; at < size; at += frameBytes) {
    const head = bytesAt(fd, at, Math.min(FRAME_HEAD_BYTES, size - at))
    if (head.length < FRAME_HEAD_BYTES) return true
    if (!head.subarray(8, 16).equals(salt)) return false
    if (at + frameBytes > size) return true
    const page = bytesAt(fd, at + FRAME_HEAD_BYTES, pageSize)
    sums = checksum(page, checksum(head.subarray(0, 8), sums, isBigEndian), isBigEndian)
    if (sums[0] !== head.readUInt32BE(16) || sums[1] !== head.readUInt32BE(20)) return true
  }
  return false
}

function bytesAt(fd: number, at: number, length: number): Buffer {
  const bytes = Buffer.alloc(length)
  readSync(fd, bytes, 0, length, at)
  return bytes
}

type Sums = readonly [number, number]

function checksum(bytes: Buffer, [a, b]: Sums, isBigEndian: boolean): Sums {
  for (let i = 0; i < bytes.length; i += 8) {
    a = (a + (isBigEndian ? bytes.readUInt32BE(i) : bytes.readUInt32LE(i)) + b) >>> 0
    b = (b + (isBigEndian ? bytes.readUInt32BE(i + 4) : bytes.readUInt32LE(i + 4)) + a) >>> 0
  }
  return [a, b]
}
