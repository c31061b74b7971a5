<script setup lang="ts">
import { COLD_WAYS, WAY_KEYS, WAYS } from '~~/catalogue/ways'
import { localToday } from '~/features/today/dates'
import { POT_PLAN } from './usePotPlan'

const plan = inject(POT_PLAN)!
/** Skins never go in heat: only cold ways are offered for them. */
const ways = computed(() => (plan.coldOnly ? COLD_WAYS : WAY_KEYS))
</script>

<template>
  <section class="panel stack" aria-labelledby="how">
    <h2 id="how">How it was dyed</h2>
    <div class="grid">
      <LabeledField v-slot="{ id }" label="Way">
        <ElSelect :id="id" v-model="plan.draft.way">
          <ElOption v-for="way in ways" :key="way" :value="way" :label="WAYS[way].label" />
        </ElSelect>
      </LabeledField>
      <LabeledField v-slot="{ id }" label="Day" :error="plan.errors['/dyedOn']">
        <ElInput :id="id" v-model="plan.draft.dyedOn" type="date" :max="localToday()" />
      </LabeledField>
      <QuantityField
        v-model="plan.draft.waterL"
        kind="volume"
        label="Water"
        :error="plan.errors['/waterL']"
      />
      <LabeledField v-slot="{ id }" label="Heat" unit="°C" :error="plan.errors['/tempC']">
        <ElInput :id="id" v-model.number="plan.draft.tempC" inputmode="decimal" placeholder="82" />
      </LabeledField>
      <LabeledField v-slot="{ id }" label="Time in" unit="min" :error="plan.errors['/minutes']">
        <ElInput
          :id="id"
          v-model.number="plan.draft.minutes"
          inputmode="decimal"
          placeholder="60"
        />
      </LabeledField>
      <LabeledField v-slot="{ id }" label="Final pH" :error="plan.errors['/finalPh']">
        <ElInput
          :id="id"
          v-model.number="plan.draft.finalPh"
          inputmode="decimal"
          placeholder="if read"
        />
      </LabeledField>
    </div>
    <LabeledField v-slot="{ id }" label="Note" :error="plan.errors['/note']">
      <ElInput :id="id" v-model="plan.draft.note" />
    </LabeledField>
    <p v-if="plan.coldOnly" class="quiet">Skins are in it: only ways without heat are offered.</p>
    <PlainCaution>
      Dye pots and spoons never go back to the kitchen. Ventilate; keep children from hot liquor.
    </PlainCaution>
    <PlainCaution v-if="plan.draft.way === 'ammoniaFerment'" level="grave">
      Ammonia: outdoors, eyes covered. Never with bleach: the fumes of the two together can kill.
    </PlainCaution>
  </section>
</template>

<style scoped>
.grid {
  display: grid;
  grid-template-columns: repeat(2, minmax(0, 1fr));
  gap: 8px 12px;
}
</style>
