<script setup lang="ts">
import { mordantKeyWords } from '~~/shared/words/swatch/mordant-key-words'
import { formatNumber } from '~/format/quantities'
import { dryRatioText } from '~/format/ratio'
import type { LatestReading } from '~~/shared/views/log/today'

const { latest } = defineProps<{ latest: LatestReading[] }>()

const tilde = ({ basis }: LatestReading) => (basis === 'estimated' ? '~' : '')
</script>

<template>
  <section class="panel stack tight learnt" aria-labelledby="learnt">
    <h2 id="learnt">Learnt last</h2>
    <template v-if="latest.length">
      <ul>
        <li v-for="reading in latest" :key="reading.swatchId">
          <NuxtLink :to="`/swatch?swatch=${reading.swatchId}`" class="reading">
            <span class="pair" aria-hidden="true">
              <span :style="{ background: reading.hex }" />
              <span :style="{ background: reading.bareHex ?? 'var(--haze-pale)' }" />
            </span>
            <span class="words">
              <strong class="capital">{{ reading.sourceName }}</strong>
              <span class="quiet">
                {{ reading.fibre }}, {{ mordantKeyWords(reading.mordant) }} ·
                {{ dryRatioText(reading) }}
              </span>
            </span>
            <span class="depth">
              <strong>{{ reading.depth ?? 'no strength' }}</strong>
              <span class="quiet">
                <template v-if="reading.strength !== null"
                  >{{ tilde(reading) }}{{ formatNumber(reading.strength) }}</template
                >
                {{ reading.basis }}
              </span>
            </span>
          </NuxtLink>
        </li>
      </ul>
    </template>
    <p v-else class="quiet">Read a swatch, and what it says of its plant appears here.</p>
  </section>
</template>

<style scoped>
.learnt {
  flex: 1;
}

.reading {
  display: grid;
  grid-template-columns: 64px 1fr auto;
  gap: 12px;
  align-items: center;
  min-height: 52px;
  padding: 4px 0;
  border-top: 1px solid var(--line);
  color: var(--ink);
  line-height: 1.3;
  text-decoration: none;
}

.reading:hover strong {
  text-decoration: underline;
}

.pair {
  display: grid;
  grid-template-columns: 2fr 1fr;
  overflow: hidden;
  height: 38px;
  border-radius: var(--corner);
}

.words strong,
.words .quiet,
.depth .quiet {
  display: block;
}

.depth {
  text-align: right;
}
</style>
