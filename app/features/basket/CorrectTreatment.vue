<script setup lang="ts">
import { MORDANT_KEYS, MORDANTS, type Agent } from '~~/catalogue/agents'
import { BATH_HEATS } from '~~/core/mordant/bath-steps'
import type { NewTreatment, Treatment } from '~~/shared/schemas/basket/treatment'

/** An entry of a piece's history as it should have read; a day left empty is one nobody knows. */
const { treatment } = defineProps<{ treatment: Treatment }>()
const emit = defineEmits<{ keep: [NewTreatment]; takeBack: []; leave: [] }>()

const edit = reactive({
  doneOn: treatment.doneOn,
  agent: treatment.agent,
  percentWof: treatment.percentWof,
  finish: treatment.finish,
  heat: treatment.heat,
})
const isMordant = computed(() => treatment.kind === 'mordant')
const FINISH_WORDS = { dried: 'dried', heldWet: 'held wet' } as const
const HEAT_WORDS = {
  hot: BATH_HEATS.hot.label,
  warm: BATH_HEATS.warm.label,
  cold: BATH_HEATS.cold.label,
}

const keep = () =>
  emit('keep', {
    kind: treatment.kind,
    doneOn: edit.doneOn,
    ...(edit.agent && { agent: edit.agent }),
    ...(edit.percentWof !== null && { percentWof: edit.percentWof }),
    ...(edit.finish && { finish: edit.finish }),
    ...(edit.heat && { heat: edit.heat }),
    note: treatment.note,
  })
</script>

<template>
  <form class="inset stack tight" @submit.prevent="keep">
    <div class="fields">
      <DateField v-model="edit.doneOn" label="Done on, if known" />
      <template v-if="isMordant">
        <LabeledField v-slot="{ id }" label="Mordant">
          <ElSelect
            :id="id"
            :model-value="edit.agent"
            @update:model-value="edit.agent = $event as Agent"
          >
            <ElOption
              v-for="key in MORDANT_KEYS"
              :key="key"
              :value="key"
              :label="MORDANTS[key].label"
            />
          </ElSelect>
        </LabeledField>
        <NumberField v-model="edit.percentWof" label="of the fibre, if known" unit="%" />
        <KnownSelect v-model="edit.heat" label="The bath was" :words="HEAT_WORDS" />
        <KnownSelect v-model="edit.finish" label="Then" :words="FINISH_WORDS" />
      </template>
    </div>
    <p class="quiet">Left empty, the day counts as before the pots it has been through.</p>
    <div class="row">
      <ElButton native-type="submit" type="primary">Keep it so</ElButton>
      <ElButton @click="emit('takeBack')">It never was</ElButton>
      <ElButton @click="emit('leave')">Leave it</ElButton>
    </div>
  </form>
</template>

<style scoped>
.fields {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(130px, 1fr));
  gap: 8px 10px;
}
</style>
