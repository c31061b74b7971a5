<script setup lang="ts">
import { colourName } from '~~/core/colour/colour-name'
import { eyeChips } from '~~/core/colour/eye-chips'
import { hexOfLab } from '~~/core/colour/screen-colour'

/** Chips to hold a skein beside: hues across, pale to deep down. */
defineProps<{ chosenHex: string | null }>()
defineEmits<{ choose: [hex: string] }>()

const CHIPS = eyeChips().map((row) =>
  row.map((lab) => ({ lab, hex: hexOfLab(lab), name: colourName(lab) })),
)
const COLUMNS = CHIPS.length
/** Depth by depth, so that rows are as pale and columns as alike in hue. */
const rows = Array.from({ length: CHIPS[0]!.length }, (_, depth) => CHIPS.map((hue) => hue[depth]!))

/** Arrow keys go from chip to chip. */
function move(event: KeyboardEvent) {
  const step = { ArrowRight: 1, ArrowLeft: -1, ArrowDown: COLUMNS, ArrowUp: -COLUMNS }[event.key]
  if (!step) return
  event.preventDefault()
  const chips = [...(event.currentTarget as HTMLElement).querySelectorAll('button')]
  const at = chips.indexOf(document.activeElement as HTMLButtonElement)
  chips[at + step]?.focus()
}
</script>

<template>
  <div
    class="chips"
    role="group"
    aria-label="Colours to choose from: hues across, pale to deep down"
    :style="{ gridTemplateColumns: `repeat(${COLUMNS}, 1fr)` }"
    @keydown="move"
  >
    <template v-for="(row, depth) in rows" :key="depth">
      <button
        v-for="(chip, i) in row"
        :key="chip.hex"
        type="button"
        :tabindex="depth === 0 && i === 0 ? 0 : -1"
        :style="{ background: chip.hex }"
        :aria-label="chip.name"
        :aria-pressed="chip.hex === chosenHex"
        @click="$emit('choose', chip.hex)"
      />
    </template>
  </div>
</template>

<style scoped>
.chips {
  display: grid;
  gap: 2px;
}

.chips button {
  min-width: 0;
  height: 44px;
  padding: 0;
  border: 0;
  border-radius: 2px;
  cursor: pointer;
}

.chips button[aria-pressed='true'],
.chips button:focus-visible {
  z-index: 1;
  outline: 3px solid #111;
}
</style>
