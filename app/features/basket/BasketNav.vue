<script setup lang="ts">
/** The rooms of the basket. */
const PLACES = [
  { to: '/basket', label: 'Pieces' },
  { to: '/baths', label: 'Mordant baths' },
  { to: '/shelf', label: 'Shelf' },
]
</script>

<template>
  <PlaceLinks :places="PLACES" label="In the basket" />
</template>
