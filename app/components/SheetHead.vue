<script setup lang="ts">
/** Head of a thing's sheet: its tag code, what it is, and the one number that matters. */
const {
  code,
  name,
  to = undefined,
  figure,
  figureNote,
} = defineProps<{
  code: string
  name: string
  /** Where its name leads, if anywhere. */
  to?: string
  figure: string
  figureNote: string
}>()
</script>

<template>
  <div class="head">
    <div>
      <h2>
        {{ code }} <NuxtLink v-if="to" :to="to" class="name">{{ name }}</NuxtLink>
        <span v-else class="name">{{ name }}</span>
      </h2>
      <slot />
    </div>
    <p class="figure">
      <strong>{{ figure }}</strong>
      <span class="quiet">{{ figureNote }}</span>
    </p>
  </div>
</template>

<style scoped>
.head {
  display: flex;
  justify-content: space-between;
  gap: 12px;
}

h2 {
  font-size: 20px;
}

.name {
  font-weight: 400;
}

.figure {
  text-align: right;
  white-space: nowrap;
}

.figure strong {
  display: block;
  font-size: 26px;
  line-height: 1.1;
}
</style>
