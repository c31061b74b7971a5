<script setup lang="ts">
import { MEASURE_KEYS, MEASURES } from '~~/catalogue/measures'
import { PART_KEYS, PARTS } from '~~/catalogue/parts'
import { FOREIGN } from '~~/core/harvest/contents'
import { OBTAINED } from '~~/shared/schemas/loft/lot'
import type { WeighIn } from './useWeighIn'
import { LOT_WORD_KEYS, LOT_WORDS } from '~~/shared/schemas/loft/lot-words'

/** What matters now and then: how obtained, on what it grew, weather, time, what is mixed in. */
const { weighIn } = defineProps<{ weighIn: WeighIn }>()

const { draft, errors } = weighIn

const WHAT = [FOREIGN, ...PART_KEYS]
const labelOf = (what: string) =>
  what === FOREIGN ? 'foreign matter (stems, bark, soil)' : PARTS[what as keyof typeof PARTS].label

function addContent() {
  draft.contents.push({ what: FOREIGN, share: 0.1, basis: 'guessed' })
}
</script>

<template>
  <details>
    <summary>More about it</summary>
    <div class="stack inside">
      <ElRadioGroup v-model="draft.obtained" aria-label="How it was obtained">
        <ElRadioButton v-for="way in OBTAINED" :key="way" :value="way">{{ way }}</ElRadioButton>
      </ElRadioGroup>
      <div class="three">
        <LabeledField
          v-for="word in LOT_WORD_KEYS"
          :key="word"
          v-slot="{ id }"
          :label="LOT_WORDS[word].label"
          :error="errors[`/${word}`]"
        >
          <ElInput :id="id" v-model="draft[word]" :placeholder="LOT_WORDS[word].example" />
        </LabeledField>
        <NumberField v-model="draft.minutes" label="Time" unit="min" :error="errors['/minutes']" />
      </div>
      <div v-if="draft.how !== 'counted'" class="row">
        <span class="quiet">and there were</span>
        <ElInput
          :model-value="draft.count ?? ''"
          aria-label="Number of them"
          inputmode="decimal"
          class="few"
          @update:model-value="draft.count = Number($event) || null"
        />
        <ElSelect v-model="draft.measure" aria-label="Of which measure" class="measure">
          <ElOption
            v-for="measure in MEASURE_KEYS"
            :key="measure"
            :value="measure"
            :label="MEASURES[measure]"
          />
        </ElSelect>
        <span class="quiet">(teaches what one weighs)</span>
      </div>
      <div v-for="(content, i) in draft.contents" :key="i" class="row content">
        <ElSelect v-model="content.what" aria-label="What is in it">
          <ElOption v-for="what in WHAT" :key="what" :value="what" :label="labelOf(what)" />
        </ElSelect>
        <ElInput
          :model-value="Math.round(content.share * 100)"
          aria-label="Share of the weight in percent"
          inputmode="numeric"
          class="share"
          @update:model-value="content.share = Math.min(99, Math.max(0, Number($event) || 0)) / 100"
        />
        <span>%</span>
        <ElRadioGroup v-model="content.basis" aria-label="How the share is known">
          <ElRadioButton value="guessed">guessed</ElRadioButton>
          <ElRadioButton value="weighed">weighed</ElRadioButton>
        </ElRadioGroup>
        <ElButton aria-label="Leave this out" @click="draft.contents.splice(i, 1)">×</ElButton>
      </div>
      <p v-if="errors['/contents']" class="wrong" role="alert">{{ errors['/contents'] }}</p>
      <ElButton @click="addContent">Something else is in it</ElButton>
      <LabeledField v-slot="{ id }" label="Note">
        <ElInput :id="id" v-model="draft.note" maxlength="2000" />
      </LabeledField>
    </div>
  </details>
</template>

<style scoped>
summary {
  min-height: 44px;
  color: var(--juniper);
  line-height: 44px;
  cursor: pointer;
}

.inside {
  padding-top: 4px;
}

.three {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(136px, 1fr));
  gap: 12px;
}

.content .el-select {
  flex: 1;
  min-width: 150px;
}

.share {
  width: 64px;
}

.few {
  width: 70px;
}

.measure {
  width: 150px;
}
</style>
