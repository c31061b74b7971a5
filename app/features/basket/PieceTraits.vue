<script setup lang="ts">
import { FIBRE_KEYS, FIBRES, type Fibre } from '~~/catalogue/fibres'
import { CLOTH_CLASSES, type ClothClass } from '~~/core/fibre/typical-weight'
import { BASES, type Base } from '~~/shared/schemas/basket/piece'

/** What else a piece is: seldom asked, never needed. */
interface TraitsDraft {
  form: string
  base: Base
  fibre: Fibre
  other: Fibre | 'none'
  otherPercent: number | null
  preShrunk: boolean
  widthCm: number | null
  lengthCm: number | null
  cloth: ClothClass | ''
  metresPer100G: number | null
  soldAsG: number | null
}

const { draft, shrinks, error } = defineProps<{
  draft: TraitsDraft
  shrinks: readonly [number, number] | null
  error: (field: string) => string | undefined
}>()

const isCloth = computed(() => draft.form === 'cloth' || draft.form === 'garment')
</script>

<template>
  <!-- eslint-disable vue/no-mutating-props -- a reactive draft that both sides edit -->
  <div class="stack tight">
    <div class="two">
      <LabeledField v-slot="{ id }" label="In a word">
        <ElSelect :id="id" v-model="draft.base">
          <ElOption v-for="base in BASES" :key="base" :value="base" :label="base" />
        </ElSelect>
      </LabeledField>
      <LabeledField v-slot="{ id }" label="Blended with">
        <ElSelect :id="id" v-model="draft.other" filterable>
          <ElOption value="none" label="nothing" />
          <ElOption
            v-for="key in FIBRE_KEYS.filter((each) => each !== draft.fibre)"
            :key="key"
            :value="key"
            :label="FIBRES[key].label"
          />
        </ElSelect>
      </LabeledField>
      <NumberField
        v-if="draft.other !== 'none'"
        v-model="draft.otherPercent"
        :label="`of it ${FIBRES[draft.other].label}`"
        unit="%"
        :error="error('blend/0/percent')"
      />
      <template v-if="isCloth">
        <NumberField v-model="draft.widthCm" label="Width" unit="cm" :error="error('widthCm')" />
        <NumberField v-model="draft.lengthCm" label="Length" unit="cm" :error="error('lengthCm')" />
        <LabeledField v-slot="{ id }" label="Not weighed? It is">
          <ElSelect :id="id" v-model="draft.cloth" clearable placeholder="weighed">
            <ElOption
              v-for="(gsm, cloth) in CLOTH_CLASSES"
              :key="cloth"
              :value="cloth"
              :label="`${cloth}, about ${gsm} g per m²`"
            />
          </ElSelect>
        </LabeledField>
      </template>
      <NumberField
        v-if="draft.form === 'yarn'"
        v-model="draft.metresPer100G"
        label="Thickness"
        unit="m per 100 g"
        :error="error('metresPer100G')"
      />
      <QuantityField
        v-model="draft.soldAsG"
        label="Its band says"
        hint="a wet skein is told by it"
        :error="error('soldAsG')"
      />
    </div>
    <ElCheckbox v-if="shrinks" v-model="draft.preShrunk">
      pre-shrunk: it loses {{ shrinks[0] }} to {{ shrinks[1] }} % of its length otherwise
    </ElCheckbox>
  </div>
</template>

<style scoped>
.two {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 8px 12px;
}
</style>
