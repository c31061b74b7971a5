<script setup lang="ts">
import type { Illuminant } from '~~/core/colour/weighting'
import type { useBeside } from './useBeside'
import type { UnwrapNestedRefs } from 'vue'

/** What a swatch is held against, and under which light. */
const { beside } = defineProps<{
  beside: UnwrapNestedRefs<ReturnType<typeof useBeside>>
  hasHoped: boolean
}>()
const choice = defineModel<string>('choice', { required: true })
const light = defineModel<Illuminant | 'all'>('light', { required: true })
const foundElsewhere = computed(() =>
  beside.found.filter(({ id }) => !beside.near.some((near) => near.id === id)),
)
</script>

<template>
  <div class="row on-grey">
    <label for="beside">beside</label>
    <ElSelect
      id="beside"
      v-model="choice"
      filterable
      remote
      :remote-method="beside.find"
      class="beside"
      aria-label="Beside which colour"
    >
      <ElOption value="bare" label="its bare fibre" />
      <ElOption v-if="hasHoped" value="hoped" label="what was hoped for" />
      <ElOption
        v-for="each in beside.near"
        :key="each.id"
        :value="each.id"
        :label="`${each.code} ${each.words}`"
      />
      <ElOption v-for="each in foundElsewhere" :key="each.id" :value="each.id" :label="each.code" />
    </ElSelect>
    <ElRadioGroup v-model="light" aria-label="Light">
      <ElRadioButton value="D65">daylight</ElRadioButton>
      <ElRadioButton value="A">lamp</ElRadioButton>
      <ElRadioButton value="F11">fluorescent</ElRadioButton>
      <ElRadioButton value="all">all three</ElRadioButton>
    </ElRadioGroup>
  </div>
</template>

<style scoped>
.on-grey {
  color: #16191b;
}

.beside {
  width: 190px;
}
</style>
