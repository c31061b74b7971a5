<script setup lang="ts">
import { colourDifference } from '~~/core/colour/difference-words'
import { colourName } from '~~/core/colour/colour-name'
import { levelnessOf } from '~~/core/colour/photo/sampled-area'
import type { Depth } from '~~/core/colour/depth'
import { formatNumber } from '~/format/quantities'
import type { BoothView, NearSwatch } from '~~/shared/views/swatch/booth'
import type { SeenColour } from './given'
import { labText } from './lab-text'
import { formatDuration } from '~~/core/quantity/format-duration'

/** What a colour says at once: its name, its strength, and how it differs from what it is held against. */
const { hand, dyed, other, strength, near } = defineProps<{
  hand: BoothView
  dyed: SeenColour | null
  other: { label: string; colour: SeenColour } | null
  strength: { value: number | null; depth: Depth | null; why: string | null }
  near: NearSwatch[]
}>()

const tilde = computed(() => (dyed?.basis === 'measured' ? '' : '~'))
const compared = ({ lab, unevenness }: SeenColour) => ({ lab, unevenness })
const beside = computed(() =>
  dyed && other ? colourDifference(compared(dyed), compared(other.colour)) : null,
)
const off = computed(() =>
  dyed && hand.hoped ? colourDifference({ lab: dyed.lab }, { lab: hand.hoped.lab }) : null,
)
const wordsOf = ({ words, verdict }: { words: string[]; verdict: string }) =>
  words.length > 0 ? words.join(', ') : verdict
const levelness = computed(() => levelnessOf(dyed?.unevenness ?? null))
const attention = computed(() => {
  const { minutes, basis, pieces } = hand.attention
  const shared = pieces > 1 ? ` for ${pieces} pieces` : ''
  const from = { told: '', noted: ', by its notes', typical: ', as such a pot usually takes' }[
    basis
  ]
  return `${basis === 'told' ? '' : '~'}${formatDuration(minutes)}${shared}${from}`
})
</script>

<template>
  <section class="panel stack tight" aria-labelledby="says" aria-live="polite">
    <h2 id="says" class="capital">{{ dyed ? colourName(dyed.lab) : 'Not read yet' }}</h2>
    <p v-if="strength.why">{{ strength.why }}</p>
    <dl v-if="dyed">
      <template v-if="strength.value !== null">
        <dt>strength over bare</dt>
        <dd :class="{ estimate: tilde }">
          {{ tilde }}{{ formatNumber(strength.value) }}
          <span class="word">{{ strength.value <= 0 ? 'took no dye' : strength.depth }}</span>
        </dd>
      </template>
      <dt>L* a* b*</dt>
      <dd>{{ labText(dyed.lab) }}</dd>
      <template v-if="levelness">
        <dt>levelness</dt>
        <dd>{{ levelness }}</dd>
      </template>
      <template v-if="beside && other">
        <dt>beside {{ other.label }}</dt>
        <dd>
          {{ formatNumber(beside.de2000, 2) }} ΔE
          <span class="word">{{ wordsOf(beside) }}</span>
        </dd>
      </template>
      <template v-if="off">
        <dt>off {{ hand.hoped!.from === 'you' ? 'what you hoped' : 'the plan' }}</dt>
        <dd>
          {{ formatNumber(off.de2000, 2) }} ΔE <span class="word">{{ wordsOf(off) }}</span>
        </dd>
      </template>
      <dt>attention</dt>
      <dd>{{ attention }}</dd>
    </dl>
    <p v-if="dyed && !dyed.isOnScreen" class="estimate">
      Outside what a screen can show: the patch is the nearest it can.
    </p>
    <p v-if="near.length" class="quiet">
      Nearest of yours:
      <template v-for="(each, i) in near.slice(0, 3)" :key="each.id"
        >{{ i > 0 ? ', ' : ''
        }}<NuxtLink :to="`/swatch?swatch=${each.id}`" :title="each.words">{{ each.code }}</NuxtLink>
        {{ formatNumber(each.de2000, 2) }}</template
      >
      ΔE.
    </p>
  </section>
</template>

<style scoped>
dl {
  display: grid;
  grid-template-columns: auto 1fr;
  gap: 4px 12px;
}

dt {
  color: var(--quiet);
}

dd {
  font-weight: 700;
  text-align: right;
}

.word {
  display: block;
  font-weight: 400;
}
</style>
