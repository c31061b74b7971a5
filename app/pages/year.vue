<script setup lang="ts">
useHead({ title: 'Year · Juniper Haze' })
</script>

<template>
  <NotYet title="Year">
    Here the whole year will lie open: harvest windows from your own finds, plans laid backwards
    from a wanted day, and what each month asks for.
  </NotYet>
</template>
