<script setup lang="ts">
import type { LightStep } from '~~/core/fastness/blue-wool'
import { formatNumber } from '~/format/quantities'
import { halfLifeWords } from '~~/shared/words/fastness/half-life-words'
import type { AfterView, TestView } from '~~/shared/views/fastness/fastness'
import LookFix from './LookFix.vue'
import StripStages from './StripStages.vue'

/** One piece under test: its stages, what they come to, and what it will look like. */
const { view } = defineProps<{ view: TestView }>()

/** Look that is put right; empty: none is. */
const fixed = ref('')
/** Its half-life, or what a look lacks to tell one. */
const half = computed(() => {
  const { halfLife, test } = view
  const unit = test.kind === 'wash' ? 'washes' : 'h'
  if (halfLife) return halfLifeWords(halfLife, unit) || 'no half-life can be told from this yet'
  if (!test.swatchId || test.looks.length === 0) return ''
  const lacking =
    test.kind === 'wash'
      ? 'how often it was washed'
      : 'how much light it had: its days, weeks or hours'
  return `no half-life yet: a look wants ${lacking}, and a word or a colour beside the one before`
})
/** Less than that nobody sees, and no foretelling tells. */
const LEAST_TOLD_DE = 0.5
const stepText = ({ mid, low, high, beyond }: LightStep) =>
  beyond === 'below'
    ? `faded more than blue wool ${mid}`
    : beyond === 'above'
      ? `faded less than blue wool ${mid}`
      : low === high
        ? `fades like blue wool ${mid}`
        : `fades like blue wool ${low} to ${high}, most like ${mid}`
const afterText = ({ words, left, colour }: AfterView) => {
  const [low, high] = [left.low, left.high].map((share) => Math.round(100 * share))
  const share = low === high ? `${low} % left` : `${low} to ${high} % left`
  const off =
    colour && colour.change >= LEAST_TOLD_DE ? `, ~${formatNumber(colour.change, 1)} ΔE off` : ''
  return `${words}: ${share}${off}${left.isBeyond ? ', a guess far beyond any look' : ''}`
}
</script>

<template>
  <li class="test">
    <div class="who">
      <NuxtLink v-if="view.test.swatchId" :to="`/swatch?swatch=${view.test.swatchId}`">{{
        view.code
      }}</NuxtLink>
      <span :class="{ quiet: view.code }">{{ view.name }}</span>
      <span v-if="view.isOfReadings" class="quiet">from its readings after light</span>
    </div>
    <StripStages :view="view" :can-fix="!view.isOfReadings" @fix="fixed = $event" />
    <div v-if="view.test.kind !== 'drop' && view.test.kind !== 'rub'" class="told">
      <p v-if="half" class="half">{{ half }}</p>
      <p v-if="view.lightStep">{{ stepText(view.lightStep) }}</p>
      <ul class="after">
        <li v-for="each in view.after" :key="each.words">
          <span v-if="each.colour" class="spread" aria-hidden="true">
            <span :style="{ background: each.colour.strongestHex }" />
            <span :style="{ background: each.colour.hex }" />
            <span :style="{ background: each.colour.weakestHex }" />
          </span>
          <span class="quiet">{{ afterText(each) }}</span>
        </li>
      </ul>
    </div>
    <LookFix
      v-if="fixed"
      :key="fixed"
      :view="view"
      :look-id="fixed"
      class="fix"
      @close="fixed = ''"
    />
  </li>
</template>

<style scoped>
.test {
  display: grid;
  grid-template-columns: 138px minmax(0, 1.15fr) minmax(0, 1fr);
  gap: 14px;
  padding-top: 10px;
  border-top: 1px solid var(--line);
}

.who {
  display: grid;
  align-content: start;
  font-size: 14px;
}

.fix {
  grid-column: 1 / -1;
}

.half {
  font-weight: 600;
}

.after {
  display: grid;
  gap: 4px;
  margin: 0;
  padding: 0;
  list-style: none;
}

.after li {
  display: grid;
  grid-template-columns: auto 1fr;
  gap: 8px;
  align-items: center;
  font-size: 13px;
}

.spread {
  display: flex;
  overflow: hidden;
  border-radius: 4px;
}

.spread span {
  width: 18px;
  height: 26px;
}

.spread span:nth-child(2) {
  width: 30px;
}

@media (max-width: 900px) {
  .test {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
