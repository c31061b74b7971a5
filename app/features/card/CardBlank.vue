<script setup lang="ts">
/** A blank in the card's sentence: typed in place, as wide as what stands in it. */
const {
  label,
  placeholder,
  trouble = '',
  list = '',
  carried = false,
} = defineProps<{
  label: string
  placeholder: string
  trouble?: string
  /** Id of what is offered while typing. */
  list?: string
  /** Taken over from the card before, and not touched yet. */
  carried?: boolean
}>()
const text = defineModel<string>({ required: true })

const id = useId()
</script>

<template>
  <span class="field">
    <input
      :id="id"
      v-model="text"
      class="blank"
      :class="{ untold: text === '', carried }"
      :aria-label="label"
      :aria-description="carried ? 'carried over from the card before' : undefined"
      :placeholder="placeholder"
      :list="list || undefined"
      :aria-invalid="trouble ? true : undefined"
      :aria-describedby="trouble ? `${id}-more` : undefined"
      autocomplete="off"
    />
    <span v-if="trouble" :id="`${id}-more`" class="wrong" role="alert">{{ trouble }}</span>
  </span>
</template>

<style scoped>
.field {
  display: inline-flex;
  flex-direction: column;
  max-width: 100%;
}

input::placeholder {
  color: var(--quiet);
  opacity: 1;
}

.wrong {
  max-width: 34ch;
  font-family: var(--face);
}
</style>
