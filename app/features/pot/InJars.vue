<script setup lang="ts">
import { formatNumber } from '~/format/quantities'
import { POT_PLAN } from './usePotPlan'
import { present } from '~~/core/present'

/** Each piece in a jar of its own, in one water bath: the liquor carries the plant by its volume. */
const plan = present(inject(POT_PLAN))

const rows = computed(() =>
  plan.pieces.map((piece) => {
    const said = plan.draft.jarShares[piece.id]
    return {
      piece,
      isMeasured: said !== null,
      percent: Math.round(1000 * (said ?? piece.dryG / plan.fibreG)) / 10,
    }
  }),
)
const total = computed(() => rows.value.reduce((sum, { percent }) => sum + percent, 0))

function setShare(id: string, percent: number | null) {
  plan.draft.jarShares[id] = percent === null ? 0 : percent / 100
}
function setMeasured(id: string, isMeasured: boolean) {
  const { [id]: _, ...others } = plan.draft.jarShares
  plan.draft.jarShares = isMeasured ? others : { ...others, [id]: null }
}
</script>

<template>
  <section v-if="plan.pieces.length > 1" class="stack tight">
    <ElCheckbox
      v-model="plan.draft.inJars"
      label="Each piece in a jar of its own, one water bath"
    />
    <ul v-if="plan.draft.inJars" class="stack tight">
      <li v-for="{ piece, percent, isMeasured } in rows" :key="piece.id">
        <strong>{{ piece.code }}</strong>
        <NumberField
          v-if="isMeasured"
          :model-value="percent"
          :label="`Share of the liquor for ${piece.code}`"
          unit="% of the liquor"
          bare
          @update:model-value="setShare(piece.id, $event)"
        />
        <span v-else class="estimate">its ratio stays unknown</span>
        <ElCheckbox
          :model-value="isMeasured"
          label="measured"
          @update:model-value="setMeasured(piece.id, Boolean($event))"
        />
      </li>
      <li v-if="Math.abs(total - 100) > 1" class="caution">
        The shares come to {{ formatNumber(total) }} % of the liquor.
      </li>
    </ul>
  </section>
</template>

<style scoped>
li {
  display: grid;
  grid-template-columns: 92px minmax(0, 1fr) auto;
  gap: 10px;
  align-items: center;
}

li.caution {
  display: block;
  color: var(--ochre);
}
</style>
