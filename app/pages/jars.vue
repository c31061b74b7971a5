<script setup lang="ts">
import type { JarView } from '~~/shared/schemas/loft/jar'
import JarSheet from '~/features/jars/JarSheet.vue'
import StartJar from '~/features/jars/StartJar.vue'
import { byWeight, dueText, hexOf } from '~/features/jars/words'
import LoftNav from '~/features/loft/LoftNav.vue'
import WishList from '~/features/wishes/WishList.vue'

const api = useApi()
const route = useRoute()
const { data: standing, failure } = useLoaded(
  async () => (await api.get<{ jars: JarView[] }>('standing')).jars,
)
const { data: ended } = useLoaded(
  async () => (await api.get<{ jars: JarView[] }>('standing', { ended: true })).jars,
)
const { data: stock } = useStock()

const starting = computed(() => typeof route.query.start === 'string')
const all = computed(() => [...(standing.value ?? []), ...(ended.value ?? [])])
const chosen = computed(() => {
  if (starting.value) return null
  return all.value.find(({ id }) => id === route.query.jar) ?? standing.value?.[0] ?? null
})
const isPicked = computed(() => starting.value || typeof route.query.jar === 'string')

const figureOf = ({ due, mould, outlook }: JarView) => {
  if (mould) return 'mould'
  const [first] = byWeight(due)
  if (first) return dueText(first)
  return outlook.ripeness === 'early' ? 'stands' : 'likely ready'
}

useHead({ title: 'Jars · Juniper Haze' })
</script>

<template>
  <h1 class="sr-only">Jars and wishes</h1>
  <LoftNav />
  <div class="jars" :class="{ picked: isPicked }">
    <div class="stack list">
      <p v-if="failure" class="wrong" role="alert">{{ failure }}</p>
      <section class="stack tight" aria-labelledby="standing">
        <div class="row head">
          <h2 id="standing">
            Standing <span class="quiet">{{ standing?.length }}</span>
          </h2>
          <NuxtLink to="/jars?start=" class="el-button">Start a jar</NuxtLink>
        </div>
        <SwingTag
          v-for="jar in standing ?? []"
          :key="jar.id"
          :code="jar.code"
          :hex="hexOf(jar)"
          :figure="figureOf(jar)"
          :figure-note="
            jar.outlook.ripeness === 'early'
              ? ''
              : jar.outlook.ripeness === 'past'
                ? 'past its time'
                : 'likely ready'
          "
          :line="[jar.vessel, `day ${Math.floor(jar.outlook.days)}`].filter(Boolean).join(', ')"
          :to="`/jars?jar=${jar.id}`"
          :current="jar.id === chosen?.id"
        >
          <template #name>{{ jar.sourceName }}</template>
        </SwingTag>
        <p v-if="standing && !standing.length" class="quiet">
          No jar stands. Bark wants a week in cool water, a lichen jar months: start one from a lot.
        </p>
      </section>
      <section v-if="ended?.length" class="stack tight" aria-labelledby="ended">
        <h2 id="ended">Ended</h2>
        <SwingTag
          v-for="jar in ended.slice(0, 8)"
          :key="jar.id"
          :code="jar.code"
          :hex="hexOf(jar)"
          :figure="jar.ending ?? ''"
          :line="`after ${Math.floor(jar.outlook.days)} days`"
          :to="`/jars?jar=${jar.id}`"
          :current="jar.id === chosen?.id"
        >
          <template #name>{{ jar.sourceName }}</template>
        </SwingTag>
      </section>
      <WishList />
    </div>
    <div class="stack sheet">
      <NuxtLink v-if="isPicked" to="/jars" class="back">All jars</NuxtLink>
      <StartJar
        v-if="starting"
        :lots="stock ?? []"
        :start-with="(route.query.start as string) || null"
        @started="navigateTo(`/jars?jar=${$event}`)"
      />
      <JarSheet
        v-else-if="chosen"
        :key="chosen.id"
        :jar="chosen"
        :others="all.filter(({ id }) => id !== chosen!.id)"
      />
    </div>
  </div>
</template>

<style scoped>
.jars {
  display: grid;
  grid-template-columns: 440px minmax(0, 1fr);
  gap: 20px;
  align-items: start;
}

.head {
  justify-content: space-between;
}

.back {
  display: none;
}

@media (max-width: 960px) {
  .jars {
    grid-template-columns: minmax(0, 1fr);
  }

  .picked .list,
  .jars:not(.picked) .sheet {
    display: none;
  }

  .back {
    display: inline-flex;
    align-items: center;
    min-height: 44px;
  }
}
</style>
