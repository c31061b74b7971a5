<script setup lang="ts">
import { COLD_WAYS, WAY_KEYS, wayFacts, type Way } from '~~/catalogue/ways'
import { LIDS } from '~~/core/bath/evaporation'
import { PARTICLE_SIZES } from '~~/core/bath/water-budget'
import { formatTemperature, formatVolume, inUnits } from '~/format/quantities'
import { WATERS } from '~~/shared/schemas/pot/pot-plan'
import { LID_WORDS } from './end-words'
import ExtraSteps from './ExtraSteps.vue'
import { isUnmetered, UNMETERED_HEATS } from './unmetered-heats'
import PotAdditions from './PotAdditions.vue'
import { POT_PLAN } from './usePotPlan'
import type { PotStock } from './usePotStock'
import { present } from '~~/core/present'

const { stock, errors } = defineProps<{ stock: PotStock; errors: Record<string, string> }>()
const plan = present(inject(POT_PLAN))

/** Skins never go in heat: only cold ways are offered for them. */
const offered = computed(() => (plan.coldOnly ? COLD_WAYS : WAY_KEYS))
const ownOffered = computed(() =>
  stock.ways.filter(({ basedOn }) => offered.value.includes(basedOn)),
)
const OWN = 'own:'
const chosen = computed({
  get: () => (plan.draft.ownWayId ? OWN + plan.draft.ownWayId : plan.draft.way),
  set: (value: string) => {
    const own = stock.ways.find(({ id }) => OWN + id === value)
    plan.draft.ownWayId = own?.id ?? null
    plan.draft.way = own?.basedOn ?? (value as Way)
    plan.draft.tempC = plan.draft.extractC = plan.draft.minutes = null
    plan.draft.opened.way = null
  },
})
const UNKNOWN = 'unknown'
const water = computed({
  get: () => plan.draft.water || UNKNOWN,
  set: (value: string) => (plan.draft.water = value === UNKNOWN ? '' : (value as 'rain')),
})
const size = computed({
  get: () => plan.draft.size || UNKNOWN,
  set: (value: string) => (plan.draft.size = value === UNKNOWN ? '' : (value as 'whole')),
})
const NO_VESSEL = 'none'
const vessel = computed({
  get: () => plan.draft.vesselId || NO_VESSEL,
  set: (value: string) => (plan.draft.vesselId = value === NO_VESSEL ? '' : value),
})
const burner = computed({
  // of a pot of the past the first burner of the kitchen is no fact
  get: () =>
    isPast.value ? plan.draft.burner || UNKNOWN : (plan.burner?.name ?? plan.draft.burner),
  set: (value: string) => (plan.draft.burner = value === UNKNOWN ? '' : value),
})
const OPENED = {
  jar: () => 'As the jar it came from wants.',
  yours: (code: string) => `As in ${code}, your last pot of it.`,
  source: () => 'As is usual of it.',
  part: () => 'As is usual of such plants.',
}
/** Where the way comes from, while it stands as it opened. */
const opened = computed(() => {
  const { way, code } = plan.draft.opened
  return way && plan.lots.length > 0 ? OPENED[way](code) : ''
})
/** What is done in rounds: coats that are brushed on, dips into a vat. */
const rounds = computed(() => ROUNDS[plan.draft.way] ?? null)
const ROUNDS: Partial<Record<Way, { many: string; of: string }>> = {
  paintOn: { many: 'Coats', of: 'on' },
  reducedVat: { many: 'Dips', of: 'of' },
}
/** Coats are whole, and more than ten add nothing that anyone sees. */
const wholeCoats = (typed: number) => Math.min(10, Math.max(1, Math.round(typed)))
function setCoats(pieceId: string, typed: number | null) {
  const { [pieceId]: _, ...others } = plan.draft.pieceCoats
  plan.draft.pieceCoats = typed === null ? others : { ...others, [pieceId]: wholeCoats(typed) }
}
const isPast = computed(() => plan.draft.mode === 'past')
const lid = computed({
  get: () => plan.draft.lid || UNKNOWN,
  set: (value: string) => (plan.draft.lid = value === UNKNOWN ? '' : (value as 'on')),
})
</script>

