<script setup lang="ts">
/** The rooms of the loft. */
const PLACES = [
  { to: '/loft', label: 'Stock' },
  { to: '/jars', label: 'Jars and wishes' },
  { to: '/count', label: 'Count stock' },
  { to: '/tags', label: 'Tags' },
  { to: '/aside', label: 'Set aside' },
]
</script>

<template>
  <PlaceLinks :places="PLACES" label="In the loft" />
</template>
