import { afterEach, beforeEach, describe, expect, jest, test } from '@jest/globals'
import Joi from 'joi'
import { ref } from 'vue'
import { latestOnly } from '../../../../app/composables/latest'
import { ApiProblem } from '../../../../app/composables/useApi'
import { useDraft } from '../../../../app/composables/useDraft'
import { useIntervalWhile } from '../../../../app/composables/useIntervalWhile'
import { useLoaded } from '../../../../app/composables/useLoaded'
import { useSave } from '../../../../app/composables/useSave'
import { useWrite } from '../../../../app/composables/useWrite'
import { useSession } from '../../../../app/stores/session'
import { memoryStorage, settled, withSetup } from '../../../fixtures/with-setup'

/** Tabs tell each other; here there is one. */
class OneTab {
  onmessage: unknown = null
  postMessage() {}
  close() {}
}

beforeEach(() => {
  Object.assign(globalThis, { localStorage: memoryStorage(), BroadcastChannel: OneTab })
})
afterEach(() => void jest.useRealTimers())

const problem = (detail: string, errors?: { pointer: string; detail: string }[]) =>
  new ApiProblem({ type: 'about:blank', title: 'No', status: 422, detail, errors } as never)

test('of questions that overtake each other the latest is told from all others', () => {
  const ask = latestOnly()
  const [first, second] = [ask(), ask()]
  expect([first(), second()]).toEqual([false, true])
  const other = latestOnly()()
  expect([second(), other()]).toEqual([true, true])
})

describe('a draft', () => {
  const blank = () => ({ name: '', massG: null as number | null, marks: [] as string[] })

  test('comes back as it was typed, with fields that are new since', async () => {
    localStorage.setItem('juniper-haze/draft/lot', '{"name":"tansy","massG":340}')
    const { result, leave } = withSetup(() => useDraft('lot', blank))
    expect(result.draft).toEqual({ name: 'tansy', massG: 340, marks: [] })
    result.draft.marks.push('one knot')
    await settled()
    leave()
    const again = withSetup(() => useDraft('lot', blank))
    expect(again.result.draft.marks).toEqual(['one knot'])
    again.result.clear({ name: 'dock' })
    expect(again.result.draft).toEqual({ name: 'dock', massG: null, marks: [] })
    await settled()
    expect(JSON.parse(localStorage.getItem('juniper-haze/draft/lot')!)).toMatchObject({
      name: 'dock',
    })
  })

  test.each(['{"name":', '[1]', '"words"', 'null', '7'])(
    'that cannot be read (%s) opens a blank form',
    (kept) => {
      localStorage.setItem('juniper-haze/draft/lot', kept)
      expect(withSetup(() => useDraft('lot', blank)).result.draft).toEqual(blank())
    },
  )
})

describe('loading', () => {
  test('an answer that a later question overtook is dropped', async () => {
    const waiting: ((answer: string) => void)[] = []
    const { result } = withSetup(() =>
      useLoaded(() => new Promise<string>((done) => waiting.push(done))),
    )
    void result.reload()
    expect(waiting).toHaveLength(2)
    waiting[1]!('second')
    await settled()
    waiting[0]!('first')
    await settled()
    expect(result.data.value).toBe('second')
  })

  test('looks again after every write, and says why it could not', async () => {
    let fails = false
    let asked = 0
    const { result } = withSetup(() => ({
      session: useSession(),
      loaded: useLoaded(async () => {
        asked++
        if (fails) throw new Error('The log does not answer.')
        return asked
      }),
    }))
    await settled()
    expect(result.loaded.data.value).toBe(1)
    result.session.saved('Weighed in', 'change')
    await settled()
    expect(result.loaded.data.value).toBe(2)
    fails = true
    result.session.saved('Weighed in', 'change')
    await settled()
    expect(result.loaded.failure.value).toBe('The log does not answer.')
    expect(result.loaded.data.value).toBe(2)
  })

  test('says that it is slow only when it is', async () => {
    jest.useFakeTimers()
    let done: (answer: number) => void = () => {}
    const { result } = withSetup(() => useLoaded(() => new Promise<number>((end) => (done = end))))
    jest.advanceTimersByTime(299)
    expect(result.slow.value).toBe(false)
    jest.advanceTimersByTime(1)
    expect(result.slow.value).toBe(true)
    done(1)
    await settled()
    expect(result.slow.value).toBe(false)
  })
})

