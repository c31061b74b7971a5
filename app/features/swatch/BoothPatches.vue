<script setup lang="ts">
import { deltaE2000 } from '~~/core/colour/screen-colour'
import type { Illuminant } from '~~/core/colour/weighting'
import { formatNumber } from '~/format/quantities'
import type { SeenColour } from './given'
import { LIGHTS, underLight } from './lights'

/** A swatch on mid grey, beside another, under one light or under three. */
const { dyed, other, light } = defineProps<{
  dyed: SeenColour | null
  other: { label: string; colour: SeenColour } | null
  light: Illuminant | 'all'
}>()

const under = (colour: SeenColour | null, illuminant: Illuminant) =>
  colour && underLight(colour, illuminant)
const shown = computed(() =>
  LIGHTS.filter(({ id }) => light === 'all' || id === light).map(({ id, name }) => {
    const [one, two] = [under(dyed, id), under(other?.colour ?? null, id)]
    return { id, name, one, two, apart: one && two ? deltaE2000(one.lab, two.lab) : null }
  }),
)
</script>

<template>
  <figure class="lights" :class="{ all: light === 'all' }">
    <div v-for="each in shown" :key="each.id" class="light">
      <div class="pair" :class="{ down: light === 'all' }">
        <div
          class="patch"
          :class="{ unknown: !each.one }"
          :style="each.one ? { background: each.one.hex } : {}"
        />
        <div
          v-if="other"
          class="patch beside"
          :class="{ unknown: !each.two }"
          :style="each.two ? { background: each.two.hex } : {}"
        />
      </div>
      <figcaption>
        <template v-if="light === 'all'"
          ><strong>{{ each.name }}</strong
          ><template v-if="each.apart !== null">, {{ formatNumber(each.apart, 2) }} ΔE</template>
        </template>
        <template v-else>
          <strong>this swatch</strong>
          <span v-if="other" class="beside-name">{{ other.label }}</span>
        </template>
      </figcaption>
    </div>
    <figcaption v-if="light === 'all' && other" class="whole">
      above: this swatch; below: {{ other.label }}
    </figcaption>
  </figure>
</template>

<style scoped>
.lights {
  display: grid;
  grid-template-rows: 1fr auto;
  height: 100%;
  margin: 0;
}

.lights.all {
  grid-template-columns: repeat(3, 1fr);
  gap: 4px 14px;
}

.light {
  display: grid;
  grid-template-rows: 1fr auto;
}

.pair {
  display: grid;
  grid-template-columns: 1fr 1fr;
  overflow: hidden;
  min-height: 200px;
  border-radius: var(--corner);
}

.pair:not(.down) > .patch:only-child {
  grid-column: 1 / 3;
}

.down {
  grid-template-columns: 1fr;
  grid-template-rows: 1fr 1fr;
}

.unknown {
  background: repeating-linear-gradient(135deg, #8e8e8e 0 10px, #a8a8a8 10px 20px);
}

figcaption {
  display: grid;
  grid-template-columns: 1fr 1fr;
  padding-top: 4px;
  color: #16191b;
  font-size: 14px;
}

.all figcaption {
  display: block;
}

.whole {
  grid-column: 1 / 4;
}
</style>
