<script setup lang="ts">
import { formatMass, inUnits } from '~/format/quantities'
import type { TodayView } from '~~/shared/views/log/today'
import { schemeFacts } from '~~/catalogue/mordant-schemes'
import PlansToday from '~/features/year/PlansToday.vue'
import { piecesText } from '~/features/basket/readiness'
import { ago, daysSince, localToday, shortDate } from '~/format/dates'
import { formatCount } from '~~/core/quantity/format-count'

const { view } = defineProps<{ view: TodayView }>()

const nothing = computed(
  () =>
    !view.unread.length &&
    !view.wilting.length &&
    !view.jarsDue.length &&
    !view.bathsDue.length &&
    !view.potsDue.length &&
    !view.looksDue.length &&
    !view.wishes.length &&
    !view.counts.unmordanted,
)
const overdueText = (days: number) => (days > 0 ? `${formatCount(days, 'day')} overdue` : 'today')
const LOOKED_AT = { light: 'Strips', wash: 'Washed', rub: 'Rubbed', drop: 'Drops' } as const
const freshNote = (gatheredOn: string) =>
  daysSince(gatheredOn) > 2 ? 'going off: use or dry' : 'use or dry'
</script>

<template>
  <section class="stack tight" aria-labelledby="hands">
    <h2 id="hands">Wants your hands</h2>
    <SwingTag
      v-for="lot in view.wilting.slice(0, 2)"
      :key="lot.id"
      :code="lot.code"
      :figure="formatMass(lot.leftG)"
      :figure-note="freshNote(lot.gatheredOn)"
      :line="`fresh, gathered ${ago(lot.gatheredOn)}`"
      :to="`/loft?lot=${lot.id}`"
    >
      <template #name>{{ lot.sourceName }}</template>
    </SwingTag>
    <PlansToday />
    <SwingTag
      v-for="jar in view.jarsDue.slice(0, 3)"
      :key="jar.id"
      :code="jar.code"
      :hex="jar.hex"
      :figure="jar.what"
      :figure-note="overdueText(jar.overdueDays)"
      :line="jar.vessel"
      :to="`/jars?jar=${jar.id}`"
    >
      <template #name>{{ jar.sourceName }}</template>
    </SwingTag>
    <SwingTag
      v-for="pot in view.potsDue.slice(0, 1)"
      :key="pot.id"
      :code="pot.code"
      figure="to light"
      :figure-note="piecesText(pot.pieces)"
      :line="`planned for ${shortDate(pot.dyedOn)}`"
      :to="`/hob?pot=${pot.id}`"
    >
      <template #name>{{ pot.lotCodes.join(', ') }}</template>
    </SwingTag>
    <SwingTag
      v-for="look in view.looksDue.slice(0, 2)"
      :key="look.key"
      :code="LOOKED_AT[look.kind]"
      :hex="look.hexes[0] ?? null"
      :figure="formatCount(look.tests, 'strip')"
      :figure-note="look.lookOn === localToday() ? 'today' : `since ${shortDate(look.lookOn)}`"
      line="a look was set for them"
      :to="`/fastness?set=${look.key}`"
    >
      <template #name>{{ look.place }}</template>
    </SwingTag>
    <SwingTag
      v-for="pot in view.unread.slice(0, 1)"
      :key="pot.potId"
      :code="pot.potCode"
      :figure="`${pot.swatches} to read`"
      :line="`dyed ${ago(pot.dyedOn)}, not read yet`"
      :to="`/swatch?pot=${pot.potId}`"
    >
      <template #name>{{ pot.sourceNames }}</template>
    </SwingTag>
    <SwingTag
      v-for="bath in view.bathsDue.slice(0, 2)"
      :key="bath.id"
      :code="bath.code"
      :figure="`${bath.pieces} pieces`"
      :figure-note="
        bath.plannedFor === localToday() ? 'tonight' : `since ${shortDate(bath.plannedFor)}`
      "
      line="mordant bath, planned and not begun"
      :to="`/baths?bath=${bath.id}`"
    >
      <template #name>{{ schemeFacts(bath.scheme).label }}</template>
    </SwingTag>
    <SwingTag
      v-if="view.counts.unmordanted"
      code="Basket"
      :figure="`${view.counts.unmordanted} pieces`"
      line="mordant them before a pot wants them"
      to="/basket"
    >
      <template #name>without mordant</template>
    </SwingTag>
    <SwingTag
      v-for="{ wish, why } in view.wishes.slice(0, 2)"
      :key="wish.id"
      code="Wish"
      :line="inUnits(why)"
      to="/jars#wishes"
    >
      <template #name>{{ wish.words }}</template>
    </SwingTag>
    <p v-if="nothing" class="quiet">Nothing waits. A walk, or a pot?</p>
  </section>
</template>
