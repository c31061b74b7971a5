<script setup lang="ts">
/** The rooms of the pot. */
const PLACES = [
  { to: '/pot', label: 'Plan' },
  { to: '/hob', label: 'On the hob' },
  { to: '/ways', label: 'Ways' },
  { to: '/kit', label: 'Kit' },
]
</script>

<template>
  <PlaceLinks :places="PLACES" label="At the pot" />
</template>
