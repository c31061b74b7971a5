<script setup lang="ts">
import { formatMass, formatNumber } from '~/format/quantities'
import type { LoftLot } from '~~/shared/views/loft/loft'
import type { Lot, LotChange } from '~~/shared/schemas/loft/lot'
import CorrectLot from './CorrectLot.vue'
import LotActions from './LotActions.vue'
import LotChain from './LotChain.vue'
import LotNaming from './LotNaming.vue'
import LotPhotos from './LotPhotos.vue'
import { amountOf, dryOf } from './words'
import { ago, roughDate } from '~/format/dates'
import { LOT_WORD_KEYS, LOT_WORDS } from '~~/shared/schemas/loft/lot-words'

/** One lot with all that is known of it, and what can be done with it. */
const { lot } = defineProps<{ lot: LoftLot }>()

const api = useApi()
const { failure, write } = useWrite()
const correcting = ref(false)
/** The version last seen, also before the page has loaded again: quick hands do two things in a row. */
const rev = ref(lot.rev)
watch(
  () => lot.rev,
  (seen) => (rev.value = Math.max(rev.value, seen)),
)

const BASIS = {
  measured: 'weighed on this lot',
  estimated: 'from your other lots of it',
  typical: 'typical, from memory, not yours',
} as const

const drying = computed(() => {
  const { drying: outlook, hungOn } = lot
  if (!outlook || !hungOn) return ''
  const { mid, low, high } = outlook.dryG
  return `Hung ${ago(hungOn)}: crisp in ${outlook.fromDays} to ${outlook.toDays} days from then, and likely ~${formatMass(mid)} (${formatMass(low)} to ${formatMass(high)}).`
})

const change = (body: LotChange, words: string) =>
  write(async () => {
    const answer = await api.patch<Lot>(`lots/${lot.id}`, body, rev.value)
    rev.value = answer.item.rev
    return answer
  }, words)

function corrected(seen: number | null) {
  if (seen !== null) rev.value = seen
  correcting.value = false
}

async function setAside() {
  const done = await write(
    () => api.post<Lot>(`lots/${lot.id}/set-aside`, {}, rev.value),
    `Set ${lot.code} aside.`,
  )
  if (done) void navigateTo('/loft')
}
</script>

<template>
  <section class="panel stack" :aria-label="`Lot ${lot.code}`">
    <SheetHead
      :code="lot.code"
      :name="lot.sourceName"
      :to="`/source/${lot.sourceId}`"
      :figure="amountOf(lot)"
      :figure-note="`${lot.state}${lot.chop === 'whole' ? '' : `, ${lot.chop}`}, left`"
    >
      <p class="latin">{{ lot.scientificName }}</p>
    </SheetHead>
    <p>
      <template v-if="lot.state !== 'dried'"
        ><strong :class="{ estimate: lot.dryFractionBasis !== 'measured' }">{{ dryOf(lot) }}</strong
        >{{ ' ' }}
        <span class="quiet">
          {{ formatNumber(lot.dryFraction) }} of the weight, {{ BASIS[lot.dryFractionBasis] }}</span
        ></template
      >
      <template v-if="lot.dyesG">
        dyes <strong>~{{ formatMass(lot.dyesG) }}</strong> of fibre at the usual ratio
      </template>
      <template v-else-if="lot.extracted">
        its colour was drawn {{ lot.extracted }} times already: what is left is not known</template
      >
    </p>
    <p v-if="drying" class="note">{{ drying }}</p>
    <PlainCaution v-if="lot.held" level="stop">
      The name is not sure: it is kept, and no pot or jar takes it until it is. Ask a local society,
      then note below what the name rests on.
    </PlainCaution>
    <p v-if="failure" class="wrong" role="alert">{{ failure }}</p>
    <LotActions :lot="lot" @change="change" @aside="setAside" />
    <LotChain :lot="lot" />
    <CorrectLot v-if="correcting" :lot="lot" :rev="rev" @done="corrected" />
    <dl v-else class="facts">
      <div>
        <dt>Gathered</dt>
        <dd>
          {{ roughDate(lot.gatheredOn, lot.gatheredWithinDays)
          }}{{ lot.patchName ? `, ${lot.patchName}` : '' }},
          {{ lot.obtained }}
        </dd>
      </div>
      <div v-if="lot.fromLog">
        <dt>Out of</dt>
        <dd>
          {{ lot.fromLog }}, another log: its swatches
          {{ lot.isCounted ? 'count on your curves' : 'are kept apart' }}
        </dd>
      </div>
      <div v-if="lot.stage">
        <dt>Stage</dt>
        <dd>{{ lot.stage }}</dd>
      </div>
      <template v-for="word in LOT_WORD_KEYS" :key="word">
        <div v-if="lot[word]">
          <dt>{{ LOT_WORDS[word].label }}</dt>
          <dd>{{ lot[word] }}</dd>
        </div>
      </template>
      <div v-if="lot.minutes">
        <dt>Time</dt>
        <dd>{{ lot.minutes }} min, {{ formatMass((lot.netG / lot.minutes) * 60) }} an hour</dd>
      </div>
      <div v-if="lot.count">
        <dt>Counted</dt>
        <dd>{{ lot.count }} {{ lot.measure }}</dd>
      </div>
      <div v-if="lot.contents.length">
        <dt>In it</dt>
        <dd>
          {{
            lot.contents
              .map(({ what, share, basis }) => `${what} ${Math.round(share * 100)} % ${basis}`)
              .join(', ')
          }}
        </dd>
      </div>
      <div v-if="lot.note">
        <dt>Note</dt>
        <dd>{{ lot.note }}</dd>
      </div>
    </dl>
    <div v-if="!correcting"><ElButton @click="correcting = true">Correct it</ElButton></div>
    <LotNaming :lot="lot" @change="change" />
    <LotPhotos :of="{ lotId: lot.id }" />
  </section>
</template>

<style scoped>
.note {
  padding: 8px 12px;
  border-left: 3px solid var(--haze);
  background: var(--haze-pale);
}

.facts {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(210px, 1fr));
  gap: 8px 20px;
}

dt {
  color: var(--quiet);
  font-size: 13px;
}
</style>
