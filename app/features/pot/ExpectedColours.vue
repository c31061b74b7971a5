<script setup lang="ts">
import GuardList from '~/features/baths/GuardList.vue'
import { pieceName } from '~/features/basket/readiness'
import { percentText } from '~/features/strength/words'
import { expectedDepth, moreWords, standsOn } from './expected-words'
import FairTrial from './FairTrial.vue'
import { POT_PLAN } from './usePotPlan'
import { formatCount } from '~~/core/quantity/format-count'
import { present } from '~~/core/present'

/** The colour each piece is likely to take, how sure that is, and whether more plant would help. */
const plan = present(inject(POT_PLAN))

const expected = computed(() =>
  plan.pieces.flatMap((piece, i) => {
    const prediction = plan.predictions[i]
    return prediction ? [{ piece, prediction, words: expectedDepth(prediction) }] : []
  }),
)
const more = computed(() => moreWords(expected.value.map(({ prediction }) => prediction)))
const hasMany = computed(() => plan.pieces.length > 1)
const isPulling = ref(Object.keys(plan.draft.pulls).length > 0)
function setPull(id: string, minutes: number | null) {
  const { [id]: _, ...others } = plan.draft.pulls
  plan.draft.pulls = minutes ? { ...others, [id]: minutes } : others
}
</script>

<template>
  <section class="panel stack tight" aria-labelledby="expected">
    <h2 id="expected">Expected</h2>
    <p v-if="plan.from && plan.taken" class="estimate">
      What {{ plan.from.code }} left is not known: each bath is taken to leave
      {{ percentText(1 - plan.taken.mid) }} of the dye ({{ percentText(1 - plan.taken.high) }} to
      {{ percentText(1 - plan.taken.low) }}),
      {{
        plan.taken.n > 0
          ? `as ${formatCount(plan.taken.n, 'swatch', 'swatches')} of later baths tell`
          : 'as is usual'
      }}.
    </p>
    <p v-if="!plan.pieces.length" class="quiet">
      Choose a piece: the colour it is likely to take stands here, and how sure that is.
    </p>
    <p v-else-if="!plan.isLookedUp" class="quiet">Looking through your swatches of it.</p>
    <ul
      v-else
      class="list"
      :class="{ waiting: !plan.isAnswered }"
      :data-computed-ms="plan.isAnswered ? plan.tookMs : undefined"
    >
      <li v-for="{ piece, prediction, words } in expected" :key="piece.id">
        <span
          class="patch"
          :class="{ unknown: !words.hex }"
          :style="words.hex ? { background: words.hex } : {}"
        />
        <span>
          <strong>{{ piece.code }}</strong> <span class="quiet">{{ pieceName(piece) }}</span>
          <span class="line">
            {{ words.likely }} <strong>{{ words.depth }}</strong>{{ words.others
            }}<template v-if="words.strength"
              >:
              <span :class="{ estimate: prediction.basis !== 'measured' }">{{
                words.strength
              }}</span></template
            >
          </span>
          <span class="line quiet">{{ standsOn(prediction) }}</span>
          <span v-if="isPulling" class="line pull">
            <NumberField
              :model-value="plan.draft.pulls[piece.id] ?? null"
              :label="`Pull ${piece.code} after`"
              unit="min, then out"
              bare
              @update:model-value="setPull(piece.id, $event)"
            />
          </span>
        </span>
      </li>
    </ul>
    <ElCheckbox v-if="hasMany" v-model="isPulling" label="Pull some before the others" />
    <p v-if="more">{{ more }}</p>
    <p v-for="words in plan.taking" :key="words" class="quiet capital">{{ words }}</p>
    <FairTrial />
    <GuardList v-model="plan.draft.justifications" :guards="plan.guards" />
  </section>
</template>

<style scoped>
.list {
  display: grid;
  gap: 8px;
  max-height: 216px;
  overflow-y: auto;
}

.list li {
  display: grid;
  grid-template-columns: 54px 1fr;
  gap: 12px;
  align-items: center;
}

.patch {
  height: 46px;
  border-radius: var(--corner);
}

.unknown {
  background: repeating-linear-gradient(135deg, var(--haze-pale) 0 6px, #fff 6px 12px);
}

.line {
  display: block;
}

.pull {
  display: flex;
  gap: 8px;
  align-items: center;
}

.pull :deep(.field) {
  width: 180px;
}

.waiting {
  opacity: 0.75;
}
</style>
