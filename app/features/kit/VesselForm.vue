<script setup lang="ts">
import { VESSEL_MATERIALS, type VesselMaterial } from '~~/core/safety/vessel-guards'
import { newId } from '~~/shared/ids'
import {
  newVesselSchema,
  vesselChangeSchema,
  type NewVessel,
  type Vessel,
  type VesselChange,
} from '~~/shared/schemas/pot/vessel'
import { notGiven } from '~~/core/present'

/** A vessel, new or put right. */
const { vessel = null } = defineProps<{ vessel?: Vessel | null }>()
const emit = defineEmits<{ saved: [] }>()
const api = useApi()
const { saving, failure, errors, save } = useSave()
const id = newId()

const form = reactive({
  name: vessel?.name ?? '',
  material: (vessel?.material ?? 'steel') as VesselMaterial,
  fullL: vessel?.fullL ?? notGiven<number>(),
  emptyG: vessel?.emptyG ?? notGiven<number>(),
  isDyeOnly: vessel?.isDyeOnly ?? true,
  note: vessel?.note ?? '',
})

async function keep() {
  const words = (item: Vessel) => `Kept the ${item.name}.`
  const saved = vessel
    ? await save<VesselChange, Vessel>(
        vesselChangeSchema,
        { ...form },
        (body) => api.patch<Vessel>(`vessels/${vessel.id}`, body, vessel.rev),
        words,
      )
    : await save<NewVessel, Vessel>(
        newVesselSchema,
        { id, ...form },
        (body) => api.post<Vessel>('vessels', body),
        words,
      )
  if (saved) emit('saved')
}
</script>

<template>
  <form class="inset stack tight" @submit.prevent="keep">
    <div class="grid">
      <LabeledField v-slot="{ id: field }" label="Name" :error="errors['/name']">
        <ElInput :id="field" v-model="form.name" placeholder="big steel pot" />
      </LabeledField>
      <LabeledField v-slot="{ id: field }" label="Of">
        <ElSelect :id="field" v-model="form.material">
          <ElOption v-for="each in VESSEL_MATERIALS" :key="each" :value="each" :label="each" />
        </ElSelect>
      </LabeledField>
      <QuantityField
        v-model="form.fullL"
        kind="volume"
        label="Holds, brim-full"
        :error="errors['/fullL']"
      />
      <QuantityField v-model="form.emptyG" label="Weighs, empty" :error="errors['/emptyG']" />
    </div>
    <ElCheckbox v-model="form.isDyeOnly" label="Marked as kept for dyeing" />
    <p v-if="failure" class="wrong" role="alert">{{ failure }}</p>
    <div class="row">
      <ElButton native-type="submit" type="primary" :loading="saving">Keep it</ElButton>
      <ElButton @click="emit('saved')">Leave it</ElButton>
    </div>
  </form>
</template>

<style scoped>
.grid {
  display: grid;
  grid-template-columns: repeat(2, minmax(0, 1fr));
  gap: 8px 12px;
}
</style>
