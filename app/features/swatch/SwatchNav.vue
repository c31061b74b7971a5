<script setup lang="ts">
/** The rooms of colours that were read. */
const PLACES = [
  { to: '/swatch', label: 'Read one' },
  { to: '/wall', label: 'All of them' },
  { to: '/match', label: 'A colour you want' },
  { to: '/shades', label: 'Shades of one pot' },
  { to: '/fastness', label: 'Will it last' },
]

// the wall is large: its code is there before it is asked for
onMounted(() => setTimeout(() => void preloadRouteComponents('/wall'), 600))
</script>

<template>
  <PlaceLinks :places="PLACES" label="Colours" />
</template>
