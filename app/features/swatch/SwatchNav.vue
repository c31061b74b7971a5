<script setup lang="ts">
/** The rooms of colours that were read. */
const PLACES = [
  { to: '/swatch', label: 'Read one' },
  { to: '/wall', label: 'All of them' },
  { to: '/match', label: 'A colour you want' },
  { to: '/shades', label: 'Shades of one pot' },
]
</script>

<template>
  <PlaceLinks :places="PLACES" label="Colours" />
</template>
