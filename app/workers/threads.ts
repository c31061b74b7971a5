import { wrap, type Remote } from 'comlink'
import type { CurvesWorker } from './curves.worker'
import type { MatchWorker } from './match.worker'
import type { PhotosWorker } from './photo.worker'
import type { PotsWorker } from './pots.worker'

/** A thread of the page's own, and how to end it. */
export interface Thread<T> {
  worker: Remote<T>
  end: () => void
}

function wrapped<T>(thread: Worker): Thread<T> {
  return { worker: wrap<T>(thread), end: () => thread.terminate() }
}

export const startCurves = (): Thread<CurvesWorker> =>
  wrapped(new Worker(new URL('./curves.worker.ts', import.meta.url), { type: 'module' }))

export const startPots = (): Thread<PotsWorker> =>
  wrapped(new Worker(new URL('./pots.worker.ts', import.meta.url), { type: 'module' }))

export const startPhotos = (): Thread<PhotosWorker> =>
  wrapped(new Worker(new URL('./photo.worker.ts', import.meta.url), { type: 'module' }))

export const startMatch = (): Thread<MatchWorker> =>
  wrapped(new Worker(new URL('./match.worker.ts', import.meta.url), { type: 'module' }))
