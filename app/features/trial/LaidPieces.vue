<script setup lang="ts">
import { formatMass } from '~/format/quantities'
import type { Level, TrialFactor } from '~~/shared/rules/trial/trial-factors'
import type { DesignView } from '~~/shared/views/trial/trial'
import { levelWords } from './trial-words'

/** The pieces of a trial in the order of their marks: each in its jar, or all in one pot. */
const { factor, levels, view, inJars } = defineProps<{
  factor: TrialFactor
  levels: readonly Level[]
  view: DesignView
  inJars: boolean
}>()

/** How full a jar is drawn, of the fullest. */
const most = computed(() => Math.max(...view.pieces.map(({ plantG }) => plantG)))
const wordsOf = (level: number) => {
  const value = levels[level]
  return value === undefined ? '' : levelWords(factor, value)
}
</script>

<template>
  <ol :class="{ pot: !inJars }">
    <li v-for="piece in view.pieces" :key="piece.mark">
      <span class="jar" aria-hidden="true">
        <span class="liquor" :style="{ height: `${20 + (60 * piece.plantG) / most}%` }" />
        <span class="hank" :class="`level${piece.level % 4}`" />
      </span>
      <strong>{{ piece.mark }}</strong>
      <span>{{ wordsOf(piece.level) }}</span>
      <span v-if="inJars" class="quiet">{{ formatMass(piece.plantG) }} of plant</span>
    </li>
  </ol>
</template>

<style scoped>
ol {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(112px, 1fr));
  gap: 12px 8px;
  margin: 0;
  padding: 0;
  list-style: none;
}

ol.pot {
  padding: 10px;
  border: 2px solid var(--line);
  border-top: 0;
  border-radius: 0 0 14px 14px;
}

li {
  display: grid;
  justify-items: center;
  font-size: 14px;
  line-height: 1.3;
  text-align: center;
}

.jar {
  position: relative;
  width: 46px;
  height: 54px;
  margin-bottom: 4px;
  overflow: hidden;
  border: 2px solid var(--line);
  border-radius: 3px 3px 9px 9px;
  background: var(--paper);
}

.pot .jar {
  border-color: transparent;
}

.liquor {
  position: absolute;
  right: 0;
  bottom: 0;
  left: 0;
  background: #e7d9b4;
}

.hank {
  position: absolute;
  bottom: 8px;
  left: 13px;
  width: 16px;
  height: 26px;
  border-radius: 8px;
  background: var(--haze);
}

/* levels are told apart by more than their shade: the words stand below */
.hank.level1 {
  background: repeating-linear-gradient(45deg, var(--haze) 0 4px, #fff 4px 6px);
}

.hank.level2 {
  border: 3px solid var(--haze);
  background: #fff;
}

.hank.level3 {
  background: repeating-linear-gradient(0deg, var(--haze) 0 4px, #fff 4px 6px);
}
</style>
