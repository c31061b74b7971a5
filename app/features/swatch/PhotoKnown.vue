<script setup lang="ts">
import { readReferenceChart } from '~~/core/formats/spectra/reference-chart'
import { PHOTO_DESK } from './usePhoto'
import { messageOf, present } from '~~/core/present'
import { chosenFiles, emptyField } from '~/composables/chosen-files'

/** What a photo is set right by: white paper, a grey card, a chart with its file, or nothing. */
const desk = present(inject(PHOTO_DESK))

const chartFile = ref<HTMLInputElement | null>(null)
const chartFailure = ref('')

async function pickChart(event: Event) {
  const [file] = chosenFiles(event)
  chartFailure.value = ''
  try {
    if (file) desk.useChart(readReferenceChart(await file.text()))
  } catch (error) {
    chartFailure.value = `${file?.name}: ${messageOf(error)}`
  }
  emptyField(event)
}
const cardPercent = computed({
  get: () => Number((100 * desk.cardFactor).toPrecision(3)),
  set: (percent: number | null) => {
    if (percent && percent > 0 && percent <= 100) desk.cardFactor = percent / 100
  },
})
</script>

<template>
  <div class="stack tight">
    <ElRadioGroup v-model="desk.known" aria-label="Set right by">
      <ElRadioButton value="none">nothing</ElRadioButton>
      <ElRadioButton value="paper">paper</ElRadioButton>
      <ElRadioButton value="card">a grey card</ElRadioButton>
      <ElRadioButton value="chart">a chart</ElRadioButton>
    </ElRadioGroup>
    <NumberField
      v-if="desk.known === 'card'"
      v-model="cardPercent"
      label="The card reflects"
      unit="%"
      :hint="desk.boxes.card ? '' : 'mark the card in the photo'"
    />
    <p v-if="desk.known === 'paper' && !desk.boxes.card" class="quiet">
      Mark a sheet of white paper in the same light.
    </p>
    <template v-if="desk.known === 'chart'">
      <input
        ref="chartFile"
        type="file"
        accept=".txt,.cie,.ti2,.cgats,text/plain"
        class="sr-only"
        aria-label="CGATS file of the chart"
        tabindex="-1"
        @change="pickChart"
      />
      <div class="row">
        <ElButton @click="chartFile?.click()">{{
          desk.chart ? 'Another chart' : 'Its CGATS file'
        }}</ElButton>
        <NumberField
          v-if="desk.chart"
          v-model="desk.columns"
          label="Columns of the chart"
          unit="columns"
          bare
          class="columns"
        />
      </div>
      <p v-if="desk.chart" class="quiet">
        {{ desk.chart.patches.length }} patches, known from
        {{
          desk.chart.from === 'spectra'
            ? 'spectra'
            : `values for ${desk.chart.illuminant}, adapted to daylight`
        }}. Drag the corners to the chart's.
      </p>
      <p v-if="chartFailure" class="wrong" role="alert">{{ chartFailure }}</p>
    </template>
  </div>
</template>

<style scoped>
.columns {
  width: 150px;
}
</style>
