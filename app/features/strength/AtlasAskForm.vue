<script setup lang="ts">
import { mordantKeyWords } from '~~/shared/words/swatch/mordant-key-words'
import { FIBRE_CLASSES } from '~~/catalogue/fibres'
import { FIRST_ASK, type atlasChoices, type AtlasAsk } from './atlas-rows'

/** What is asked of all curves: a sentence with gaps, such as "yellow on wool, full under 2 : 1". */
const ask = defineModel<AtlasAsk>({ required: true })
defineProps<{ choices: ReturnType<typeof atlasChoices> }>()

const FASTNESS = ['good', 'fair', 'poor'] as const
const clear = () =>
  Object.assign(ask.value, { ...FIRST_ASK, sort: ask.value.sort, isFalling: ask.value.isFalling })
</script>

<template>
  <form class="ask" aria-label="What is asked" @submit.prevent>
    <ElSelect v-model="ask.family" aria-label="Hue" placeholder="any hue" clearable>
      <ElOption value="" label="any hue" />
      <ElOption v-for="each in choices.families" :key="each" :value="each" :label="`${each}s`" />
    </ElSelect>
    <span>on</span>
    <ElSelect v-model="ask.fibre" aria-label="Fibre" placeholder="any fibre" clearable>
      <ElOption value="" label="any fibre" />
      <ElOption
        v-for="each in choices.fibres"
        :key="each"
        :value="each"
        :label="FIBRE_CLASSES[each]"
      />
    </ElSelect>
    <ElSelect v-model="ask.mordant" aria-label="Mordant" placeholder="any mordant" clearable>
      <ElOption value="" label="any mordant" />
      <ElOption
        v-for="each in choices.mordants"
        :key="each"
        :value="each"
        :label="mordantKeyWords(each)"
      />
    </ElSelect>
    <ElSelect v-model="ask.fastness" aria-label="Fastness" placeholder="any fastness" clearable>
      <ElOption value="" label="any fastness" />
      <ElOption value="measured" label="holds in the light, measured" />
      <ElOption
        v-for="each in FASTNESS"
        :key="each"
        :value="each"
        :label="`${each} fastness, typical`"
      />
    </ElSelect>
    <ElSelect v-model="ask.depth" aria-label="Depth" class="short">
      <ElOption v-for="each in choices.depths" :key="each" :value="each" :label="each" />
    </ElSelect>
    <span>under</span>
    <NumberField
      v-model="ask.mostRatio"
      label="Most plant for it, as weighed"
      unit=": 1"
      bare
      class="ratio"
    />
    <ElCheckbox v-model="ask.isSure">8 in 10 sure</ElCheckbox>
    <ElSelect v-model="ask.least" aria-label="Fewest swatches" class="short">
      <ElOption :value="1" label="1 swatch +" />
      <ElOption :value="3" label="3 swatches +" />
      <ElOption :value="8" label="8 swatches +" />
    </ElSelect>
    <ElButton @click="clear">Ask anew</ElButton>
  </form>
</template>

<style scoped>
.ask {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
  align-items: center;
}

.ask > .el-select {
  width: 128px;
}

.ask > .short {
  width: 124px;
}

.ratio {
  width: 92px;
}
</style>