describe('saving a form', () => {
  const schema = Joi.object({ massG: Joi.number().positive().required() })

  test('what the schema refuses never leaves, and is said beside its field', async () => {
    const send = jest.fn<() => Promise<never>>()
    const { result } = withSetup(() => useSave())
    expect(await result.save(schema, { massG: -1 }, send, () => 'kept')).toBeNull()
    expect(send).not.toHaveBeenCalled()
    expect(result.errors.value['/massG']).toMatch(/amount/)
    expect(result.saving.value).toBe(false)
  })

  test('what the server refuses is said beside its field, else above the form', async () => {
    const { result } = withSetup(() => useSave())
    const refuse = (error: Error) =>
      result.save(
        schema,
        { massG: 1 },
        () => Promise.reject(error),
        () => 'kept',
      )
    await refuse(problem('No', [{ pointer: '/massG', detail: 'massG is more than is left' }]))
    expect(result.errors.value).toEqual({ '/massG': 'The amount is more than is left' })
    await refuse(problem('It was changed meanwhile.'))
    expect(result.errors.value).toEqual({})
    expect(result.failure.value).toBe('It was changed meanwhile.')
  })

  test('what was kept is said with its undo; a second press meanwhile does nothing', async () => {
    const { result } = withSetup(() => ({ session: useSession(), form: useSave() }))
    let done: (answer: { item: string; changeSetId: string }) => void = () => {}
    const send = () => new Promise<{ item: string; changeSetId: string }>((end) => (done = end))
    const first = result.form.save(schema, { massG: 1 }, send, (item) => `Kept ${item}.`)
    expect(await result.form.save(schema, { massG: 1 }, send, () => 'twice')).toBeNull()
    done({ item: 'TAN-26-01', changeSetId: 'set' })
    expect(await first).toBe('TAN-26-01')
    expect(result.session.last).toEqual({ words: 'Kept TAN-26-01.', changeSetId: 'set' })
  })
})

test('a write says what was done, or why not, and leaves the button free again', async () => {
  const { result } = withSetup(() => ({ session: useSession(), form: useWrite() }))
  expect(await result.form.write(() => Promise.reject(new Error('No.')), 'Done.')).toBe(false)
  expect([result.form.failure.value, result.form.busy.value]).toEqual(['No.', false])
  const changed = Promise.resolve({ changeSetId: 'set' })
  expect(await result.form.write(() => changed, 'Done.')).toBe(true)
  expect(result.form.failure.value).toBe('')
  expect(result.session.last).toEqual({ words: 'Done.', changeSetId: 'set' })
})

test('closing the strip leaves its change the one that u takes back', async () => {
  const { result: session } = withSetup(() => useSession())
  const asked: string[] = []
  const fetching = jest.spyOn(globalThis, 'fetch').mockImplementation((address) => {
    asked.push(address as string)
    return Promise.resolve(new Response('{}', { headers: { 'content-type': 'application/json' } }))
  })
  session.saved('Weighed in', 'earlier')
  session.saved('Took the place out', 'later')
  session.dismiss()
  await settled()
  await session.undo()
  expect(asked).toEqual(['/api/changes/later/close', '/api/changes/later/undo'])
  expect(session.last?.words).toBe('Undone: Took the place out')
  fetching.mockRestore()
})

test('something is done again and again only while it holds', async () => {
  jest.useFakeTimers()
  const holds = ref(false)
  const run = jest.fn()
  const { leave } = withSetup(() => useIntervalWhile(() => holds.value, run, 100))
  jest.advanceTimersByTime(500)
  expect(run).not.toHaveBeenCalled()
  holds.value = true
  await settled()
  jest.advanceTimersByTime(300)
  expect(run).toHaveBeenCalledTimes(3)
  leave()
  jest.advanceTimersByTime(500)
  expect(run).toHaveBeenCalledTimes(3)
})
