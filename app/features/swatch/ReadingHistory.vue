<script setup lang="ts">
import { deltaE2000 } from '~~/core/colour/screen-colour'
import { formatNumber } from '~/format/quantities'
import type { Reading } from '~~/shared/schemas/swatch/reading'
import { shortDate } from '~/format/dates'

/** The readings of one swatch in the order they were made: wet, dry, washed, after light. */
const { readings } = defineProps<{ readings: Reading[] }>()

const BY: Record<Reading['by'], string> = {
  eye: 'by eye',
  photo: 'from a photo',
  file: 'from a file',
  reader: 'by the reader',
}
const oldestFirst = computed(() => [...readings].reverse())
const state = ({ wet, washed, lightHours }: Reading) =>
  [
    wet ? 'wet' : 'dry',
    ...(washed === null ? [] : [washed ? 'washed' : 'not washed']),
    ...(lightHours === null ? [] : [`after ${formatNumber(lightHours)} h of light`]),
  ].join(', ')
const detail = ({ by, about, errorDe, unevenness }: Reading) =>
  [
    `${BY[by]}${about.isSimulated ? ' (simulated)' : ''}`,
    ...(about.correction && about.correction !== 'none'
      ? [about.patches > 1 ? `set right by ${about.patches} patches` : 'set right by one patch']
      : []),
    ...(errorDe === null ? [] : [`± ${formatNumber(errorDe, 2)} ΔE`]),
    ...(unevenness === null ? [] : [`unevenness ${formatNumber(unevenness, 2)}`]),
  ].join(', ')
/** Only like is compared with like: dry with dry, wet with wet. */
const change = (reading: Reading, i: number) => {
  const before = oldestFirst.value.slice(0, i).findLast(({ wet }) => wet === reading.wet)
  return before ? deltaE2000(before.lab, reading.lab) : null
}
</script>

<template>
  <section class="panel" aria-labelledby="readings">
    <h2 id="readings">
      Readings <span class="quiet">{{ readings.length }}</span>
    </h2>
    <ol>
      <li v-for="(reading, i) in oldestFirst" :key="reading.id">
        <a
          v-if="reading.about.photoId"
          :href="`/api/pictures/${reading.about.photoId}`"
          target="_blank"
          :aria-label="`Photo of the reading of ${shortDate(reading.readAt.slice(0, 10))}`"
          class="patch"
          :style="{ background: reading.hex }"
        />
        <span v-else class="patch" :style="{ background: reading.hex }" aria-hidden="true" />
        <span>
          {{ shortDate(reading.readAt.slice(0, 10)) }}, {{ state(reading) }}
          <span class="quiet">
            {{ detail(reading)
            }}<template v-if="change(reading, i) !== null"
              >; {{ formatNumber(change(reading, i), 2) }} ΔE from the one before</template
            >
          </span>
        </span>
      </li>
    </ol>
    <p v-if="!readings.length" class="quiet">None yet.</p>
  </section>
</template>

<style scoped>
ol {
  display: grid;
  gap: 6px;
  margin-top: 6px;
}

li {
  display: grid;
  grid-template-columns: 36px 1fr;
  gap: 10px;
  align-items: center;
}

.patch {
  display: block;
  height: 36px;
  border-radius: 4px;
}

li .quiet {
  display: block;
}
</style>
