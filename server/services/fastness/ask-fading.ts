import { LRUCache } from 'lru-cache'
import type { FadingAnswer, FadingQuestion, PairsOfStrips } from '../../../core/fastness/answer'
import type { Spread } from '../../../core/spread'
import type { RunTask } from '../../workers/task-pool'

/** Answers that are kept: a strip more is one question anew. */
const KEPT = 2000
/** Questions that go to the thread together. */
const TOGETHER = 20

/** Asks a thread of its own how strips fade; the same question is asked once. */
export function fadingAsker(run: RunTask) {
  const kept = new LRUCache<string, FadingAnswer>({ max: KEPT })
  const pairs = new LRUCache<string, { times: (Spread & { pairs: number }) | null }>({ max: KEPT })
  return {
    /** @returns answers in the order of their questions */
    async ask(questions: readonly FadingQuestion[]): Promise<FadingAnswer[]> {
      const keys = questions.map((question) => JSON.stringify(question))
      const answers = keys.map((key) => kept.get(key))
      const missing = questions.flatMap((_, i) => (answers[i] ? [] : [i]))
      for (let at = 0; at < missing.length; at += TOGETHER) {
        const some = missing.slice(at, at + TOGETHER)
        const told = await run(
          'fading',
          some.map((i) => questions[i]!),
        )
        some.forEach((i, n) => {
          answers[i] = told[n]!
          kept.set(keys[i]!, told[n]!)
        })
      }
      return answers.map((answer) => answer!)
    },

    async askPairs(question: PairsOfStrips): Promise<(Spread & { pairs: number }) | null> {
      const key = JSON.stringify(question)
      const known = pairs.get(key)
      if (known) return known.times
      const times = await run('fadingPairs', question)
      pairs.set(key, { times })
      return times
    },
  }
}

export type FadingAsker = ReturnType<typeof fadingAsker>
