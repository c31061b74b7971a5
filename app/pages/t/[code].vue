<script setup lang="ts">
import type { FindHit } from '~~/shared/views/log/find'
import { messageOf } from '~~/core/present'

/** Where the code on a tag leads: straight to the thing. */
const api = useApi()
const route = useRoute()
const code = String(route.params.code).toUpperCase()
const PLACES: Partial<Record<FindHit['kind'], (id: string) => string>> = {
  lot: (id) => `/loft?lot=${id}`,
  jar: (id) => `/jars?jar=${id}`,
  piece: (id) => `/basket?piece=${id}`,
  bath: (id) => `/baths?bath=${id}`,
  pot: (id) => `/hob?pot=${id}`,
  swatch: (id) => `/swatch?swatch=${id}`,
}
const missing = ref('')

onMounted(async () => {
  try {
    const { hits } = await api.get<{ hits: FindHit[] }>('find', { q: code })
    const hit = hits.find(({ label }) => label === code)
    const place = hit && PLACES[hit.kind]
    if (place) await navigateTo(place(hit.id), { replace: true })
    else missing.value = `Nothing in this log has the tag ${code}.`
  } catch (error) {
    missing.value = messageOf(error)
  }
})
</script>

<template>
  <h1>{{ code }}</h1>
  <p v-if="missing" class="wrong" role="alert">
    {{ missing }} <NuxtLink to="/loft">To the loft</NuxtLink>
  </p>
  <p v-else class="quiet">Looking it up.</p>
</template>
