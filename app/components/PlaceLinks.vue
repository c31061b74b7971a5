<script setup lang="ts">
/** The rooms of a station, as a row of links. */
const { places, label } = defineProps<{
  places: readonly { to: string; label: string }[]
  label: string
}>()
</script>

<template>
  <nav class="row" :aria-label="label">
    <NuxtLink v-for="{ to, label: name } in places" :key="to" :to="to" exact-active-class="here">{{
      name
    }}</NuxtLink>
  </nav>
</template>

<style scoped>
nav {
  gap: 2px 18px;
  margin-bottom: 10px;
}

a {
  display: inline-flex;
  align-items: center;
  min-height: 44px;
  color: var(--quiet);
  text-decoration: none;
}

a:hover {
  color: var(--juniper);
}

.here {
  border-bottom: 2px solid var(--juniper);
  color: var(--ink);
  font-weight: 600;
}
</style>
