<script setup lang="ts">
import { FIBRES } from '~~/catalogue/fibres'
import { usualBareLab } from '~~/catalogue/fibres/bare-colours'
import { colourName } from '~~/core/colour/colour-name'
import { eyeChips, NUDGES, nudged, type Nudge } from '~~/core/colour/eye-chips'
import { hexOfLab, labOfHex, type GivenColour } from '~~/core/colour/screen-colour'
import { keysOf } from '~~/core/json'
import type { PieceDraft } from './card-draft'

/** The colour of a skein, by eye among chips against its bare fibre, or typed. */
const { piece } = defineProps<{ piece: PieceDraft }>()
const emit = defineEmits<{ give: [colour: GivenColour | null, isByChip: boolean] }>()

const CHIPS = eyeChips().map((row) =>
  row.map((lab) => ({ lab, hex: hexOfLab(lab), name: colourName(lab) })),
)
const COLUMNS = CHIPS.length
/** Depth by depth, so that rows are as pale and columns as alike in hue. */
const rows = Array.from({ length: CHIPS[0]!.length }, (_, depth) => CHIPS.map((hue) => hue[depth]!))

const lab = computed(() => {
  const given = piece.colour
  if (!given) return null
  return 'hex' in given ? labOfHex(given.hex) : given.lab
})
const hex = computed(() => lab.value && hexOfLab(lab.value))
const bareHex = computed(() => hexOfLab(usualBareLab(piece.fibre)))

function nudge(step: Nudge) {
  if (lab.value) emit('give', { hex: hexOfLab(nudged(lab.value, step)) }, piece.isByChip)
}
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
  <section class="grey" aria-labelledby="by-eye">
    <h2 id="by-eye">Its colour, by eye</h2>
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
          :aria-pressed="chip.hex === hex"
          @click="emit('give', { hex: chip.hex }, true)"
        />
      </template>
    </div>
    <div class="cut">
      <span class="dyed" :style="{ background: hex ?? 'transparent' }" :class="{ none: !hex }" />
      <span class="bare" :style="{ background: bareHex }" />
    </div>
    <p class="names">
      <strong>{{ lab ? colourName(lab) : 'choose the nearest' }}</strong>
      <span>bare {{ FIBRES[piece.fibre].label }}, as usual</span>
    </p>
    <div v-if="lab" class="nudges">
      <button v-for="step in keysOf(NUDGES)" :key="step" type="button" @click="nudge(step)">
        {{ step }}
      </button>
    </div>
    <p class="hint">
      Hold the skein beside the screen by daylight. By eye it is an estimate; a photo or a reader,
      in the booth, says it better.
    </p>
    <ColourEntry
      :model-value="piece.colour"
      label="Or typed"
      @update:model-value="emit('give', $event, false)"
    />
  </section>
</template>

<style scoped>
.grey {
  display: grid;
  gap: 10px;
  align-content: start;
  padding: 14px 16px;
  border-radius: var(--corner);
  background: #a1a3a2;
  color: #111;
}

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

.cut {
  display: grid;
  grid-template-columns: 2fr 1fr;
  height: 108px;
}

.none {
  border: 1px dashed #111;
}

.names {
  display: flex;
  justify-content: space-between;
  gap: 12px;
}

.nudges {
  display: flex;
  flex-wrap: wrap;
  gap: 6px;
}

.nudges button {
  min-height: 44px;
  padding: 0 12px;
  border: 1px solid #4d5152;
  border-radius: var(--corner);
  background: #f5f5f2;
  color: #111;
  font: inherit;
  cursor: pointer;
}

/* on the grey nothing is quiet: it would not be read */
.grey :deep(.field),
.grey :deep(.field *:not(input)) {
  color: #111;
}

.hint {
  font-size: 14px;
}
</style>
