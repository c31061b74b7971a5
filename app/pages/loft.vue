<script setup lang="ts">
useHead({ title: 'Loft · Juniper Haze' })
</script>

<template>
  <NotYet title="Loft">
    Here lots will be cleaned, stripped, dried and weighed again, jars and steeps aired and looked
    at, and stock seen at a glance: what is left, how old it is and what is going off.
  </NotYet>
</template>
