import { LRUCache } from 'lru-cache'

interface ArchiveJob {
  done: number
  of: number
  state: 'going' | 'done' | 'stopped'
}

const KEPT_MS = 600_000
const jobs = new LRUCache<string, ArchiveJob & { stop: () => void }>({ max: 50, ttl: KEPT_MS })

/** Archives that go out, so that a page can tell how far they are; a browser tells of bytes only. */
export const archiveJobs = {
  begin(id: string, stop: () => void): (done: number, of: number) => void {
    const job = { done: 0, of: 0, state: 'going' as ArchiveJob['state'], stop }
    jobs.set(id, job)
    return (done, of) => Object.assign(job, { done, of })
  },

  end(id: string, isWhole: boolean): void {
    const job = jobs.get(id)
    if (job) job.state = isWhole ? 'done' : 'stopped'
  },

  /** How far one is; null before it has begun. */
  told(id: string): ArchiveJob | null {
    const job = jobs.get(id)
    return job ? { done: job.done, of: job.of, state: job.state } : null
  },

  stop(id: string): void {
    jobs.get(id)?.stop()
  },
}
