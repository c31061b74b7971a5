<script setup lang="ts">
import { AGENTS, type Agent } from '~~/catalogue/agents'
import type { Page, Recorded } from '~~/shared/schemas/log/common'
import LoftNav from '~/features/loft/LoftNav.vue'
import { shortDate } from '~/format/dates'
import { messageOf } from '~~/core/present'

/** What was set aside, from where it comes back. */
interface Aside extends Recorded {
  code?: string
  name?: string
  words?: string
  commonName?: string
  /** Of a jar on the shelf. */
  agent?: Agent
}

const KINDS = [
  { collection: 'lots', words: 'Lots' },
  { collection: 'jars', words: 'Jars' },
  { collection: 'patches', words: 'Places' },
  { collection: 'sources', words: 'Sources of your own' },
  { collection: 'wishes', words: 'Wishes' },
  { collection: 'plans', words: 'Plans' },
  { collection: 'trials', words: 'Trials' },
  { collection: 'fastnessTests', words: 'Tests' },
  { collection: 'markers', words: 'Marks of the season' },
  { collection: 'containers', words: 'Bags' },
  { collection: 'pieces', words: 'Pieces' },
  { collection: 'sets', words: 'Sets of pieces' },
  { collection: 'baths', words: 'Mordant baths' },
  { collection: 'shelf', words: 'Shelf' },
  { collection: 'pots', words: 'Pots' },
  { collection: 'swatches', words: 'Swatches' },
] as const

const api = useApi()
const session = useSession()
const failure = ref('')
const { data: heaps } = useLoaded(() =>
  Promise.all(
    KINDS.map(async (kind) => ({
      ...kind,
      items: (await api.get<Page<Aside>>(kind.collection, { aside: true, limit: 50 })).items,
    })),
  ),
)
const shown = computed(() => heaps.value?.filter(({ items }) => items.length) ?? [])

const nameOf = ({ code, name, words, commonName, agent }: Aside) =>
  agent
    ? [AGENTS[agent].label, name].filter(Boolean).join(', ')
    : (code ?? name ?? words ?? commonName ?? '')

async function bringBack(collection: string, item: Aside) {
  failure.value = ''
  try {
    const { changeSetId } = await api.post(`${collection}/${item.id}/restore`, {}, item.rev)
    session.saved(`Brought ${nameOf(item)} back.`, changeSetId)
  } catch (error) {
    failure.value = messageOf(error)
  }
}

useHead({ title: 'Set aside · Juniper Haze' })
</script>

<template>
  <h1 class="sr-only">Set aside</h1>
  <LoftNav />
  <p v-if="failure" class="wrong" role="alert">{{ failure }}</p>
  <div class="aside">
    <section v-for="{ collection, words, items } in shown" :key="collection" class="panel">
      <h2>{{ words }}</h2>
      <ul>
        <li v-for="item in items" :key="item.id" class="row">
          <span>
            <strong>{{ nameOf(item) }}</strong>
            <span class="quiet"> set aside {{ shortDate(item.setAsideAt!.slice(0, 10)) }}</span>
          </span>
          <ElButton @click="bringBack(collection, item)"
            >Bring back<span class="sr-only"> {{ nameOf(item) }}</span></ElButton
          >
        </li>
      </ul>
    </section>
  </div>
  <p v-if="heaps && !shown.length" class="quiet">
    Nothing is set aside. What you set aside waits here and can always be brought back.
  </p>
</template>

<style scoped>
.aside {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(340px, 1fr));
  gap: 16px;
  align-items: start;
}

li {
  justify-content: space-between;
  min-height: 52px;
  border-top: 1px solid var(--line);
}
</style>
