<script setup lang="ts">
/** How every lot, piece, pot and swatch appears: a notched tag with a strip of its own colour. */
const {
  code,
  line = '',
  figure = '',
  figureNote = '',
  hex = null,
  to = undefined,
  chosen = undefined,
  current = false,
} = defineProps<{
  code: string
  /** One line of what it is. */
  line?: string
  /** The one number that matters, with its unit. */
  figure?: string
  figureNote?: string
  /** Its colour; null where none is known yet. */
  hex?: string | null
  to?: string
  /** Given: the tag is a choice that can be pressed. */
  chosen?: boolean
  /** Its sheet is open beside it. */
  current?: boolean
}>()

defineEmits<{ choose: [] }>()

const NuxtLink = resolveComponent('NuxtLink')
const is = computed(() => (to ? NuxtLink : chosen === undefined ? 'div' : 'button'))
</script>

<template>
  <component
    :is="is"
    class="swing"
    :class="{ chosen: chosen || current, pressable: to || chosen !== undefined }"
    :to="to"
    :prefetch="to ? false : undefined"
    :aria-current="current || undefined"
    :type="is === 'button' ? 'button' : undefined"
    :aria-pressed="is === 'button' ? chosen : undefined"
    @click="$emit('choose')"
  >
    <span
      class="strip"
      :class="{ unknown: !hex }"
      :style="hex ? { background: hex } : undefined"
      aria-hidden="true"
    />
    <span class="words">
      <span class="first">
        <strong>{{ code }}</strong> <slot name="name" />
      </span>
      <span class="quiet line"
        ><slot>{{ line }}</slot></span
      >
    </span>
    <span v-if="figure || figureNote" class="figure">
      <strong>{{ figure }}</strong>
      <span class="quiet">{{ figureNote }}</span>
    </span>
  </component>
</template>

<style scoped>
.swing {
  --notch: 11px;

  display: flex;
  position: relative;
  align-items: stretch;
  gap: 12px;
  width: 100%;
  min-height: 56px;
  padding: 0;
  /* the cut corner: an outline in two layers, since a border cannot follow a clip */
  border: 0;
  background: var(--line);
  clip-path: polygon(0 0, calc(100% - var(--notch)) 0, 100% var(--notch), 100% 100%, 0 100%);
  color: inherit;
  text-align: left;
  text-decoration: none;
}

.swing::before {
  content: '';
  position: absolute;
  inset: 1px;
  background: var(--panel);
  clip-path: polygon(0 0, calc(100% - var(--notch)) 0, 100% var(--notch), 100% 100%, 0 100%);
}

.swing > * {
  position: relative;
}

.pressable {
  cursor: pointer;
}

.pressable:hover {
  background: var(--juniper);
}

.chosen {
  background: var(--juniper);
}

.chosen::before {
  inset: 2px;
  background: var(--juniper-pale);
}

.swing:focus-visible {
  outline: none;
  background: var(--juniper);
}

.swing:focus-visible::before {
  inset: 3px;
}

.strip {
  flex: none;
  width: 14px;
  margin: 1px 0 1px 1px;
}

.unknown {
  background: repeating-linear-gradient(135deg, var(--haze-pale) 0 5px, var(--panel) 5px 10px);
}

.words {
  flex: 1;
  align-self: center;
  min-width: 0;
  padding: 6px 0;
}

.first,
.line {
  display: block;
}

.first {
  line-height: 1.3;
}

.figure {
  align-self: center;
  padding-right: 16px;
  text-align: right;
  white-space: nowrap;
}

.figure .quiet {
  display: block;
}
</style>
