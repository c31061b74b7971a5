<script setup lang="ts">
/** Where files come in and go out. */
const PLACES = [
  { to: '/exchange', label: 'Files out and in' },
  { to: '/table', label: 'A spreadsheet' },
  { to: '/card', label: 'Notes and tags' },
]
</script>

<template>
  <PlaceLinks :places="PLACES" label="Files" />
</template>
