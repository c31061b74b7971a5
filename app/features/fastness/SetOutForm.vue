<script setup lang="ts">
import { BLUE_WOOLS } from '~~/core/fastness/blue-wool'
import FormEnd from './FormEnd.vue'
import SwatchesSelect from './SwatchesSelect.vue'
import { DROP_CHOICES, FACING_CHOICES, KINDS, SKY_CHOICES } from './choices'
import type { useSetOut } from './useSetOut'

/** Tests of several swatches, set out together. */
const { form } = defineProps<{ form: ReturnType<typeof useSetOut> }>()
const draft = defineModel<ReturnType<typeof useSetOut>['draft']>('draft', { required: true })
defineEmits<{ kept: []; close: [] }>()
</script>

<template>
  <form class="stack tight" aria-labelledby="set-out" @submit.prevent="$emit('kept')">
    <h2 id="set-out">Set out a test</h2>
    <ElRadioGroup v-model="draft.kind" aria-label="Tested by">
      <ElRadioButton v-for="{ value, label } in KINDS" :key="value" :value="value">{{
        label
      }}</ElRadioButton>
    </ElRadioGroup>
    <SwatchesSelect v-model="draft.swatchIds" label="Swatches" />
    <template v-if="draft.kind === 'light'">
      <p class="quiet">
        Cover half of each with card that lets no light through, and hang them together.
      </p>
      <div class="two">
        <ChoiceSelect v-model="draft.facing" label="They hang in" :options="FACING_CHOICES" />
        <ChoiceSelect v-model="draft.sky" label="Sky over those days" :options="SKY_CHOICES" />
      </div>
      <LabeledField v-slot="{ id }" label="Blue-wool references beside them, if you have any">
        <ElCheckboxGroup :id="id" v-model="draft.blueWools" class="wools">
          <ElCheckboxButton v-for="step in BLUE_WOOLS" :key="step" :value="step">{{
            step
          }}</ElCheckboxButton>
        </ElCheckboxGroup>
      </LabeledField>
    </template>
    <template v-else-if="draft.kind === 'wash'">
      <p class="quiet">Sew a piece of white cotton to each: what it takes up is the stain.</p>
      <div class="two">
        <QuantityField v-model="draft.tempC" kind="temperature" label="How hot" />
        <LabeledField v-slot="{ id }" label="With what soap">
          <ElInput :id="id" v-model="draft.soap" placeholder="not known" />
        </LabeledField>
      </div>
    </template>
    <p v-else-if="draft.kind === 'rub'" class="quiet">
      Rub ten times with white cotton over a finger: once dry, once damp. What the cotton takes up
      is read.
    </p>
    <template v-else>
      <p class="quiet">
        One drop, left to dry; then rinse it, and look whether it comes back. Acids and soda: mind
        your eyes and skin.
      </p>
      <div class="two">
        <ChoiceSelect v-model="draft.agent" label="A drop of" :options="DROP_CHOICES" />
        <LabeledField v-slot="{ id }" label="More of it">
          <ElInput :id="id" v-model="draft.dropWords" placeholder="5 %, or what it was" />
        </LabeledField>
      </div>
    </template>
    <LabeledField v-slot="{ id }" label="Where, in your words">
      <ElInput :id="id" v-model="draft.place" placeholder="kitchen window" />
    </LabeledField>
    <div class="two">
      <DateField v-model="draft.begunOn" label="Begun on" hint="Empty: not known" />
      <DateField
        v-if="draft.kind === 'light' || draft.kind === 'wash'"
        v-model="draft.lookOn"
        label="Look again on"
        ahead
      />
    </div>
    <FormEnd
      keep="Set it out"
      leave="Not now"
      :saving="form.saving"
      :failure="form.failure"
      :errors="form.errors"
      @leave="$emit('close')"
    />
  </form>
</template>

<style scoped>
.two {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 10px;
}

.wools :deep(.el-checkbox-button__inner) {
  min-width: 40px;
  height: 44px;
  padding: 0 10px;
  line-height: 42px;
}

@media (max-width: 600px) {
  .two {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
