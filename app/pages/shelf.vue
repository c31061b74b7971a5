<script setup lang="ts">
import { AGENTS, FORM_WORDS, NOT_OFFERED, type Agent } from '~~/catalogue/agents'
import { formatMass } from '~/format/quantities'
import type { ShelfView } from '~~/shared/views/loft/shelf'
import BasketNav from '~/features/basket/BasketNav.vue'
import ShelfForm from '~/features/shelf/ShelfForm.vue'
import ShelfJar from '~/features/shelf/ShelfJar.vue'

const api = useApi()
const { data: view, failure } = useLoaded(() => api.get<ShelfView>('stores'))
const asked = ref<Agent | null>(null)
const short = computed(() => (view.value?.plans ?? []).filter(({ toBuyG }) => toBuyG > 0))
const enough = computed(() => (view.value?.plans ?? []).filter(({ toBuyG }) => toBuyG === 0))
useHead({ title: 'Shelf · Juniper Haze' })
</script>

<template>
  <h1 class="sr-only">Shelf</h1>
  <BasketNav />
  <div class="shelf">
    <div class="stack">
      <p v-if="failure" class="wrong" role="alert">{{ failure }}</p>
      <section v-if="view?.plans.length" class="panel stack tight" aria-labelledby="wanted">
        <h2 id="wanted">What planned baths want</h2>
        <p v-for="plan in short" :key="plan.agent" class="row">
          <strong>Buy {{ formatMass(plan.toBuyG) }} {{ AGENTS[plan.agent].label }}</strong>
          <span class="quiet">
            {{ formatMass(plan.neededG) }} {{ FORM_WORDS[plan.form] ?? '' }} for
            {{ plan.baths.join(', ') }}, {{ formatMass(plan.onShelfG) }} here
          </span>
          <ElButton size="small" @click="asked = plan.agent">Weigh it in</ElButton>
        </p>
        <p v-for="plan in enough" :key="plan.agent" class="quiet">
          {{ AGENTS[plan.agent].label }}: {{ formatMass(plan.neededG) }} for
          {{ plan.baths.join(', ') }}, there is enough.
        </p>
      </section>
      <section class="stack tight" aria-labelledby="stands">
        <h2 id="stands">
          On the shelf <span class="quiet">{{ view?.items.length }}</span>
        </h2>
        <ShelfJar v-for="item in view?.items ?? []" :key="item.id" :item="item" />
        <p v-if="view && !view.items.length" class="quiet">
          Nothing stands here yet. Weigh in what you have, and baths draw it down.
        </p>
      </section>
    </div>
    <div class="stack">
      <ShelfForm :start-with="asked" />
      <section class="panel stack tight" aria-labelledby="not-offered">
        <h2 id="not-offered">Not offered here</h2>
        <p v-for="each in NOT_OFFERED" :key="each.label">
          <strong>{{ each.label }}</strong> <span class="quiet">{{ each.chemical }}</span><br />{{
            each.why
          }}
        </p>
      </section>
    </div>
  </div>
</template>

<style scoped>
.shelf {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 440px;
  gap: 20px;
  align-items: start;
}

@media (max-width: 960px) {
  .shelf {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
