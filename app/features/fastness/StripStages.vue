<script setup lang="ts">
import type { TestView } from '~~/shared/views/fastness/fastness'
import { lookWords } from './look-words'

/** A piece under test, its stages cut side by side: above what was kept from it, below what was not. */
const { view, canFix = false } = defineProps<{
  view: TestView
  /** A stage is pressed to put it right. */
  canFix?: boolean
}>()
defineEmits<{ fix: [lookId: string] }>()

const stages = computed(() =>
  view.test.looks.map((look, i) => {
    const told = view.looks[i]!
    return {
      id: look.id,
      above: look.covered?.hex ?? told.againstHex,
      below: look.open?.hex ?? null,
      stain: look.stained?.hex ?? null,
      words: lookWords(view.test, look, told),
    }
  }),
)
</script>

<template>
  <ol class="stages">
    <li class="stage">
      <span
        class="patch whole"
        :class="{ unknown: !view.hex }"
        :style="view.hex ? { background: view.hex } : undefined"
      />
      <span class="quiet">before</span>
    </li>
    <li v-for="stage in stages" :key="stage.id" class="stage" :title="stage.words.all">
      <span class="patch">
        <span
          class="half"
          :class="{ unknown: !stage.above }"
          :style="stage.above ? { background: stage.above } : undefined"
        />
        <span
          class="half"
          :class="{ unknown: !stage.below }"
          :style="stage.below ? { background: stage.below } : undefined"
        />
        <span v-if="stage.stain" class="white" :style="{ background: stage.stain }" />
      </span>
      <span class="quiet"
        >{{ stage.words.dose }}<br /><strong>{{ stage.words.change }}</strong></span
      >
      <button
        v-if="canFix"
        type="button"
        class="link"
        :aria-label="`Put right: ${view.code || view.name}, ${stage.words.dose}`"
        @click="$emit('fix', stage.id)"
      >
        put right
      </button>
    </li>
  </ol>
</template>

<style scoped>
.stages {
  display: flex;
  flex-wrap: wrap;
  gap: 6px;
  margin: 0;
  padding: 0;
  list-style: none;
}

.stage {
  width: 96px;
  font-size: 12px;
  line-height: 1.25;
}

.patch {
  position: relative;
  display: grid;
  grid-template-rows: 1fr 1fr;
  overflow: hidden;
  height: 56px;
  margin-bottom: 3px;
  border-radius: 4px;
}

.patch.whole {
  display: block;
}

/* the white beside it, with what it took up */
.white {
  position: absolute;
  top: 0;
  right: 0;
  bottom: 0;
  width: 22px;
  border-left: 2px solid var(--panel);
}

.unknown {
  background: repeating-linear-gradient(135deg, #e4e5ea 0 6px, #f5f5f2 6px 12px);
}
</style>
