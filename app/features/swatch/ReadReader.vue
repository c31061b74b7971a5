<script setup lang="ts">
import type { ReaderAsk, ReaderState } from '~~/shared/views/swatch/reader'
import type { GivenReading } from './given'
import { messageOf } from '~~/core/present'

/** The swatch reader: shown its white tile now and then, it reads the spectrum of what lies under it. */
const { swatchId, pieceId } = defineProps<{ swatchId: string; pieceId: string }>()
const emit = defineEmits<{ give: [of: 'dyed' | 'bare', reading: GivenReading] }>()
const api = useApi()
const state = ref<ReaderState | null>(null)
const failure = ref('')
const busy = ref(false)

async function attempt(run: () => Promise<void>) {
  busy.value = true
  failure.value = ''
  try {
    await run()
  } catch (error) {
    failure.value = messageOf(error)
  } finally {
    busy.value = false
  }
}
const look = () => attempt(async () => void (state.value = await api.get('instruments/reader')))
const calibrate = () =>
  attempt(async () => {
    state.value = (await api.post<ReaderState>('instruments/reader/calibrate')).item
  })
const read = (of: 'dyed' | 'bare') =>
  attempt(async () => {
    const ask: ReaderAsk = of === 'dyed' ? { swatchId } : { pieceId }
    const { item } = await api.post<{ reflectance: number[]; looks: number; isSimulated: boolean }>(
      'instruments/reader/read',
      ask,
    )
    emit('give', of, {
      reflectance: item.reflectance,
      how: { by: 'reader', about: { isSimulated: item.isSimulated, file: `${item.looks} looks` } },
    })
  }).then(look)
onMounted(look)
</script>

<template>
  <div class="stack tight">
    <p v-if="!state && failure">{{ failure }} <NuxtLink to="/kit">Kit</NuxtLink></p>
    <template v-else-if="state">
      <p>
        <span class="capital">{{ state.name }}</span><template v-if="state.isSimulated"
          >,
          <span class="estimate">simulated: it reads what is expected, with noise</span></template
        >
      </p>
      <p v-if="state.due" role="status">{{ state.due }}</p>
      <div class="row">
        <ElButton :type="state.due ? 'primary' : 'default'" :loading="busy" @click="calibrate"
          >Look at the white tile</ElButton
        >
        <ElButton
          :type="state.due ? 'default' : 'primary'"
          :disabled="Boolean(state.due)"
          :loading="busy"
          @click="read('dyed')"
          >Read the swatch</ElButton
        >
        <ElButton :disabled="Boolean(state.due)" :loading="busy" @click="read('bare')"
          >Read bare fibre</ElButton
        >
      </div>
      <p v-if="failure" class="wrong" role="alert">{{ failure }}</p>
      <p class="quiet">Three looks each; let its lamp warm up for half an hour first.</p>
    </template>
  </div>
</template>
