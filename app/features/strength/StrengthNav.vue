<script setup lang="ts">
const route = useRoute()
/** The rooms of what the swatches teach; the source stays in hand from one to the next. */
const places = computed(() => {
  const of = typeof route.query.source === 'string' ? `?source=${route.query.source}` : ''
  return [
    { to: `/strength${of}`, label: 'One source' },
    { to: '/atlas', label: 'All sources' },
    { to: '/typical', label: 'Any plant, as usual' },
    { to: `/potency${of}`, label: 'Lots and seasons' },
    { to: `/difference${of}`, label: 'What made the difference' },
    { to: '/trial', label: 'Fair trials' },
    { to: `/sample${of}`, label: 'Sample page' },
  ]
})
</script>

<template>
  <PlaceLinks :places="places" label="What the swatches teach" />
</template>
