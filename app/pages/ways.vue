<script setup lang="ts">
import { inUnits } from '~/format/quantities'
import { WAY_KEYS, wayFacts, type Way } from '~~/catalogue/ways'
import type { OwnWay } from '~~/shared/schemas/pot/own-way'
import PotNav from '~/features/pot/PotNav.vue'
import EditWay from '~/features/ways/EditWay.vue'
import WaySteps from '~/features/ways/WaySteps.vue'

const api = useApi()
const { data, failure } = useLoaded(() => api.all<OwnWay>('ways'))
const openKey = ref<string>('simmer')
const own = computed(() => data.value?.find(({ id }) => id === openKey.value) ?? null)
const way = computed<Way>(() => own.value?.basedOn ?? (openKey.value as Way))
const facts = computed(() => wayFacts(way.value))
const steps = computed(() => own.value?.steps ?? facts.value.steps)
const editing = ref<'' | 'copy' | 'change'>('')
watch(openKey, () => (editing.value = ''))
useHead({ title: 'Ways · Juniper Haze' })
</script>

<template>
  <PotNav />
  <p v-if="failure" class="wrong" role="alert">{{ failure }}</p>
  <div class="panes">
    <nav class="stack list" aria-label="Ways">
      <template v-if="data?.length">
        <h2>Yours</h2>
        <button
          v-for="each in data"
          :key="each.id"
          type="button"
          class="way"
          :class="{ open: openKey === each.id }"
          :aria-pressed="openKey === each.id"
          @click="openKey = each.id"
        >
          {{ each.name }} <span class="quiet">after {{ wayFacts(each.basedOn).label }}</span>
        </button>
      </template>
      <h2>Common ways</h2>
      <button
        v-for="key in WAY_KEYS"
        :key="key"
        type="button"
        class="way"
        :class="{ open: openKey === key }"
        :aria-pressed="openKey === key"
        @click="openKey = key"
      >
        {{ wayFacts(key).label }}
      </button>
    </nav>
    <section class="panel stack tight" aria-labelledby="way">
      <div class="page-head">
        <h1 id="way">{{ own?.name ?? facts.label }}</h1>
        <span class="quiet">{{ own ? 'yours' : 'common practice, no source' }}</span>
        <div class="end row">
          <ElButton @click="editing = editing === 'copy' ? '' : 'copy'">Copy it as yours</ElButton>
          <ElButton
            v-if="own"
            type="primary"
            @click="editing = editing === 'change' ? '' : 'change'"
            >Change it</ElButton
          >
        </div>
      </div>
      <p>{{ inUnits(facts.words) }}</p>
      <EditWay
        v-if="editing"
        :key="editing + openKey"
        :based-on="way"
        :steps="steps"
        :own="editing === 'change' ? own : null"
        @saved="(id) => ((editing = ''), (openKey = id))"
      />
      <WaySteps v-else :steps="steps" />
      <PlainCaution :level="facts.brings.includes('ammonia') ? 'grave' : 'mind'">{{
        facts.caution
      }}</PlainCaution>
    </section>
  </div>
</template>

<style scoped>
.panes {
  display: grid;
  grid-template-columns: 280px minmax(0, 1fr);
  gap: 18px;
  align-items: start;
}

.way {
  display: block;
  width: 100%;
  min-height: 40px;
  padding: 6px 14px;
  border: 1px solid transparent;
  border-radius: var(--corner);
  background: none;
  color: inherit;
  text-align: left;
  cursor: pointer;
}

.way:hover {
  border-color: var(--line-firm);
}

.way.open {
  border-color: var(--juniper);
  background: var(--panel);
  box-shadow: inset 3px 0 0 var(--juniper);
}

.list {
  gap: 2px;
}

@media (max-width: 760px) {
  .panes {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
