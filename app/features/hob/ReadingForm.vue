<script setup lang="ts">
import { formatNumber, formatTemperature, inDecimals } from '~/format/quantities'
import type { HeatLimit } from './heat-limits'
import type { Note } from './usePotNotes'
import type { ProbeShown } from './useProbe'

/** A reading by hand, or from the probe in the pot. */
const { note, busy, probe, limits } = defineProps<{
  note: Note
  busy: boolean
  probe: ProbeShown | null
  /** Heat that something in this pot bears, each with what it is of. */
  limits: readonly HeatLimit[]
}>()

const tempC = ref<number | null>(null)
const ph = ref<number | null>(null)
const dialC = ref<number | null>(null)

/** Said as soon as it is typed: what is too hot for what. */
const tooHot = computed(() =>
  limits.filter(({ maxTempC }) => tempC.value !== null && tempC.value > maxTempC),
)

async function keep() {
  const words = [
    tempC.value !== null && formatTemperature(tempC.value),
    ph.value !== null && `pH ${formatNumber(ph.value, 3)}`,
    dialC.value !== null && `dial ${formatTemperature(dialC.value)}`,
  ].filter(Boolean)
  if (words.length === 0) return
  const data = { tempC: tempC.value, ph: ph.value, dialC: dialC.value, by: 'typed' as const }
  if (await note('reading', data, `read ${words.join(', ')}.`))
    tempC.value = ph.value = dialC.value = null
}
const keepProbe = () =>
  probe &&
  note(
    'reading',
    {
      tempC: probe.tempC,
      ph: probe.ph,
      dialC: null,
      by: probe.isSimulated ? 'simulated' : 'typed',
    },
    `read ${formatTemperature(probe.tempC)}, pH ${formatNumber(probe.ph, 3)}.`,
  )
</script>

<template>
  <div class="inset stack tight">
    <p v-if="probe" class="probe">
      <strong>{{ formatTemperature(probe.tempC) }}</strong>
      <strong>pH {{ inDecimals(probe.ph.toFixed(2)) }}</strong>
      <span class="estimate"
        >{{ probe.isSimulated ? 'simulated probe' : 'probe'
        }}{{ probe.isSettled ? '' : ', not settled yet' }}</span
      >
      <ElButton :loading="busy" @click="keepProbe">Note what it shows</ElButton>
    </p>
    <form class="fields" @submit.prevent="keep">
      <QuantityField v-model="tempC" kind="temperature" label="Liquor" />
      <NumberField v-model="ph" label="pH, a cooled spoonful" />
      <QuantityField v-model="dialC" kind="temperature" label="Dial" />
      <ElButton native-type="submit" type="primary" :loading="busy">Note it</ElButton>
    </form>
    <PlainCaution v-for="limit in tooHot" :key="limit.what" level="mind">
      {{ formatTemperature(tempC) }} is past the {{ formatTemperature(limit.maxTempC) }} that
      {{ limit.what }} bears{{ limit.why ? `: ${limit.why}` : '' }}. Heat off, or lift it out.
    </PlainCaution>
    <p class="quiet">
      A dial is not the liquor: it is kept apart. A strip in hot or dark liquor misleads.
    </p>
  </div>
</template>

<style scoped>
.fields {
  display: grid;
  grid-template-columns: repeat(3, minmax(0, 1fr)) auto;
  gap: 8px 10px;
  align-items: end;
}

.probe {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 14px;
  align-items: center;
  font-size: 17px;
}

@media (max-width: 560px) {
  .fields {
    grid-template-columns: 1fr 1fr;
  }
}
</style>
