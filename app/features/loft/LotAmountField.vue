<script setup lang="ts">
import { LIQUOR_G_PER_L } from '~~/core/jar/liquor'
import type { Lot } from '~~/shared/schemas/loft/lot'

/** An amount of a lot: on the scale, or by volume where it is a liquor; speaks to its page in g. */
const {
  lot,
  label,
  hint = '',
  error = '',
  bare = false,
} = defineProps<{
  lot: Pick<Lot, 'state'>
  label: string
  hint?: string
  error?: string
  bare?: boolean
}>()
const massG = defineModel<number | null>({ required: true })

const isLiquor = computed(() => lot.state === 'liquor')
const amount = computed({
  get: () => (isLiquor.value && massG.value !== null ? massG.value / LIQUOR_G_PER_L : massG.value),
  set: (value) => (massG.value = isLiquor.value && value !== null ? value * LIQUOR_G_PER_L : value),
})
</script>

<template>
  <QuantityField
    v-model="amount"
    :kind="isLiquor ? 'volume' : 'mass'"
    :label="label"
    :hint="hint"
    :error="error"
    :bare="bare"
  />
</template>
