<script setup lang="ts">
import { depthOf } from '~~/core/colour/depth'
import { formatMass, formatNumber } from '~~/core/quantity/format-quantity'
import { expectedHex, fittedStrength } from '~/features/strength/ribbon-paint'
import GuardList from '~/features/baths/GuardList.vue'
import { pieceName } from '~/features/basket/readiness'
import { swatchesText } from '~/features/strength/words'
import { POT_PLAN } from './usePotPlan'

const plan = inject(POT_PLAN)!

const expected = computed(() =>
  plan.pieces.map((piece) => {
    const group = plan.groupFor(piece)
    const strength = group?.fit ? fittedStrength(group.fit, plan.draft.ratioDry) : null
    return {
      piece,
      n: group?.n ?? 0,
      hex: expectedHex(group, plan.draft.ratioDry),
      strength,
      depth: strength === null ? null : depthOf(strength),
    }
  }),
)

const doubling = computed(() => {
  const fit = plan.group?.fit
  const strength = fit ? fittedStrength(fit, plan.draft.ratioDry) : 0
  if (!fit || !expected.value.length || strength <= 0) return null
  return Math.round((fittedStrength(fit, 2 * plan.draft.ratioDry) / strength - 1) * 100)
})
</script>

<template>
  <section class="panel stack" aria-labelledby="expected">
    <h2 id="expected">Expected</h2>
    <p v-if="!plan.lot || !expected.length" class="quiet">
      Choose a lot and a piece, and the grams and the colour to expect stand here, with how many
      swatches speak for it.
    </p>
    <p v-else class="weigh">
      <span>weigh out</span>
      <output>{{ formatMass(plan.wantedG) }}</output>
      <span>
        {{ plan.source?.commonName }}, {{ plan.lot.state }}, for {{ formatMass(plan.fibreG) }} of
        fibre
      </span>
    </p>
    <ul class="list">
      <li v-for="{ piece, n, hex, depth, strength } in expected" :key="piece.id">
        <span class="patch" :class="{ unknown: !hex }" :style="hex ? { background: hex } : {}" />
        <span>
          <strong>{{ piece.code }}</strong> <span class="quiet">{{ pieceName(piece) }}</span>
          <span v-if="depth" class="line">
            likely <strong>{{ depth }}</strong>
            <span class="estimate"> ~{{ formatNumber(strength) }}</span
            >, from {{ swatchesText(n) }}
          </span>
          <span v-else class="line estimate">
            not enough swatches yet ({{ n }}) on this fibre and mordant
          </span>
        </span>
      </li>
    </ul>
    <p v-if="doubling !== null">
      Twice the plant would add about <strong>{{ doubling }} %</strong> to the strength.
    </p>
    <p v-for="words in plan.taking" :key="words" class="quiet capital">{{ words }}</p>
    <GuardList v-model="plan.draft.whys" :guards="plan.guards" />
    <p v-if="plan.gap">
      To mordant first: {{ formatMass(plan.gap.alumG) }} alum (10 %), cold overnight.
      <NuxtLink to="/basket">To the basket</NuxtLink>
    </p>
    <p v-if="plan.failure" class="wrong" role="alert">{{ plan.failure }}</p>
  </section>
</template>

<style scoped>
.weigh span {
  display: block;
  color: var(--quiet);
}

.weigh output {
  font-size: 32px;
  font-weight: 700;
  line-height: 1.2;
}

.list {
  display: grid;
  gap: 10px;
  max-height: 200px;
  overflow-y: auto;
}

.list li {
  display: grid;
  grid-template-columns: 60px 1fr;
  gap: 12px;
  align-items: center;
}

.patch {
  height: 46px;
  border-radius: var(--corner);
}

.unknown {
  background: repeating-linear-gradient(135deg, var(--haze-pale) 0 6px, #fff 6px 12px);
}

.line {
  display: block;
}
</style>
