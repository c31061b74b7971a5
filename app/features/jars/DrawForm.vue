<script setup lang="ts">
import { formatMass, formatVolume } from '~/format/quantities'
import { newId } from '~~/shared/ids'
import { drawJarSchema, type DrawJar, type JarView } from '~~/shared/schemas/loft/jar'
import type { Lot } from '~~/shared/schemas/loft/lot'
import { timeOf, type NotedAt } from '~/format/noted-at'

/** Liquor drawn off, or all of it strained: it becomes stock, and the spent stuff may too. */
const { jar, strain, when } = defineProps<{ jar: JarView; strain: boolean; when: NotedAt }>()
const emit = defineEmits<{ done: [] }>()

const api = useApi()
const { saving, failure, errors, save } = useSave()
const volumeL = ref<number | null>(null)
const keepSpent = ref(false)
const spentG = ref<number | null>(null)
const spentState = ref<'fresh' | 'dried'>('fresh')

const standsFor = computed(() =>
  volumeL.value === null || jar.liquorL <= 0
    ? null
    : ((jar.dryG - jar.drawnDryG) * Math.min(volumeL.value, jar.liquorL)) / jar.liquorL,
)

async function keep() {
  const body = {
    id: newId(),
    roundId: newId(),
    volumeL: volumeL.value ?? undefined,
    ...timeOf(when),
    strain,
    ...(keepSpent.value && {
      spent: { id: newId(), massG: spentG.value ?? undefined, state: spentState.value },
    }),
  }
  const liquor = await save<DrawJar, Lot>(
    drawJarSchema,
    body,
    (checked) => api.post<Lot>(`moves/draw/${jar.id}`, checked),
    ({ code, netG }) => `${formatVolume(netG / 1000)} of ${jar.code} are ${code} now.`,
  )
  if (liquor) emit('done')
}
</script>

<template>
  <form
    class="inset stack tight"
    :aria-label="strain ? 'Strain' : 'Draw off'"
    @submit.prevent="keep"
  >
    <PlainCaution>Open it slowly, by an open window or outdoors.</PlainCaution>
    <QuantityField
      v-model="volumeL"
      kind="volume"
      :label="strain ? 'Liquor that came through the cloth' : 'Liquor drawn off'"
      :error="errors['/volumeL']"
      :hint="
        standsFor === null
          ? `${formatVolume(jar.liquorL)} were poured in; the stuff keeps some`
          : `stands for ${formatMass(standsFor)} of dry plant`
      "
    />
    <template v-if="strain">
      <ElCheckbox v-model="keepSpent">Keep the spent stuff</ElCheckbox>
      <div v-if="keepSpent" class="row">
        <QuantityField v-model="spentG" label="It weighs" :error="errors['/spent/massG']" />
        <ElRadioGroup v-model="spentState" aria-label="State of the spent stuff">
          <ElRadioButton value="fresh">wet</ElRadioButton>
          <ElRadioButton value="dried">dried</ElRadioButton>
        </ElRadioGroup>
      </div>
    </template>
    <p v-if="failure" class="wrong" role="alert">{{ failure }}</p>
    <ElButton type="primary" native-type="submit" :loading="saving">{{
      strain ? 'Strain, and end the jar' : 'Draw off'
    }}</ElButton>
  </form>
</template>
