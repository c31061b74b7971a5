<script setup lang="ts">
import type { Narrowed, NextTrial as Trial } from '~~/core/strength/next-trial'
import { takesNothing } from '~~/core/strength/posterior/describe-posterior'
import { formatMass, formatNumber, formatRatio } from '~/format/quantities'
import type { Page } from '~~/shared/schemas/log/common'
import type { Lot } from '~~/shared/schemas/loft/lot'
import type { StrengthGroup, StrengthView } from '~~/shared/views/strength/strength'
import { useTrialPots } from './useTrialPots'
import { groupWords } from './words'
import { plain } from '~/workers/plain'
import { latestOnly } from '~/composables/latest'

/** Which ratio to try next, on which fibre and mordant, for the least plant. */
const { view, chosen } = defineProps<{ view: StrengthView; chosen: StrengthGroup }>()
const emit = defineEmits<{ ratio: [number] }>()

/** Enough, and strength at 1 : 1, are wanted to be known within this factor. */
const FACTORS = [2, 1.5] as const
const HANK_G = 10
const MOST_GROUPS = 6

const factor = ref<(typeof FACTORS)[number]>(2)
/** More plant where nothing takes teaches nothing. */
const isWorthIt = ({ curve }: StrengthGroup) => !curve || !takesNothing(curve.answer)
/** Width of the interval that reads as within a factor, rounded to a tenth. */
const widthOf = (within: number) => 2 * Math.log(within + 0.05)
const worker = useCurvesWorker()
const api = useApi()
/** What there is most of is dyed with. */
const { data: stock, failure: unloaded } = useLoaded(
  () => api.get<Page<Lot>>('lots', { sourceId: view.source.id, inStock: true, limit: 50 }),
  () => view.source.id,
)
const lot = computed(
  () => stock.value?.items.filter(({ held }) => !held).sort((a, b) => b.leftG - a.leftG)[0] ?? null,
)
const answers = shallowRef(new Map<string, Trial | null>())
const ask = latestOnly()

watch(
  [() => view, factor, stock],
  async ([now, within, isLoaded]) => {
    if (!isLoaded) return
    const isLatest = ask()
    const found = new Map<string, Trial | null>()
    for (const group of now.groups.slice(0, MOST_GROUPS)) {
      if (!group.curve || !isWorthIt(group)) continue
      const { points, prior } = group.curve.answer
      found.set(
        group.key,
        await worker.nextTrial({
          points: plain(points),
          context: plain(prior),
          pieceG: HANK_G,
          wantedWidth: widthOf(within),
          wantedStrengthWidth: widthOf(within),
          lot: lot.value?.id,
        }),
      )
      if (!isLatest()) return
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
/** As it is weighed out: of the lot at hand, or as the source usually is. */
const state = computed(() => lot.value?.state ?? view.usualState)
const weighed = (dryG: number) =>
  formatMass(dryG / (lot.value?.dryFraction ?? view.usualDryFraction))
const within = (width: number) => formatNumber(Math.exp(width / 2), 2)
const known = (what: string, { now, after }: Narrowed) =>
  `${what} is known within a factor of ${within(now)} now, likely ${within(after)}`

const { planning, failure, missing, plan } = useTrialPots()
const planIt = () => trial.value && plan(view, chosen, trial.value.ratio)
</script>

<template>
  <section class="stack tight" aria-labelledby="next-trial">
    <h2 id="next-trial" class="sr-only">Next trial</h2>
    <ElRadioGroup v-model="factor" aria-label="How well it is to be known">
      <ElRadioButton v-for="each in FACTORS" :key="each" :value="each"
        >within a factor of {{ each }}</ElRadioButton
      >
    </ElRadioGroup>
    <p v-if="!isWorthIt(chosen)">
      It likely does not take on {{ groupWords(chosen) }}: another fibre, mordant or way would tell
      more than another ratio.
    </p>
    <p v-else-if="trial === undefined" class="quiet">Reckoning ...</p>
    <p v-else-if="trial === null">
      Enough, and strength at 1 : 1 dry, are known
      <strong>within a factor of {{ factor }}</strong> on {{ groupWords(chosen) }}: another trial is
      not needed for that.
    </p>
    <template v-else>
      <p>
        Try <strong>{{ formatRatio(trial.ratio) }} dry</strong> on {{ groupWords(chosen) }}:
        <strong>{{ weighed(trial.dryG) }}</strong> {{ state }} for a hank of {{ formatMass(HANK_G)
        }}{{ lot ? `, of ${lot.code}` : '' }}.
      </p>
      <p class="quiet">
        {{ known('Enough', trial.enough) }}, {{ known('strength', trial.strength) }} after
        {{ trial.trials === 1 ? 'this one' : `${trial.trials} trials` }} ({{
          weighed(trial.totalDryG)
        }}
        in all){{ trial.isReached ? '' : '; the rest takes further lots' }}.
      </p>
      <div class="row">
        <ElButton type="primary" :loading="planning" @click="planIt"
          >Plan it, with a {{ chosen.n ? 'control' : 'second one' }}</ElButton
        >
        <ElButton @click="emit('ratio', trial.ratio)">Show it on the ribbon</ElButton>
      </div>
      <p class="quiet">
        Two jars in one water bath, of one lot: the trial, and beside it
        {{
          chosen.n
            ? 'a ratio that was tried before, which shows what the lot itself changes'
            : 'one four times apart in plant, which shows where more of it stops helping'
        }}.
      </p>
    </template>
    <p v-if="missing" role="alert">
      {{ missing.words }} <NuxtLink :to="missing.to">{{ missing.link }}</NuxtLink>
    </p>
    <p v-if="failure || unloaded" class="wrong" role="alert">{{ failure || unloaded }}</p>
    <ul v-if="others.length" class="quiet" aria-label="Trials on other fibres and mordants">
      <li v-for="{ group, trial: each } in others" :key="group.key">
        {{ groupWords(group) }}: {{ formatRatio(each.ratio) }} dry, {{ weighed(each.dryG) }}, then
        strength within {{ within(each.strength.after) }}
      </li>
    </ul>
  </section>
</template>
