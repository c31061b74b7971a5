<script setup lang="ts">
/** A station that is not built yet says in a sentence what will be there. */
defineProps<{ title: string }>()
</script>

<template>
  <section class="not-yet">
    <h1>{{ title }}</h1>
    <p><slot /></p>
    <p class="quiet">
      Not built yet. Until then, <NuxtLink to="/">Today</NuxtLink> shows the seasons of what you
      gather, and <NuxtLink to="/walk">Walk</NuxtLink> what is left of it.
    </p>
  </section>
</template>

<style scoped>
.not-yet {
  max-width: 62ch;
  padding-top: 24px;
}

.not-yet p {
  margin-top: 10px;
}
</style>
