<script setup lang="ts">
import SetOutForm from '~/features/fastness/SetOutForm.vue'
import SetSheet from '~/features/fastness/SetSheet.vue'
import SourceVerdicts from '~/features/fastness/SourceVerdicts.vue'
import { setFacts, setTitle } from '~/features/fastness/set-words'
import { useLook } from '~/features/fastness/useLook'
import { useSetOut } from '~/features/fastness/useSetOut'
import SwatchNav from '~/features/swatch/SwatchNav.vue'
import type { FastnessView, TestSet } from '~~/shared/views/fastness/fastness'
import { localToday } from '~/format/dates'

/** Whether colours last: strips, washes, rubs and drops, what hangs now, and what they said. */
const api = useApi()
const route = useRoute()
const router = useRouter()
const { data: view, failure } = useLoaded(() =>
  api.get<FastnessView>('fastness', { on: localToday() }),
)
const asked = computed(() => (typeof route.query.set === 'string' ? route.query.set : ''))
const chosen = computed((): TestSet | null => {
  const sets = view.value?.sets ?? []
  return sets.find(({ key }) => key === asked.value) ?? sets[0] ?? null
})
const out = useSetOut()
const look = useLook(() => chosen.value)
onMounted(() => {
  const { swatch } = route.query
  if (typeof swatch !== 'string') return
  out.draft.swatchIds = [swatch]
  out.isOpen = true
})

const go = (set: string) => router.replace({ query: { set } })
async function setOut() {
  const key = await out.keep()
  if (key) await go(key)
}
useHead({ title: 'Will it last · Juniper Haze' })
</script>

<template>
  <SwatchNav />
  <div class="page-head">
    <h1>Will it last</h1>
    <span class="quiet">light, washing, rubbing and drops, measured on your own swatches</span>
    <p v-if="failure" class="wrong" role="alert">{{ failure }}</p>
    <ElButton v-if="!out.isOpen" type="primary" class="end" @click="out.isOpen = true"
      >Set out a test</ElButton
    >
  </div>
  <div v-if="view" class="lasting">
    <div class="stack main">
      <SetSheet
        v-if="chosen"
        v-model:draft="look.draft"
        :set="chosen"
        :look="look"
        @keep="look.keep()"
        @close="look.isOpen = false"
      />
      <section v-else class="panel" aria-label="Nothing yet">
        <p>
          Nothing hangs yet. Cover half of a swatch, put it in a window and say so here: each look
          at it tells how fast its colour goes, and how sure that is.
        </p>
      </section>
    </div>
    <div class="stack side">
      <section v-if="out.isOpen" class="panel">
        <SetOutForm
          v-model:draft="out.draft"
          :form="out"
          @kept="setOut"
          @close="out.isOpen = false"
        />
      </section>
      <SourceVerdicts v-if="chosen && !out.isOpen" :set="chosen" />
      <section v-if="view.sets.length" class="panel stack tight" aria-labelledby="sets">
        <h2 id="sets">Tests</h2>
        <ul class="sets">
          <li v-for="set in view.sets" :key="set.key">
            <button
              type="button"
              class="set"
              :aria-pressed="set.key === chosen?.key"
              @click="go(set.key)"
            >
              <span class="hexes" aria-hidden="true">
                <span
                  v-for="each in set.tests.slice(0, 6)"
                  :key="each.test.id"
                  :style="{ background: each.hex ?? '#e4e5ea' }"
                />
              </span>
              <span>
                <strong>{{ setTitle(set) }}</strong>
                <span class="quiet">{{ setFacts(set) }}</span>
                <span v-if="set.isDue" class="due">wants a look</span>
              </span>
            </button>
          </li>
        </ul>
      </section>
    </div>
  </div>
</template>

<style scoped>
.lasting {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 372px;
  gap: 16px;
  align-items: start;
}

.sets {
  display: grid;
  margin: 0;
  padding: 0;
  list-style: none;
}

.set {
  display: grid;
  grid-template-columns: 54px minmax(0, 1fr);
  gap: 10px;
  width: 100%;
  min-height: 44px;
  padding: 8px 4px;
  border: 0;
  border-top: 1px solid var(--line);
  background: none;
  color: inherit;
  font: inherit;
  text-align: left;
  cursor: pointer;
}

.set[aria-pressed='true'] {
  background: var(--wash, #eef1ee);
}

.set .quiet {
  display: block;
  font-size: 13px;
}

.due {
  color: var(--ochre);
  font-weight: 600;
}

.hexes {
  display: grid;
  grid-template-columns: repeat(3, 1fr);
  gap: 2px;
  align-content: start;
}

.hexes span {
  height: 18px;
  border-radius: 3px;
}

@media (max-width: 960px) {
  .lasting {
    grid-template-columns: minmax(0, 1fr);
  }

  /* what hangs is chosen before it is looked at */
  .side {
    order: -1;
  }
}
</style>
