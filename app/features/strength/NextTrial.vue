<script setup lang="ts">
import type { NextTrial as Trial } from '~~/core/strength/next-trial'
import { formatMass, formatNumber, formatRatio } from '~~/core/quantity/format-quantity'
import type { StrengthGroup, StrengthView } from '~~/shared/strength-view'
import { useTrialPots } from './useTrialPots'
import { groupWords } from './words'

/** Which ratio to try next, on which fibre and mordant, for the least plant. */
const { view, chosen } = defineProps<{ view: StrengthView; chosen: StrengthGroup }>()
const emit = defineEmits<{ ratio: [number] }>()

/** Enough is wanted to be known within this factor. */
const FACTORS = [2, 1.5] as const
const HANK_G = 10
const MOST_GROUPS = 6

const factor = ref<(typeof FACTORS)[number]>(2)
const worker = useCurvesWorker()
const answers = shallowRef(new Map<string, Trial | null>())
let question = 0

watch(
  [() => view, factor],
  async ([now, within]) => {
    const asked = ++question
    const found = new Map<string, Trial | null>()
    for (const group of now.groups.slice(0, MOST_GROUPS)) {
      if (!group.curve) continue
      const { points, prior } = group.curve.answer
      found.set(
        group.key,
        await worker.nextTrial({
          points: JSON.parse(JSON.stringify(points)),
          context: JSON.parse(JSON.stringify(prior)),
          ...{ pieceG: HANK_G, wantedWidth: 2 * Math.log(within) },
        }),
      )
      if (asked !== question) return
      answers.value = new Map(found)
    }
  },
  { immediate: true },
)

const trial = computed(() => answers.value.get(chosen.key))
const others = computed(() =>
  view.groups.flatMap((group) => {
    const each = answers.value.get(group.key)
    return each && group.key !== chosen.key ? [{ group, trial: each }] : []
  }),
)
const weighed = (dryG: number) => formatMass(dryG / view.usualDryFraction)
const within = (width: number) => formatNumber(Math.exp(width / 2), 2)

const { planning, failure, missing, plan } = useTrialPots()
const planIt = () => trial.value && plan(view, chosen, trial.value.ratio)
</script>

<template>
  <section class="stack tight" aria-labelledby="next-trial">
    <h2 id="next-trial" class="sr-only">Next trial</h2>
    <ElRadioGroup v-model="factor" aria-label="How well enough is to be known">
      <ElRadioButton v-for="each in FACTORS" :key="each" :value="each"
        >within a factor of {{ each }}</ElRadioButton
      >
    </ElRadioGroup>
    <p v-if="trial === undefined" class="quiet">Reckoning ...</p>
    <p v-else-if="trial === null">
      Enough is known <strong>within a factor of {{ factor }}</strong> on {{ groupWords(chosen) }}:
      another trial is not needed for that.
    </p>
    <template v-else>
      <p>
        Try <strong>{{ formatRatio(trial.ratio) }} dry</strong> on {{ groupWords(chosen) }}:
        <strong>{{ weighed(trial.dryG) }}</strong> {{ view.usualState }} for a hank of
        {{ HANK_G }} g.
      </p>
      <p class="quiet">
        Enough is known within a factor of {{ within(trial.widthNow) }} now, likely
        {{ within(trial.widthAfter) }} after
        {{ trial.trials === 1 ? 'this one' : `${trial.trials} trials` }} ({{
          weighed(trial.totalDryG)
        }}
        in all).
      </p>
      <div class="row">
        <ElButton type="primary" :loading="planning" @click="planIt"
          >Plan it, with a control</ElButton
        >
        <ElButton @click="emit('ratio', trial.ratio)">Show it on the ribbon</ElButton>
      </div>
      <p class="quiet">
        Two jars in one water bath, of one lot: the trial, and beside it a ratio that was tried
        before, which shows what the lot itself changes.
      </p>
    </template>
    <p v-if="missing" role="alert">
      {{ missing.words }} <NuxtLink :to="missing.to">{{ missing.link }}</NuxtLink>
    </p>
    <p v-if="failure" class="wrong" role="alert">{{ failure }}</p>
    <ul v-if="others.length" class="quiet" aria-label="Trials on other fibres and mordants">
      <li v-for="{ group, trial: each } in others" :key="group.key">
        {{ groupWords(group) }}: {{ formatRatio(each.ratio) }} dry, {{ weighed(each.dryG) }}, then
        within {{ within(each.widthAfter) }}
      </li>
    </ul>
  </section>
</template>
