<script setup lang="ts">
import WorkedExample from '~/features/examples/WorkedExample.vue'
import { formatMass } from '~/format/quantities'
import type { BasketRow, BasketView } from '~~/shared/views/basket/basket'
import type { Piece } from '~~/shared/schemas/basket/piece'
import BasketList from '~/features/basket/BasketList.vue'
import BasketNav from '~/features/basket/BasketNav.vue'
import ChosenPanel from '~/features/basket/ChosenPanel.vue'
import PieceForm from '~/features/basket/PieceForm.vue'
import PieceSheet from '~/features/basket/PieceSheet.vue'
import { LEVEL_WORDS } from '~/features/basket/readiness'
import TrialSet from '~/features/basket/TrialSet.vue'
import { first } from '~~/core/present'

const api = useApi()
const route = useRoute()
const chosen = useChosen()
const session = useSession()

const { data: view, failure } = useLoaded(() => api.get<BasketView>('basket'))
const level = ref('')
const setId = ref('')
const find = ref('')
const asked = ref('')
let timer: ReturnType<typeof setTimeout> | undefined
watch(find, (words) => {
  clearTimeout(timer)
  timer = setTimeout(() => (asked.value = words.trim()), 200)
})
const filter = computed(() => ({ level: level.value, setId: setId.value, find: asked.value }))

const pieceId = computed(() => (typeof route.query.piece === 'string' ? route.query.piece : ''))
const isTrial = computed(() => route.query.trial !== undefined)
const isNew = computed(() => route.query.new !== undefined)
const { data: opened } = useLoaded(async () => {
  if (!pieceId.value) return null
  const [piece, { item }] = await Promise.all([
    api.get<Piece>(`pieces/${pieceId.value}`),
    api.post<{ rows: BasketRow[] }>('basket/named', { ids: [pieceId.value] }),
  ])
  return { piece, row: first(item.rows) }
}, pieceId)
watch(
  () => session.version,
  () => void chosen.refresh(),
)

const levels = computed(() => [
  ...(view.value?.levels ?? []).filter(
    ({ level: each, count }) => count > 0 || each === 'mordanted' || each === 'bare',
  ),
])
const isPicked = computed(() => pieceId.value || isTrial.value || isNew.value)

const toggle = (wanted: string) => (level.value = level.value === wanted ? '' : wanted)

/** All pieces of the set that is shown, in one go. */
async function takeSet() {
  const { rows } = await api.get<{ rows: BasketRow[] }>('basket/rows', {
    setId: setId.value,
    limit: 200,
  })
  chosen.add(rows)
}

function showSet(id: string) {
  setId.value = id
  void navigateTo('/basket')
  void takeSet()
}

const form = ref<InstanceType<typeof PieceForm> | null>(null)
async function weighNew() {
  if (!form.value) await navigateTo('/basket?new=')
  await nextTick()
  form.value?.focus()
}
useStationKeys({ n: () => void weighNew() })
useHead({ title: 'Basket · Juniper Haze' })
</script>

<template>
  <h1 class="sr-only">Basket</h1>
  <BasketNav />
  <div class="basket" :class="{ picked: isPicked, hand: chosen.rows.length > 0 }">
    <section class="stack tight list" aria-label="What is in the basket">
      <p v-if="failure" class="wrong" role="alert">{{ failure }}</p>
      <div class="row levels" role="group" aria-label="What it is ready for">
        <button
          v-for="each in levels"
          :key="each.level"
          type="button"
          class="level"
          :aria-pressed="level === each.level"
          @click="toggle(each.level)"
        >
          <strong>{{ each.count }}</strong>
          <span>{{ LEVEL_WORDS[each.level] }}</span>
          <span class="quiet">{{ formatMass(each.dryG) }}</span>
        </button>
        <button
          v-if="view?.dyed"
          type="button"
          class="level"
          :aria-pressed="level === 'dyed'"
          @click="toggle('dyed')"
        >
          <strong>{{ view.dyed }}</strong> <span>{{ LEVEL_WORDS.dyed }}</span>
        </button>
      </div>
      <div class="row tools">
        <ElInput
          v-model="find"
          placeholder="Find by code, name, fibre, mark"
          aria-label="Find a piece"
          clearable
          class="find"
        />
        <ElSelect
          v-model="setId"
          clearable
          :value-on-clear="''"
          placeholder="every set"
          aria-label="Set"
          class="set"
        >
          <ElOption
            v-for="set in view?.sets ?? []"
            :key="set.id"
            :value="set.id"
            :label="`${set.name}, ${set.count}`"
          />
        </ElSelect>
        <ElButton v-if="setId" @click="takeSet">Take all of it</ElButton>
        <NuxtLink to="/basket?new=" class="el-button weigh">Weigh pieces in</NuxtLink>
        <NuxtLink to="/basket?trial=" class="el-button">Trial set</NuxtLink>
      </div>
      <BasketList :filter="filter" :current="pieceId">
        <template #empty>
          <template v-if="filter.find || filter.level || filter.setId"
            >Nothing here is so.</template
          >
          <template v-else>
            The basket is empty. Weigh in a piece, dry, before it is wetted.
            <WorkedExample station="basket" />
          </template>
        </template>
      </BasketList>
    </section>
    <div class="stack sheet">
      <div v-if="isPicked" class="back">
        <NuxtLink to="/basket" class="el-button">All pieces</NuxtLink>
      </div>
      <ChosenPanel v-if="chosen.rows.length && !pieceId && !isTrial && !isNew" />
      <TrialSet v-if="isTrial" @made="showSet" />
      <PieceSheet
        v-else-if="pieceId && opened?.piece.id === pieceId"
        :key="`${pieceId}-${opened.piece.rev}`"
        :piece="opened.piece"
        :row="opened.row"
      />
      <PieceForm v-else-if="!chosen.rows.length || isNew" ref="form" />
    </div>
  </div>
</template>

<style scoped>
.basket {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 540px;
  gap: 20px;
  align-items: start;
}

.levels {
  gap: 8px;
}

.level {
  display: flex;
  flex-wrap: wrap;
  align-items: baseline;
  gap: 0 7px;
  min-height: 44px;
  padding: 8px 14px;
  border: 1px solid var(--line);
  border-radius: var(--corner);
  background: var(--panel);
  color: inherit;
  cursor: pointer;
}

.level strong {
  font-size: 20px;
}

.level:hover {
  border-color: var(--juniper);
}

.level[aria-pressed='true'] {
  border-color: var(--juniper);
  background: var(--juniper-pale);
}

.tools {
  gap: 8px;
}

.find {
  flex: 1;
  min-width: 150px;
}

.set {
  width: 170px;
}

.weigh,
.back {
  display: none;
}

@media (max-width: 1100px) {
  .basket {
    grid-template-columns: minmax(0, 1fr) 420px;
  }
}

@media (max-width: 960px) {
  .basket {
    grid-template-columns: minmax(0, 1fr);
  }

  .picked .list,
  .basket:not(.picked, .hand) .sheet {
    display: none;
  }

  .hand .list {
    padding-bottom: 150px;
  }

  .weigh,
  .back {
    display: inline-flex;
  }
}
</style>
