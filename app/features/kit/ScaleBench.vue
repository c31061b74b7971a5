<script setup lang="ts">
import { G_PER_OZ } from '~~/core/quantity/units'
import { inDecimals, units } from '~/format/quantities'
import { messageOf } from '~~/core/present'
import { parseJson } from '~~/core/json'
/** The stand-in scale: what lies on it is said by hand, and it shows what a scale would. */
const api = useApi()
const shown = ref<{ massG: number; isSettled: boolean; isSimulated: boolean } | null>(null)
const load = ref<number | null>(null)
const failure = ref('')
let source: EventSource | null = null

onMounted(() => {
  source = new EventSource('/api/instruments/scale')
  source.onmessage = ({ data }) => (shown.value = parseJson<typeof shown.value>(data as string))
  source.onerror = () => (shown.value = null)
})
onBeforeUnmount(() => source?.close())

async function handle(body: { putG?: number; tare?: boolean }) {
  failure.value = ''
  try {
    await api.post('instruments/scale', body)
  } catch (error) {
    failure.value = messageOf(error)
  }
}

/** As the scale's own display would show it, to its last digit. */
const displayOf = (massG: number) =>
  inDecimals(
    units.value.mass === 'metric' ? `${massG.toFixed(1)} g` : `${(massG / G_PER_OZ).toFixed(2)} oz`,
  )
</script>

<template>
  <section class="panel stack tight" aria-labelledby="scale">
    <h2 id="scale">Kitchen scale <span class="estimate">simulated</span></h2>
    <p class="figure" aria-live="off">
      {{ shown ? displayOf(shown.massG) : '–' }}
      <span class="quiet">{{
        shown ? (shown.isSettled ? 'at rest' : 'settling') : 'not answering'
      }}</span>
    </p>
    <form class="row" @submit.prevent="load !== null && handle({ putG: load })">
      <QuantityField v-model="load" label="On the pan" bare />
      <ElButton native-type="submit">Lay it on</ElButton>
      <ElButton @click="handle({ putG: 0 })">Take all off</ElButton>
      <ElButton @click="handle({ tare: true })">Tare</ElButton>
    </form>
    <p v-if="failure" class="wrong" role="alert">{{ failure }}</p>
  </section>
</template>

<style scoped>
.figure {
  font-size: 32px;
  font-weight: 700;
}
</style>
