<script setup lang="ts">
/** The rooms of the loft. */
const PLACES = [
  { to: '/loft', label: 'Stock' },
  { to: '/jars', label: 'Jars and wishes' },
  { to: '/count', label: 'Count stock' },
  { to: '/tags', label: 'Tags' },
  { to: '/exchange', label: 'Files out and in' },
  { to: '/aside', label: 'Set aside' },
]
</script>

<template>
  <nav class="row" aria-label="In the loft">
    <NuxtLink v-for="{ to, label } in PLACES" :key="to" :to="to" exact-active-class="here">{{
      label
    }}</NuxtLink>
  </nav>
</template>

<style scoped>
nav {
  gap: 2px 18px;
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
