<script setup lang="ts">
import { USEFUL_SHARE } from '~~/core/bath/water-budget'
import { vesselGuards } from '~~/core/safety/vessel-guards'
import { formatMass, formatVolume, inUnits } from '~/format/quantities'
import type { Vessel } from '~~/shared/schemas/pot/vessel'
import VesselForm from './VesselForm.vue'

/** One vessel: what it is, what it usefully holds, and what its metal does. */
const { vessel } = defineProps<{ vessel: Vessel }>()
const api = useApi()
const { failure, busy, write } = useWrite()
const editing = ref(false)
const guards = computed(() => vesselGuards(vessel, { ph: null, bringsAcid: false, tempC: null }))
const setAside = () =>
  write(
    () => api.post<Vessel>(`vessels/${vessel.id}/set-aside`, {}, vessel.rev),
    `Set the ${vessel.name} aside.`,
  )
</script>

<template>
  <VesselForm v-if="editing" :vessel="vessel" @saved="editing = false" />
  <article v-else class="line">
    <div>
      <strong>{{ vessel.name }}</strong>{{ ' '
      }}<span class="quiet"> {{ vessel.material }}{{ vessel.isDyeOnly ? ', dye only' : '' }}</span>
      <p class="quiet">
        {{ formatVolume(vessel.fullL) }} full,
        {{ formatVolume(USEFUL_SHARE * vessel.fullL, 2) }} useful{{
          vessel.emptyG === null ? '' : `, ${formatMass(vessel.emptyG)} empty`
        }}
      </p>
      <p v-for="guard in guards" :key="guard.code" class="caution">{{ inUnits(guard.words) }}</p>
      <p v-if="failure" class="wrong" role="alert">{{ failure }}</p>
    </div>
    <div class="row">
      <ElButton @click="editing = true">Put right</ElButton>
      <ElButton :loading="busy" @click="setAside">Set aside</ElButton>
    </div>
  </article>
</template>

<style scoped>
.line {
  display: flex;
  gap: 12px;
  align-items: start;
  justify-content: space-between;
  padding: 10px 14px;
  border: 1px solid var(--line);
  border-radius: var(--corner);
  background: var(--panel);
}

.row {
  flex: none;
}

.caution {
  color: var(--ochre);
  font-size: var(--text-small);
}
</style>
