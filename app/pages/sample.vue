<script setup lang="ts">
import { fullDate } from '~/format/calendar'
import { formatNumber, formatRatio } from '~/format/quantities'
import type { StrengthView } from '~~/shared/views/strength/strength'
import SourceChoice from '~/features/strength/SourceChoice.vue'
import StrengthNav from '~/features/strength/StrengthNav.vue'
import { sampleRows, sourceTitle, weighedText } from '~/features/strength/sample-page'
import { useChosenSource } from '~/features/strength/useChosenSource'
import { formatCount } from '~~/core/quantity/format-count'

/** A source on one page of paper: ratios from pale to deep, on each fibre and mordant. */
const api = useApi()
const { isLoaded, items, sourceId, failure } = useChosenSource()
const { data: view, failure: unloaded } = useLoaded(
  async () => (sourceId.value ? await api.get<StrengthView>(`strength/${sourceId.value}`) : null),
  sourceId,
)
const rows = computed(() => (view.value ? sampleRows(view.value) : []))
const print = () => window.print()
useHead({ title: () => `${view.value ? sourceTitle(view.value) : 'Sample page'} · Juniper Haze` })
</script>

<template>
  <div class="no-print">
    <StrengthNav />
    <p v-if="failure || unloaded" class="wrong" role="alert">{{ failure || unloaded }}</p>
    <div class="row">
      <ElButton type="primary" :disabled="!rows.length" @click="print">Print</ElButton>
      <SourceChoice
        :items="items"
        :chosen="sourceId ? { id: sourceId, words: view ? sourceTitle(view) : '' } : null"
      />
    </div>
  </div>
  <article v-if="view && rows.length" class="paper">
    <header>
      <h1>{{ sourceTitle(view) }}</h1>
      <p>
        <em>{{ view.source.scientificName }}</em> · sample page ·
        {{ fullDate(undefined) }}
      </p>
    </header>
    <table>
      <thead>
        <tr>
          <th scope="col">plant to fibre</th>
          <th v-for="step in rows[0]!.steps" :key="step.ratioDry" scope="col">
            {{ weighedText(view, step.ratioDry) }}
            <span>{{ formatRatio(step.ratioDry) }} dry</span>
          </th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="row in rows" :key="row.key">
          <th scope="row">
            {{ row.words }} <span>{{ formatCount(row.n, 'swatch', 'swatches') }}</span>
          </th>
          <td v-for="step in row.steps" :key="step.ratioDry">
            <div class="cell">
              <span
                class="swatch"
                :class="{ none: !step.swatch }"
                :style="step.swatch ? { background: step.swatch.hex } : {}"
              />
              <span
                class="expected"
                :class="{ none: !step.hex }"
                :style="step.hex ? { background: step.hex } : {}"
              />
            </div>
            <span v-if="step.swatch" class="under">
              {{ step.swatch.code }}, {{ formatRatio(step.swatch.ratioDry) }}
            </span>
            <span v-else class="under">{{ step.isKnown ? 'not dyed here' : 'not known' }}</span>
            <span v-if="step.isKnown && step.strength !== null" class="under"
              >~{{ formatNumber(step.strength, 2) }}</span
            >
          </td>
        </tr>
      </tbody>
    </table>
    <footer>
      Above: the swatch dyed nearest to the ratio, with its own dry ratio. Below: what the curve
      expects there, and its strength. Colours on paper and screen only come near.
    </footer>
  </article>
  <p v-else-if="isLoaded && !sourceId">
    No swatches yet. <NuxtLink to="/pot">Dye a pot</NuxtLink> at several ratios, and they hang here
    from pale to deep.
  </p>
  <p v-else-if="view">
    No swatch of it can be counted yet: <NuxtLink to="/swatch">read one</NuxtLink>, or
    <NuxtLink to="/pot">dye a pot</NuxtLink>.
  </p>
</template>

<style scoped>
.paper {
  max-width: 900px;
  margin: 12px auto 0;
  padding: 22px 26px;
}

table {
  width: 100%;
  margin-top: 10px;
  border-collapse: collapse;
  table-layout: fixed;
}

th,
td {
  padding: 4px;
  border-bottom: 1px solid #999;
  font-size: 13px;
  font-weight: 400;
  text-align: left;
  vertical-align: top;
}

thead th {
  font-weight: 600;
}

th span,
.under {
  display: block;
  color: #333;
  font-size: 12px;
  font-weight: 400;
}

.cell {
  display: grid;
  overflow: hidden;
  border: 1px solid #999;
  print-color-adjust: exact;
}

.swatch {
  height: 44px;
}

.expected {
  height: 22px;
}

.none {
  background: repeating-linear-gradient(135deg, #fff 0 6px, #e6e6e6 6px 7px);
}

footer {
  margin-top: 10px;
  font-size: 12px;
}

tr {
  break-inside: avoid;
}
</style>
