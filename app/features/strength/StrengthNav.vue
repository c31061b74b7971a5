<script setup lang="ts">
/** The rooms of what the swatches teach. */
const PLACES = [
  { to: '/strength', label: 'One source' },
  { to: '/atlas', label: 'All sources' },
  { to: '/potency', label: 'Lots and seasons' },
  { to: '/sample', label: 'Sample page' },
]
</script>

<template>
  <PlaceLinks :places="PLACES" label="What the swatches teach" />
</template>
