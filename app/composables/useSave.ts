import { inUnits } from '~/format/quantities'
import type { ObjectSchema } from 'joi'
import { ref } from 'vue'
import { InputError } from '~~/core/input-error'
import { validate, ValidationError } from '~~/shared/validate'
import { inWords } from './field-words'
import { ApiProblem, type Answer } from '~/composables/useApi'
import { useSession } from '~/stores/session'
import { messageOf } from '~~/core/present'

/**
 * Saving a form: checks it by the schema the server uses, sends it, and puts every complaint
 * beside its field.
 */
export function useSave() {
  const session = useSession()
  const saving = ref(false)
  const failure = ref('')
  const errors = ref<Record<string, string>>({})

  function complain(list: { pointer: string; detail: string }[]) {
    errors.value = Object.fromEntries(
      list.map(({ pointer, detail }) => [pointer, inUnits(inWords(detail))]),
    )
  }

  /**
   * @param send makes the call with the checked body
   * @param words says what was saved
   * @returns what was saved, or null where it was not; the form keeps what was typed
   */
  async function save<Body, T>(
    schema: ObjectSchema<Body>,
    body: unknown,
    send: (body: Body) => Promise<Answer<T>>,
    words: (item: T) => string,
  ): Promise<T | null> {
    if (saving.value) return null
    saving.value = true
    failure.value = ''
    errors.value = {}
    try {
      const { item, changeSetId } = await send(validate(schema, body))
      session.saved(words(item), changeSetId)
      return item
    } catch (error) {
      if (error instanceof ValidationError) complain(error.errors)
      else if (error instanceof InputError) complain([{ ...error, detail: error.message }])
      else if (error instanceof ApiProblem && error.problem.errors) complain(error.problem.errors)
      else failure.value = inUnits(messageOf(error))
      return null
    } finally {
      saving.value = false
    }
  }

  return { saving, failure, errors, save }
}
