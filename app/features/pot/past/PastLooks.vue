<script setup lang="ts">
import { LOOKED_HOW } from '~~/shared/schemas/pot/pot-event'
import { LOOK_WORDS } from '~/features/hob/words'
import { present } from '~~/core/present'
import { POT_PLAN } from '../usePotPlan'

/** What was seen and read on the way, each with the minutes it came after, where those are known. */
const plan = present(inject(POT_PLAN))
const looks = computed(() => plan.draft.past.looks)

const BATH = 'bath'
function add() {
  looks.value.push({
    afterMin: null,
    pieceId: '',
    how: 'wet',
    hex: '',
    words: '',
    tempC: null,
    ph: null,
  })
}
</script>

<template>
  <section class="panel stack tight" aria-labelledby="past-looks">
    <h2 id="past-looks">On the way</h2>
    <ul class="stack tight">
      <li v-for="(look, i) in looks" :key="i">
        <NumberField
          v-model="look.afterMin"
          :label="`Minutes after the pieces went in, look ${i + 1}`"
          unit="min in"
          bare
        />
        <ElSelect
          :model-value="look.pieceId || BATH"
          :aria-label="`Looked at, look ${i + 1}`"
          @update:model-value="look.pieceId = $event === BATH ? '' : $event"
        >
          <ElOption :value="BATH" label="the bath" />
          <ElOption
            v-for="piece in plan.pieces"
            :key="piece.id"
            :value="piece.id"
            :label="piece.code"
          />
        </ElSelect>
        <ElSelect v-model="look.how" :aria-label="`How, look ${i + 1}`">
          <ElOption v-for="how in LOOKED_HOW" :key="how" :value="how" :label="LOOK_WORDS[how]" />
        </ElSelect>
        <ElInput
          v-model="look.words"
          placeholder="dull brown, coming round"
          :aria-label="`In a word, look ${i + 1}`"
        />
        <ElInput
          v-model="look.hex"
          placeholder="#c9b26a"
          maxlength="7"
          :aria-label="`Colour, look ${i + 1}`"
        />
        <QuantityField
          v-model="look.tempC"
          kind="temperature"
          :label="`Temperature, look ${i + 1}`"
          bare
        />
        <NumberField v-model="look.ph" :label="`pH, look ${i + 1}`" unit="pH" bare />
        <button
          type="button"
          class="x"
          :aria-label="`Leave look ${i + 1} out`"
          @click="looks.splice(i, 1)"
        >
          ×
        </button>
      </li>
    </ul>
    <p v-if="!looks.length" class="quiet">Looks and readings that were written down then.</p>
    <div><ElButton @click="add">Add a look or a reading</ElButton></div>
  </section>
</template>

<style scoped>
li {
  display: grid;
  grid-template-columns: 108px 110px 120px minmax(0, 1fr) 96px 96px 96px 24px;
  gap: 8px;
  align-items: center;
}

.x {
  min-height: 32px;
  padding: 0;
  border: 0;
  background: none;
  color: var(--juniper);
  font-size: 20px;
  cursor: pointer;
}

@media (max-width: 900px) {
  li {
    grid-template-columns: 1fr 1fr;
  }
}
</style>
