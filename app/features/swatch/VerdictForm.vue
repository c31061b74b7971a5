<script setup lang="ts">
import type { Swatch, SwatchChange, Verdict } from '~~/shared/schemas/swatch/swatch'
import { swatchChangeSchema } from '~~/shared/schemas/swatch/swatch'
import type { BoothView } from '~~/shared/views/swatch/booth'
import { labOfHex } from '~~/core/colour/screen-colour'
import type { GivenColour } from '~~/core/colour/screen-colour'

/** What is thought of it: again or not and why, what was hoped for, and what it cost. */
const { hand } = defineProps<{ hand: BoothView }>()
const api = useApi()
const { saving, failure, errors, save } = useSave()

const WORDS: Record<Verdict, string> = {
  again: 'again',
  change: 'changed',
  not: 'not again',
}
const verdict = ref<Verdict | null>(null)
const why = ref('')
const hoped = ref<GivenColour | null>(null)
const minutes = ref<number | null>(null)
watch(
  () => hand.swatch,
  (swatch) => {
    verdict.value = swatch.verdict
    why.value = swatch.verdictWhy
    hoped.value = swatch.hoped && { lab: swatch.hoped }
    minutes.value = swatch.attentionMin
  },
  { immediate: true },
)
const keep = () =>
  save<SwatchChange, Swatch>(
    swatchChangeSchema,
    {
      verdict: verdict.value,
      verdictWhy: why.value,
      attentionMin: minutes.value,
      hoped: hoped.value && ('lab' in hoped.value ? hoped.value.lab : labOfHex(hoped.value.hex)),
    },
    (body) => api.patch<Swatch>(`swatches/${hand.swatch.id}`, body, hand.swatch.rev),
    (item) => `${item.code}: ${item.verdict ? WORDS[item.verdict as Verdict] : 'no verdict'} kept.`,
  )
</script>

<template>
  <form class="panel stack tight" aria-labelledby="verdict" @submit.prevent="keep">
    <h2 id="verdict">Dye it so again?</h2>
    <ElRadioGroup
      :model-value="verdict ?? undefined"
      aria-labelledby="verdict"
      @update:model-value="verdict = $event as Verdict"
    >
      <ElRadioButton v-for="(words, each) in WORDS" :key="each" :value="each">{{
        words
      }}</ElRadioButton>
    </ElRadioGroup>
    <LabeledField v-slot="{ id }" label="Why" :error="errors['/verdictWhy']">
      <ElInput :id="id" v-model="why" type="textarea" :autosize="{ minRows: 1, maxRows: 4 }" />
    </LabeledField>
    <ColourEntry v-model="hoped" label="Hoped for" :error="errors['/hoped']" />
    <NumberField
      v-model="minutes"
      label="Attention it took"
      unit="min"
      :error="errors['/attentionMin']"
    />
    <p v-if="failure" class="wrong" role="alert">{{ failure }}</p>
    <div class="row">
      <ElButton native-type="submit" :loading="saving">Keep the verdict</ElButton>
      <NuxtLink :to="`/year?again=${hand.swatch.id}`">Plan it again</NuxtLink>
    </div>
  </form>
</template>
