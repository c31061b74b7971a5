<script setup lang="ts">
import { clippedChannels, hexOfLab, labOfHex, type GivenColour } from '~~/core/colour/screen-colour'

/** A colour picked or typed as hex, or typed as a CIELAB value. */
const {
  label,
  error = '',
  brief = false,
} = defineProps<{
  label: string
  error?: string
  /** One of many: how it is typed is said elsewhere. */
  brief?: boolean
}>()
const given = defineModel<GivenColour | null>({ required: true })

const text = ref('')
const misread = ref('')

const hex = computed(() => {
  if (!given.value) return null
  return 'hex' in given.value ? given.value.hex : hexOfLab(given.value.lab)
})
const cutOff = computed(() =>
  given.value && 'hex' in given.value ? clippedChannels(given.value.hex) : [],
)

watch(
  given,
  (colour) => {
    if (!colour) text.value = ''
    else if ('hex' in colour && text.value !== colour.hex) text.value = colour.hex
  },
  { immediate: true },
)

const LAB_TEXT = /^(?:lab\s*)?\(?\s*(-?[\d.]+)[\s,;·]+(-?[\d.]+)[\s,;·]+(-?[\d.]+)\s*\)?$/i

/** `#8a5a30`, or three numbers L* a* b*. */
function read() {
  misread.value = ''
  if (!text.value.trim()) return void (given.value = null)
  const lab = LAB_TEXT.exec(text.value.trim())
  try {
    if (lab) given.value = { lab: { l: +lab[1]!, a: +lab[2]!, b: +lab[3]! } }
    else {
      labOfHex(text.value)
      given.value = { hex: `#${text.value.trim().replace(/^#/, '').toLowerCase()}` }
    }
  } catch {
    misread.value = 'Type a colour such as #8a5a30, or L* a* b* such as 43.1 14.8 27.6.'
  }
}
</script>

<template>
  <LabeledField
    v-slot="{ id, described, invalid }"
    :label="label"
    :error="misread || error"
    :hint="
      cutOff.length
        ? `Its ${cutOff.join(' and ')} is cut off by the screen: kept as a colour, but no strength is read from it.`
        : brief
          ? ''
          : 'Typed as hex or as L* a* b*, or picked.'
    "
  >
    <input
      class="picker"
      :class="{ none: !hex }"
      type="color"
      :value="hex ?? '#b0a890'"
      :aria-label="`${label}, pick`"
      @input="given = { hex: ($event.target as HTMLInputElement).value }"
    />
    <ElInput
      :id="id"
      v-model="text"
      placeholder="#8a5a30 or 43.1 14.8 27.6"
      autocomplete="off"
      :aria-describedby="described"
      :aria-invalid="invalid"
      @blur="read"
      @keydown.enter="read"
    />
  </LabeledField>
</template>

<style scoped>
.picker {
  flex: none;
  width: 52px;
  height: 44px;
  padding: 3px;
  border: 1px solid #b4babc;
  border-radius: var(--corner);
  background: var(--panel);
  cursor: pointer;
}

/* no colour given yet: what the picker begins with must not pass for one */
.none::-webkit-color-swatch {
  opacity: 0.15;
}
</style>