<template>
  <section class="panel stack tight" aria-labelledby="how">
    <h2 id="how">How</h2>
    <LabeledField v-slot="{ id }" label="Way">
      <ElSelect :id="id" v-model="chosen">
        <ElOption v-for="way in offered" :key="way" :value="way" :label="wayFacts(way).label" />
        <ElOption
          v-for="way in ownOffered"
          :key="way.id"
          :value="OWN + way.id"
          :label="`${way.name} (yours)`"
        />
      </ElSelect>
    </LabeledField>
    <p v-if="plan.coldOnly" class="quiet">Skins are in it: only ways without heat are offered.</p>
    <p v-else class="quiet">{{ inUnits(wayFacts(plan.draft.way).words) }}</p>
    <p v-if="opened" class="quiet">{{ opened }}</p>
    <div class="grid">
      <LabeledField v-slot="{ id }" label="Vessel">
        <ElSelect :id="id" v-model="vessel">
          <ElOption
            :value="NO_VESSEL"
            :label="isPast ? 'not known' : `not said (${formatVolume(10)})`"
          />
          <ElOption
            v-for="each in stock.vessels"
            :key="each.id"
            :value="each.id"
            :label="`${each.name}, ${formatVolume(each.fullL)} ${each.material}`"
          />
        </ElSelect>
      </LabeledField>
      <LabeledField v-slot="{ id }" label="Water from">
        <ElSelect :id="id" v-model="water">
          <ElOption :value="UNKNOWN" label="not said" />
          <ElOption v-for="each in WATERS" :key="each" :value="each" :label="each" />
        </ElSelect>
      </LabeledField>
      <QuantityField
        v-model="plan.draft.waterL"
        kind="volume"
        label="Water"
        :hint="
          !isPast && plan.water && !plan.water.isOwn
            ? `advised: ${formatVolume(plan.water.pourL, 2)}`
            : ''
        "
        :error="errors['/waterL']"
      />
      <QuantityField
        v-if="plan.isHeated && !isPast"
        v-model="plan.draft.kettleL"
        kind="volume"
        label="of it from the kettle"
      />
      <QuantityField
        v-if="plan.extractC !== null && !isPast && !plan.isLiquorMade"
        v-model="plan.draft.extractC"
        kind="temperature"
        label="Heat, drawing the colour out"
        :placeholder="formatTemperature(plan.extractC)"
        :error="errors['/extractC']"
      />
      <QuantityField
        v-if="plan.tempC !== null"
        v-model="plan.draft.tempC"
        kind="temperature"
        :label="isPast ? 'Hottest with the pieces in' : 'Heat, pieces in'"
        :placeholder="isPast ? 'not known' : formatTemperature(plan.tempC)"
        :error="errors['/tempC']"
      />
      <NumberField
        v-model="plan.draft.minutes"
        :label="isPast ? 'Time in, all' : 'Time in'"
        unit="min"
        :placeholder="isPast ? 'not known' : String(plan.minutes)"
        :error="errors['/minutes']"
      />
      <LabeledField v-slot="{ id }" label="Stuff">
        <ElSelect :id="id" v-model="size">
          <ElOption :value="UNKNOWN" label="not said" />
          <ElOption v-for="each in PARTICLE_SIZES" :key="each" :value="each" :label="each" />
        </ElSelect>
      </LabeledField>
      <LabeledField v-if="plan.isHeated" v-slot="{ id }" label="Burner, lid" class="wide">
        <ElSelect :id="id" v-model="burner">
          <ElOption v-if="isPast" :value="UNKNOWN" label="burner not known" />
          <ElOption
            v-for="each in stock.settings.burners"
            :key="each.name"
            :value="each.name"
            :label="`${each.name}, ${each.powerW} W`"
          />
          <ElOption v-for="each in UNMETERED_HEATS" :key="each" :value="each" :label="each" />
        </ElSelect>
        <ElSelect v-model="lid" aria-label="Lid">
          <ElOption :value="UNKNOWN" label="lid not known" />
          <ElOption v-for="each in LIDS" :key="each" :value="each" :label="LID_WORDS[each]" />
        </ElSelect>
      </LabeledField>
    </div>
    <p v-if="isUnmetered(plan.draft.burner) && !isPast && plan.isHeated" class="caution">
      How hot a {{ plan.draft.burner }} gets is not known in degrees: read the liquor, or it stays
      not known.{{ plan.draft.burner === 'open fire' ? ' A fire is never left alone.' : '' }}
    </p>
    <NumberField
      v-if="rounds"
      :model-value="plan.draft.coats"
      :label="rounds.many"
      hint="each adds less than the one before"
      @update:model-value="plan.draft.coats = wholeCoats($event ?? 1)"
    />
    <div v-if="rounds && plan.pieces.length > 1" class="grid">
      <NumberField
        v-for="piece in plan.pieces"
        :key="piece.id"
        :model-value="plan.draft.pieceCoats[piece.id] ?? null"
        :label="`${rounds.many} ${rounds.of} ${piece.code}`"
        :placeholder="String(plan.draft.coats)"
        @update:model-value="setCoats(piece.id, $event)"
      />
    </div>
    <NumberField
      v-if="isPast"
      v-model="plan.draft.finalPh"
      label="Final pH"
      hint="only if it was read"
      :error="errors['/finalPh']"
    />
    <PotAdditions :errors="errors" />
    <ExtraSteps />
    <LabeledField v-slot="{ id }" label="Note" :error="errors['/note']">
      <ElInput :id="id" v-model="plan.draft.note" />
    </LabeledField>
    <PlainCaution :level="wayFacts(plan.draft.way).brings.includes('ammonia') ? 'grave' : 'mind'">
      {{ wayFacts(plan.draft.way).caution }}
    </PlainCaution>
  </section>
</template>

<style scoped>
.grid {
  display: grid;
  grid-template-columns: repeat(2, minmax(0, 1fr));
  gap: 6px 12px;
}

.wide {
  grid-column: 1 / -1;
}
</style>
