<script setup lang="ts">
/** A blank in the card's sentence: typed in place, as wide as what stands in it. */
const {
  label,
  placeholder,
  trouble = '',
  list = '',
} = defineProps<{
  label: string
  placeholder: string
  trouble?: string
  /** Id of what is offered while typing. */
  list?: string
}>()
const text = defineModel<string>({ required: true })

const id = useId()
const width = computed(() =>
  CSS.supports('field-sizing', 'content')
    ? undefined
    : `${Math.max(placeholder.length, text.value.length) + 1}ch`,
)
</script>

<template>
  <span class="blank">
    <input
      :id="id"
      v-model="text"
      :aria-label="label"
      :placeholder="placeholder"
      :list="list || undefined"
      :style="{ width }"
      :aria-invalid="trouble ? true : undefined"
      :aria-describedby="trouble ? `${id}-more` : undefined"
      autocomplete="off"
    />
    <span v-if="trouble" :id="`${id}-more`" class="trouble" role="alert">{{ trouble }}</span>
  </span>
</template>

<style scoped>
.blank {
  display: inline-flex;
  flex-direction: column;
  max-width: 100%;
}

input {
  /* as wide as what stands in it, where the browser can tell */
  field-sizing: content;
  min-height: 44px;
  max-width: 100%;
  padding: 0 6px;
  border: 0;
  border-bottom: 2px solid var(--juniper);
  border-radius: 0;
  background: none;
  color: var(--ink);
  font: inherit;
  font-weight: 600;
}

input:placeholder-shown {
  border-bottom: 2px dashed var(--line-firm);
  font-weight: 400;
}

input::placeholder {
  color: var(--quiet);
  opacity: 1;
}

.trouble {
  max-width: 34ch;
  color: var(--wrong, #8a3324);
  font-family: var(--face);
  font-size: 13px;
  line-height: 1.3;
}
</style>
