<script setup lang="ts">
import { formatNumber } from '~/format/quantities'
import { readReferenceChart } from '~~/core/formats/spectra/reference-chart'
import type { PhotoReading } from '~~/core/colour/photo/read-photo'
import { hexOfLab } from '~~/core/colour/screen-colour'
import { PHOTO_DESK, type Mark } from './usePhoto'
import { messageOf, present } from '~~/core/present'
import { chosenFiles, emptyField } from '~/composables/chosen-files'

/** What is marked, what the photo is set right by, and what came of it. */
const desk = present(inject(PHOTO_DESK))
const tool = defineModel<Mark | 'move'>('tool', { required: true })
const emit = defineEmits<{ choose: [file: File] }>()

const chosen = ref<HTMLInputElement | null>(null)
const taken = ref<HTMLInputElement | null>(null)
const chartFile = ref<HTMLInputElement | null>(null)
const chartFailure = ref('')

function pick(event: Event) {
  const [file] = chosenFiles(event)
  if (file) emit('choose', file)
  emptyField(event)
}
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
const CORRECTIONS: Record<PhotoReading['correction'], string> = {
  none: 'as the camera had it',
  onePatch: 'by one grey',
  linear: 'by a matrix from the chart',
  rootPolynomial: 'by a root-polynomial from the chart',
}
const cameBy = ({ correction, moved }: PhotoReading) =>
  `${CORRECTIONS[correction]}${moved > 0 ? `, moved ${formatNumber(moved, 2)} ΔE` : ''}`
const results = computed(() =>
  (['swatch', 'bare'] as const).flatMap((of) => {
    const reading = desk.answers[of]
    const refusal = desk.refusals[of]
    return reading || refusal ? [{ what: of, reading, refusal }] : []
  }),
)
const errorWords = ({ isErrorTold, errorDe, meanError, largestError, correction }: PhotoReading) =>
  isErrorTold
    ? `${formatNumber(meanError, 2)} ΔE left on patches in the mean, ${formatNumber(largestError, 2)} at most`
    : correction === 'onePatch'
      ? `one grey cannot tell its own error: about ${formatNumber(errorDe, 2)} ΔE is usual`
      : `nothing set it right: about ${formatNumber(errorDe, 2)} ΔE is usual`
</script>

<template>
  <div class="stack tight">
    <div class="row">
      <input
        ref="chosen"
        type="file"
        accept="image/jpeg,image/png,image/webp"
        class="sr-only"
        aria-label="Photo of the swatch"
        tabindex="-1"
        @change="pick"
      />
      <input
        ref="taken"
        type="file"
        accept="image/*"
        capture="environment"
        class="sr-only"
        aria-label="Take a photo of the swatch"
        tabindex="-1"
        @change="pick"
      />
      <ElButton type="primary" @click="chosen?.click()">{{
        desk.file ? 'Another photo' : 'Choose a photo'
      }}</ElButton>
      <ElButton @click="taken?.click()">Camera</ElButton>
    </div>
    <p v-if="!desk.opened" class="quiet">
      Or drop one here. Lay the swatch beside its bare fibre and a grey card or a chart, in even
      light without flash.
    </p>
    <p v-if="desk.step" role="status" class="quiet">{{ desk.step }} ...</p>
    <p v-if="desk.failure" class="wrong" role="alert">{{ desk.failure }}</p>
    <template v-if="desk.opened">
      <ElRadioGroup v-model="tool" aria-label="Mark">
        <ElRadioButton value="swatch">swatch</ElRadioButton>
        <ElRadioButton value="bare">bare</ElRadioButton>
        <ElRadioButton v-if="desk.known === 'card'" value="card">card</ElRadioButton>
        <ElRadioButton value="move">move</ElRadioButton>
      </ElRadioGroup>
      <ElRadioGroup v-model="desk.known" aria-label="Set right by">
        <ElRadioButton value="none">nothing</ElRadioButton>
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
      <div v-for="{ what, reading, refusal } in results" :key="what" aria-live="polite">
        <p v-if="refusal" class="wrong" role="alert">
          {{ what === 'bare' ? 'Bare fibre' : 'Swatch' }}: {{ refusal }}.
        </p>
        <div v-if="reading" class="result">
          <span class="patches" aria-hidden="true">
            <span :style="{ background: hexOfLab(reading.uncorrected) }" />
            <span :style="{ background: hexOfLab(reading.lab) }" />
          </span>
          <span>
            <strong>{{ what === 'bare' ? 'bare fibre' : 'swatch' }}</strong>
            {{ cameBy(reading) }}
            <span class="quiet">
              {{ errorWords(reading)
              }}<template v-if="reading.levelness"
                >; {{ reading.levelness }} ({{ formatNumber(reading.unevenness, 2) }} ΔE)</template
              >
            </span>
          </span>
        </div>
      </div>
    </template>
  </div>
</template>

<style scoped>
.result {
  display: grid;
  grid-template-columns: 72px 1fr;
  gap: 10px;
  align-items: center;
}

.patches {
  display: grid;
  grid-template-columns: 1fr 1fr;
  overflow: hidden;
  height: 48px;
  border-radius: 4px;
}

.quiet {
  display: block;
}

.columns {
  width: 150px;
}
</style>
