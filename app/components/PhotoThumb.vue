<script setup lang="ts">
import type { Photo } from '~~/shared/schemas/loft/photo'

/** A photo, small; it opens large in a window of its own. */
defineProps<{ photo: Pick<Photo, 'id' | 'takenAt'> }>()
</script>

<template>
  <a :href="`/api/pictures/${photo.id}`" target="_blank">
    <img
      :src="`/api/pictures/${photo.id}?size=small`"
      :alt="`Photo${photo.takenAt ? ` of ${photo.takenAt.slice(0, 10)}` : ''}`"
      loading="lazy"
    />
  </a>
</template>
