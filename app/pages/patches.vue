<script setup lang="ts">
import type { Patch } from '~~/shared/schemas/walk/patch'
import PatchMap from '~/features/patches/PatchMap.vue'
import PatchSheet from '~/features/patches/PatchSheet.vue'

const api = useApi()
const route = useRoute()
const { data: patches, failure } = useLoaded(() => api.all<Patch>('patches'))
const items = computed(() =>
  [...(patches.value ?? [])].sort((a, b) => a.name.localeCompare(b.name)),
)
const adding = computed(() => route.query.patch === 'new')
const chosen = computed(() =>
  adding.value
    ? null
    : (items.value.find(({ id }) => id === route.query.patch) ?? items.value[0] ?? null),
)

const go = (id: string) => navigateTo(id ? `/patches?patch=${id}` : '/patches')

useHead({ title: 'Patches · Juniper Haze' })
</script>

<template>
  <div class="page-head">
    <h1>Patches</h1>
    <div class="end row">
      <NuxtLink to="/patches?patch=new" class="el-button el-button--primary">A new place</NuxtLink>
      <NuxtLink to="/exchange" class="el-button">GPX and GeoJSON</NuxtLink>
      <NuxtLink to="/walk" class="el-button">Back to the walk</NuxtLink>
    </div>
  </div>
  <p v-if="failure" class="wrong" role="alert">{{ failure }}</p>
  <div class="patches">
    <div class="stack">
      <PatchMap :patches="items" :chosen-id="chosen?.id ?? null" @choose="go" />
      <ul class="list">
        <li v-for="patch in items" :key="patch.id">
          <NuxtLink :to="`/patches?patch=${patch.id}`" :class="{ here: patch.id === chosen?.id }">
            <strong>{{ patch.name }}</strong>
            <span class="quiet">
              {{
                [
                  ...patch.hazardKinds,
                  patch.permission || 'leave not noted',
                  patch.lat === null && 'no place on the map',
                ]
                  .filter(Boolean)
                  .join(', ')
              }}
            </span>
          </NuxtLink>
        </li>
      </ul>
    </div>
    <PatchSheet v-if="adding || chosen" :key="chosen?.id ?? 'new'" :patch="chosen" @kept="go" />
    <p v-else-if="patches" class="quiet">No place yet. A new place is made in a moment.</p>
  </div>
</template>

<style scoped>
.patches {
  display: grid;
  grid-template-columns: minmax(0, 1fr) minmax(0, 1fr);
  gap: 20px;
  align-items: start;
}

.list a {
  display: block;
  padding: 6px 10px;
  border-bottom: 1px solid var(--line);
  color: var(--ink);
  text-decoration: none;
}

.list a:hover,
.list .here {
  background: var(--juniper-pale);
}

.list .quiet {
  display: block;
}

@media (max-width: 960px) {
  .patches {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
