<script setup lang="ts">
import { formatNumber, formatTemperature } from '~/format/quantities'
import { dryRatioText } from '~/format/ratio'
import type { Lot } from '~~/shared/schemas/loft/lot'
import type { ShelfItem } from '~~/shared/schemas/loft/shelf'
import type { Pot } from '~~/shared/schemas/pot/pot'
import { EYE_WORDS } from '~~/shared/words/pot/eye'
import { LIQUOR_WORDS } from '~/features/pot/end-words'
import AddForm from './AddForm.vue'
import BathTrace from './BathTrace.vue'
import CorrectPot from './CorrectPot.vue'
import LookForm from './LookForm.vue'
import ReadingForm from './ReadingForm.vue'
import { usePotNotes } from './usePotNotes'
import { formatDuration } from '~~/core/quantity/format-duration'

/** A pot that is over: what really happened, and where its swatches are read. */
const { pot, shelf, lots } = defineProps<{
  pot: Pot
  shelf: readonly ShelfItem[]
  lots: readonly Lot[]
}>()
const api = useApi()
const { failure, busy, note, when, write } = usePotNotes(() => pot)
const doing = ref<'' | 'correct' | 'look' | 'reading' | 'add'>('')

async function setAside() {
  const done = await write(
    () => api.post<Pot>(`pots/${pot.id}/set-aside`, {}, pot.rev),
    `Set ${pot.code} aside: what it took is back in the loft.`,
  )
  if (done) void navigateTo('/hob')
}

const boiled = computed(() => {
  const known = pot.end?.boiled
  if (known === undefined || known === null) return 'not known'
  return known ? 'yes' : 'no'
})
const facts = computed(() => [
  ['Ratio', dryRatioText(pot)],
  ['Hottest with the pieces in', pot.tempC === null ? 'not read' : formatTemperature(pot.tempC)],
  ['Boiled with the pieces in', boiled.value],
  ...(pot.plan?.burner ? [['Heated on', pot.plan.burner]] : []),
  ...(pot.end?.liquorBoiled ? [['The liquor alone', 'boiled before']] : []),
  ['Time in', pot.minutes === null ? 'not noted' : formatDuration(pot.minutes)],
  ['Final pH', pot.finalPh === null ? 'not read' : formatNumber(pot.finalPh, 3)],
  ['Liquor', pot.end?.liquor ? LIQUOR_WORDS[pot.end.liquor] : 'not noted'],
])
</script>

<template>
  <div class="stack tight">
    <div class="row">
      <NuxtLink :to="`/swatch?pot=${pot.id}`" class="el-button el-button--primary"
        >Read its swatches</NuxtLink
      >
      <NuxtLink :to="`/sheet?pot=${pot.id}`" class="el-button">Recipe card</NuxtLink>
      <a :href="`/api/recipe/${pot.id}?as=markdown`" class="el-button" download>Markdown</a>
      <a :href="`/api/recipe/${pot.id}`" class="el-button" download>JSON</a>
      <NuxtLink
        v-if="pot.end && pot.end.liquor !== 'poured'"
        :to="`/pot?from=${pot.id}`"
        class="el-button"
      >
        Plan a next bath
      </NuxtLink>
      <ElButton :aria-expanded="doing === 'correct'" @click="doing = 'correct'">Correct</ElButton>
      <ElButton :aria-expanded="doing === 'look'" @click="doing = 'look'">Note a look</ElButton>
      <ElButton :aria-expanded="doing === 'reading'" @click="doing = 'reading'"
        >Note a reading</ElButton
      >
      <ElButton :aria-expanded="doing === 'add'" @click="doing = 'add'">Note what went in</ElButton>
      <ElButton :loading="busy" @click="setAside">Set aside</ElButton>
    </div>
    <p v-if="failure" class="wrong" role="alert">{{ failure }}</p>
    <CorrectPot v-if="doing === 'correct'" :pot="pot" @done="doing = ''" />
    <NotedWhen v-if="doing && doing !== 'correct'" v-model="when" />
    <LookForm v-if="doing === 'look'" :pot="pot" :note="note" :busy="busy" />
    <ReadingForm v-if="doing === 'reading'" :note="note" :busy="busy" :probe="null" :limits="[]" />
    <AddForm
      v-if="doing === 'add'"
      :pot="pot"
      :rows="[]"
      :note="note"
      :busy="busy"
      :shelf="shelf"
      :lots="lots"
      mode="add"
      :in-now="[]"
      :is-heated="false"
    />
    <h3>What really happened</h3>
    <dl>
      <div v-for="[label, value] in facts" :key="label">
        <dt>{{ label }}</dt>
        <dd>{{ value }}</dd>
      </div>
    </dl>
    <template v-if="pot.end">
      <p v-if="pot.litAt && !pot.end.departures.length" class="quiet">
        As planned, within what two like pots may differ by.
      </p>
      <PlainCaution v-for="words in pot.end.departures" :key="words" level="mind">{{
        words
      }}</PlainCaution>
    </template>
    <ul>
      <li v-for="piece in pot.pieces" :key="piece.pieceId">
        <strong>{{ piece.pieceCode }}</strong>
        {{ piece.minutes === null ? 'time not noted' : `${formatDuration(piece.minutes)} in` }}
        <span v-if="piece.outcome" class="quiet">
          {{
            [
              piece.outcome.waters !== null && `${piece.outcome.waters} waters`,
              ...(piece.outcome.eye ?? []).map((eye) => EYE_WORDS[eye]),
              ...piece.outcome.handle,
              piece.outcome.smell && `smells of ${piece.outcome.smell}`,
              piece.outcome.note,
            ]
              .filter(Boolean)
              .join(', ')
          }}
        </span>
      </li>
    </ul>
    <BathTrace v-if="pot.litAt" :pot="pot" :now="Date.now()" />
  </div>
</template>

<style scoped>
h3 {
  font-size: 15px;
}

dl {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(180px, 1fr));
  gap: 8px 18px;
}

dt {
  color: var(--quiet);
  font-size: 13px;
}
</style>
