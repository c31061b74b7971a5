<script setup lang="ts">
import { formatNumber } from '~/format/quantities'
import { hexOfLab } from '~~/core/colour/screen-colour'
import { present } from '~~/core/present'
import { cameBy, errorWords } from './photo-words'
import { PHOTO_DESK } from './usePhoto'

/** What was read from the photo: as the camera had it, as it was set right, and how far it may be off. */
const desk = present(inject(PHOTO_DESK))

const results = computed(() =>
  (['swatch', 'bare'] as const).flatMap((of) => {
    const reading = desk.answers[of] ?? null
    const refusal = desk.refusals[of]
    return reading || refusal ? [{ what: of, reading, refusal }] : []
  }),
)
</script>

<template>
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
</style>
