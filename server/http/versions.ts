import { setResponseHeader, setResponseStatus, type H3Event } from 'h3'
import type { Recorded } from '../../shared/schemas/log/common'
import type { Written } from '../services/log/records'
import { HttpRefusal } from './http-refusal'

/**
 * The version a save has seen, from its `If-Match: "3"`.
 *
 * @throws HttpRefusal 428 where it is missing, 400 where it is no version
 */
export function seenRev(event: H3Event): number {
  const header = event.node.req.headers['if-match']
  if (!header) {
    throw new HttpRefusal(
      428,
      'Version missing',
      'Send If-Match with the rev you saw, such as If-Match: "3", so that nobody is overwritten.',
    )
  }
  const match = /^(?:W\/)?"?(\d{1,9})"?$/.exec(header.trim())
  if (!match) {
    throw new HttpRefusal(400, 'Version not understood', 'If-Match must be a rev such as "3".')
  }
  return Number(match[1])
}

/** Answers with a thing, its version as ETag and the change set by which it can be undone. */
export function answerWritten<T extends Recorded>(
  event: H3Event,
  { item, changeSetId }: Written<T>,
  status = 200,
): T {
  setResponseStatus(event, changeSetId ? status : 200)
  if (changeSetId) setResponseHeader(event, 'x-change-set', changeSetId)
  return answerItem(event, item)
}

export function answerItem<T extends Recorded>(event: H3Event, item: T): T {
  setResponseHeader(event, 'etag', `"${item.rev}"`)
  return item
}

/** Answers with several things written as one change. */
export function answerMoved<T>(
  event: H3Event,
  { items, changeSetId }: { items: T[]; changeSetId: string | null },
): { items: T[] } {
  setResponseStatus(event, changeSetId ? 201 : 200)
  if (changeSetId) setResponseHeader(event, 'x-change-set', changeSetId)
  return { items }
}
