<script setup lang="ts">
import { formatRatio } from '~/format/quantities'
import type { Effect } from '~~/core/evidence/effects'
import type { EvidenceLook } from '~~/shared/views/evidence/evidence'
import { effectTitle } from './effect-words'

/** Pairs side by side, with the one thing that differs between them. */
const { effect, looks } = defineProps<{
  effect: Effect
  looks: ReadonlyMap<string, EvidenceLook>
}>()

const MOST = 6
const pairs = computed(() =>
  effect.shown.flatMap(({ from, to }) => {
    const [left, right] = [looks.get(from), looks.get(to)]
    return left && right ? [{ left, right }] : []
  }),
)
const showsAll = ref(false)
const shown = computed(() => (showsAll.value ? pairs.value : pairs.value.slice(0, MOST)))
const bathWords = ({ left, right }: { left: EvidenceLook; right: EvidenceLook }) =>
  [
    left.ratioDry === null ? 'ratio not known' : `${formatRatio(left.ratioDry)} dry`,
    left.potId === right.potId ? 'one pot' : 'two pots',
  ].join(', ')
</script>

<template>
  <div>
    <figure v-for="{ left, right } in shown" :key="left.id + right.id">
      <figcaption>
        <strong class="capital">{{ left.sourceName }}</strong>
        <span class="quiet">{{ bathWords({ left, right }) }}</span>
      </figcaption>
      <div class="pair" aria-hidden="true">
        <span :style="{ background: left.hex }" />
        <span :style="{ background: right.hex }" />
      </div>
      <p class="codes">
        <span>
          <NuxtLink :to="`/swatch?swatch=${left.id}`">{{ left.code }}</NuxtLink>
          <NuxtLink class="pot" :to="`/hob?pot=${left.potId}`">{{ left.potCode }}</NuxtLink>
        </span>
        <strong>{{ effectTitle(effect) }}</strong>
        <span>
          <NuxtLink class="pot" :to="`/hob?pot=${right.potId}`">{{ right.potCode }}</NuxtLink>
          <NuxtLink :to="`/swatch?swatch=${right.id}`">{{ right.code }}</NuxtLink>
        </span>
      </p>
      <p class="quiet words">{{ left.words }} · {{ right.words }}</p>
    </figure>
    <button v-if="pairs.length > MOST" type="button" class="link" @click="showsAll = !showsAll">
      {{ showsAll ? 'Fewer' : `All ${pairs.length} pairs` }}
    </button>
  </div>
</template>

<style scoped>
figure {
  margin: 0 0 12px;
}

figcaption,
.codes {
  display: flex;
  flex-wrap: wrap;
  gap: 2px 10px;
  justify-content: space-between;
  margin: 0;
  font-size: 14px;
}

.pair {
  display: grid;
  grid-template-columns: 1fr 1fr;
  height: 44px;
  padding: 5px;
  border-radius: 4px;
  background: #a9a9a9;
}

.codes {
  font-size: 13px;
}

.codes .pot {
  margin: 0 6px;
  color: var(--quiet);
}

.words {
  margin: 0;
  font-size: 13px;
}
</style>
