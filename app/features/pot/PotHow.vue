<script setup lang="ts">
import { COLD_WAYS, WAY_KEYS, wayFacts, type Way } from '~~/catalogue/ways'
import { LIDS } from '~~/core/bath/evaporation'
import { PARTICLE_SIZES } from '~~/core/bath/water-budget'
import { formatNumber, formatVolume } from '~~/core/quantity/format-quantity'
import { WATERS } from '~~/shared/schemas/pot/pot-plan'
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
    plan.draft.tempC = ''
    plan.draft.minutes = ''
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
  get: () => plan.burner?.name ?? '',
  set: (value: string) => (plan.draft.burner = value),
})
const lidWords = { on: 'lid on', ajar: 'lid ajar', off: 'no lid' }
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
    <p v-else class="quiet">{{ wayFacts(plan.draft.way).words }}</p>
    <div class="grid">
      <LabeledField v-slot="{ id }" label="Vessel">
        <ElSelect :id="id" v-model="vessel">
          <ElOption :value="NO_VESSEL" label="not said (10 L)" />
          <ElOption
            v-for="each in stock.vessels"
            :key="each.id"
            :value="each.id"
            :label="`${each.name}, ${formatNumber(each.fullL)} L ${each.material}`"
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
          plan.water && !plan.water.isOwn ? `advised: ${formatVolume(plan.water.pourL, 2)}` : ''
        "
        :error="errors['/waterL']"
      />
      <QuantityField
        v-if="plan.isHeated"
        v-model="plan.draft.kettleL"
        kind="volume"
        label="of it from the kettle"
      />
      <LabeledField
        v-if="plan.tempC !== null"
        v-slot="{ id }"
        label="Heat"
        unit="°C"
        :error="errors['/tempC']"
      >
        <ElInput
          :id="id"
          v-model.number="plan.draft.tempC"
          inputmode="decimal"
          :placeholder="String(plan.tempC)"
        />
      </LabeledField>
      <LabeledField v-slot="{ id }" label="Time in" unit="min" :error="errors['/minutes']">
        <ElInput
          :id="id"
          v-model.number="plan.draft.minutes"
          inputmode="decimal"
          :placeholder="String(plan.minutes)"
        />
      </LabeledField>
      <LabeledField v-slot="{ id }" label="Stuff">
        <ElSelect :id="id" v-model="size">
          <ElOption :value="UNKNOWN" label="not said" />
          <ElOption v-for="each in PARTICLE_SIZES" :key="each" :value="each" :label="each" />
        </ElSelect>
      </LabeledField>
      <LabeledField v-if="plan.isHeated" v-slot="{ id }" label="Burner, lid">
        <ElSelect :id="id" v-model="burner">
          <ElOption
            v-for="each in stock.settings.burners"
            :key="each.name"
            :value="each.name"
            :label="`${each.name}, ${each.powerW} W`"
          />
        </ElSelect>
        <ElSelect v-model="plan.draft.lid" aria-label="Lid">
          <ElOption v-for="lid in LIDS" :key="lid" :value="lid" :label="lidWords[lid]" />
        </ElSelect>
      </LabeledField>
    </div>
    <NumberField
      v-if="plan.draft.way === 'paintOn'"
      :model-value="plan.draft.coats"
      label="Coats"
      hint="each adds less than the one before"
      @update:model-value="plan.draft.coats = Math.min(10, Math.max(1, Math.round($event ?? 1)))"
    />
    <PotAdditions :errors="errors" />
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
</style>
