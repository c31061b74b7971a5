<script setup lang="ts">
import type { Settings } from '~~/shared/schemas/log/settings'
import type { Vessel } from '~~/shared/schemas/pot/vessel'
import KitSettings from '~/features/kit/KitSettings.vue'
import ScaleBench from '~/features/kit/ScaleBench.vue'
import VesselForm from '~/features/kit/VesselForm.vue'
import VesselLine from '~/features/kit/VesselLine.vue'
import PotNav from '~/features/pot/PotNav.vue'

const api = useApi()
const { data, failure } = useLoaded(async () => {
  const [vessels, settings] = await Promise.all([
    api.all<Vessel>('vessels'),
    api.get<Settings>('settings'),
  ])
  return { vessels, settings }
})
const adding = ref(false)
useStationKeys({ n: () => (adding.value = true) })
useHead({ title: 'Kit · Juniper Haze' })
</script>

<template>
  <PotNav />
  <div class="page-head">
    <h1>Kit</h1>
    <span class="quiet">vessels, burners, hours and instruments</span>
    <p v-if="failure" class="wrong" role="alert">{{ failure }}</p>
    <div class="end row">
      <ElButton type="primary" aria-keyshortcuts="n" @click="adding = !adding"
        >A new vessel</ElButton
      >
    </div>
  </div>
  <div v-if="data" class="halves">
    <section class="stack tight" aria-labelledby="vessels">
      <h2 id="vessels">
        Vessels <span class="quiet">{{ data.vessels.length }}</span>
      </h2>
      <VesselForm v-if="adding" @saved="adding = false" />
      <VesselLine v-for="vessel in data.vessels" :key="vessel.id" :vessel="vessel" />
      <p v-if="!data.vessels.length && !adding" class="quiet">
        Write your pots and jars down once, with what they hold: the planner then says whether a
        bath fits.
      </p>
      <PlainCaution>
        Dye pots, spoons and jars never go back to the kitchen. Acid is never put into zinc.
      </PlainCaution>
    </section>
    <div class="stack">
      <KitSettings :settings="data.settings" />
      <ScaleBench v-if="data.settings.scale !== 'none'" />
    </div>
  </div>
</template>

<style scoped>
.halves {
  display: grid;
  grid-template-columns: minmax(0, 1fr) minmax(0, 1.1fr);
  gap: 20px;
  align-items: start;
}

@media (max-width: 900px) {
  .halves {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
