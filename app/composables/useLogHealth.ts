import { ref, type Ref } from 'vue'
import { $fetch, FetchError } from 'ofetch'
import { TROUBLE_TITLE, type Problem, type TroubleKind } from '~~/shared/problem'

interface LogHealth {
  /** Why no page can work, in a sentence; empty where the log is open. */
  trouble: Ref<string>
  /** Of which kind; null where the log is open. */
  kind: Ref<TroubleKind | null>
  /** What is not as it should be, though the log is open. */
  warnings: Ref<string[]>
  look: () => Promise<void>
}

const trouble = ref('')
const kind = ref<TroubleKind | null>(null)
const warnings = ref<string[]>([])

async function look(): Promise<void> {
  try {
    const health = await $fetch<{ warnings: string[] }>('/api/health', { retry: 0 })
    trouble.value = ''
    kind.value = null
    warnings.value = health.warnings
  } catch (error) {
    const problem = error instanceof FetchError ? (error.data as Problem | undefined) : undefined
    // no answer at all is told by each page, which keeps what was typed
    trouble.value = problem?.title === TROUBLE_TITLE ? problem.detail : ''
    kind.value = problem?.trouble ?? null
  }
}

/** Whether the log as a whole can be used: the same for all pages. */
export const useLogHealth = (): LogHealth => ({ trouble, kind, warnings, look })
