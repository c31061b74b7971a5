<script setup lang="ts">
import WorkedExample from '~/features/examples/WorkedExample.vue'
import type { LoftLot, LoftView } from '~~/shared/views/loft/loft'
import LoftNav from '~/features/loft/LoftNav.vue'
import LotSheet from '~/features/loft/LotSheet.vue'
import { amountOf, dryOf, GROUP_WORDS, lineOf } from '~/features/loft/words'
import { localToday } from '~/format/dates'

const api = useApi()
const route = useRoute()
const { data: view, failure } = useLoaded(() => api.get<LoftView>('loft', { on: localToday() }))
const chosenId = computed(() => {
  const { lot } = route.query
  if (typeof lot === 'string') return lot
  return view.value?.groups.find(({ lots }) => lots.length)?.lots[0]?.id ?? null
})
const { data: chosen, failure: missing } = useLoaded(
  async () => (chosenId.value ? api.get<LoftLot>(`loft/${chosenId.value}`) : null),
  chosenId,
)
const isPicked = computed(() => typeof route.query.lot === 'string')
const filter = ref('')

const groups = computed(() => {
  const words = filter.value.trim().toLowerCase()
  const fits = (lot: LoftLot) =>
    !words || `${lot.code} ${lot.sourceName} ${lot.scientificName}`.toLowerCase().includes(words)
  return (view.value?.groups ?? [])
    .map((group) => ({ ...group, lots: group.lots.filter(fits) }))
    .filter(({ lots }) => lots.length)
})
const nothing = computed(() => view.value?.groups.every(({ count }) => count === 0))

useHead({ title: 'Loft · Juniper Haze' })
</script>

<template>
  <h1 class="sr-only">Loft</h1>
  <LoftNav />
  <div class="loft" :class="{ picked: isPicked }">
    <div class="stack heaps">
      <p v-if="failure" class="wrong" role="alert">{{ failure }}</p>
      <ElInput
        v-if="!nothing"
        v-model="filter"
        aria-label="Only those named"
        placeholder="code or name"
        clearable
      />
      <section v-for="{ group, count, lots } in groups" :key="group" :aria-labelledby="group">
        <h2 :id="group">
          {{ GROUP_WORDS[group].title }} <span class="quiet">{{ count }}</span>
        </h2>
        <ul class="tags">
          <li v-for="lot in lots" :key="lot.id">
            <SwingTag
              :code="lot.code"
              :hex="lot.hex"
              :figure="amountOf(lot)"
              :figure-note="lot.state === 'dried' ? '' : dryOf(lot)"
              :line="lineOf(lot)"
              :to="`/loft?lot=${lot.id}`"
              :current="lot.id === chosenId"
            >
              <template #name>{{ lot.sourceName }}</template>
            </SwingTag>
          </li>
        </ul>
        <p v-if="count > lots.length && !filter" class="quiet">
          and {{ count - lots.length }} more: find them by code with <kbd>/</kbd>
        </p>
      </section>
      <p v-if="nothing">
        Nothing in stock. <NuxtLink to="/walk">Weigh in</NuxtLink> what you gather, and its tag
        hangs here.
      </p>
      <WorkedExample v-if="nothing" station="loft" />
    </div>
    <div class="sheet">
      <NuxtLink v-if="isPicked" to="/loft" class="back">All stock</NuxtLink>
      <p v-if="missing" class="wrong" role="alert">{{ missing }}</p>
      <LotSheet v-if="chosen" :key="chosen.id" :lot="chosen" />
    </div>
  </div>
</template>

<style scoped>
.loft {
  display: grid;
  grid-template-columns: 440px minmax(0, 1fr);
  gap: 20px;
  align-items: start;
}

.heaps {
  position: sticky;
  top: 8px;
  max-height: calc(100vh - 130px);
  padding-right: 6px;
  overflow-y: auto;
}

.tags {
  display: grid;
  gap: 6px;
  margin-top: 6px;
}

.back {
  display: none;
}

@media (max-width: 960px) {
  .loft {
    grid-template-columns: minmax(0, 1fr);
  }

  .heaps {
    position: static;
    max-height: none;
  }

  .picked .heaps {
    display: none;
  }

  .loft:not(.picked) .sheet {
    display: none;
  }

  .back {
    display: inline-flex;
    align-items: center;
    min-height: 44px;
  }
}
</style>
