<script setup lang="ts">
import { formatMass, inUnits } from '~/format/quantities'
import { newId } from '~~/shared/ids'
import { limitsSentence, strictest } from '~~/core/fibre/limits'
import { lookAlikes } from '~~/core/fibre/marks'
import { guardedPiece, limitsOf } from '~~/shared/rules/basket/fibre'
import { piecesText } from './readiness'
import { localToday } from '~/format/dates'

/** What can be done with the pieces in hand. */
const api = useApi()
const chosen = useChosen()
const { failure, busy, write } = useWrite()

const NOTES = [
  { kind: 'wash', button: 'Washed today', done: 'washed' },
  { kind: 'preshrink', button: 'Pre-shrunk', done: 'pre-shrunk' },
  { kind: 'rinse', button: 'Rinsed clear', done: 'rinsed clear' },
  { kind: 'bleach', button: 'Washed with bleach', done: 'washed with bleach' },
] as const

const limits = computed(() => strictest(chosen.rows.map(limitsOf)))
const alike = computed(() => lookAlikes(chosen.rows.map((row) => guardedPiece(row))))
const inBath = computed(() => chosen.rows.filter(({ bath }) => bath).map(({ code }) => code))
const isBleached = computed(() => chosen.rows.some(({ level }) => level === 'rinseDue'))

const setName = ref('')

async function makeSet() {
  if (!setName.value.trim()) return
  const name = setName.value.trim()
  const set = { id: newId(), name, kind: 'group' }
  const pieceIds = chosen.rows.map(({ id }) => id)
  const done = await write(
    () => api.post('moves/set', { set, pieceIds }),
    `${piecesText(pieceIds.length)} belong together as ${name}.`,
  )
  if (done) setName.value = ''
}

const note = ({ kind, done }: (typeof NOTES)[number]) => {
  const pieceIds = chosen.rows.map(({ id }) => id)
  const treatment = { kind, doneOn: localToday() }
  return write(
    () => api.post('moves/treat', { pieceIds, treatment }),
    `Noted ${piecesText(pieceIds.length)} as ${done}.`,
  )
}
</script>

<template>
  <section class="panel stack tight" aria-labelledby="in-hand">
    <h2 id="in-hand">
      In hand
      <span class="quiet"
        >{{ piecesText(chosen.rows.length) }}, {{ formatMass(chosen.dryG) }} dry</span
      >
    </h2>
    <p class="codes">{{ chosen.rows.map(({ code }) => code).join(', ') }}</p>
    <p class="quiet together">Together: {{ inUnits(limitsSentence(limits)) }}</p>
    <PlainCaution v-if="isBleached" level="grave">
      Washed with bleach and not rinsed clear: no ammonia and no acid may meet it before.
    </PlainCaution>
    <PlainCaution v-if="alike.length">
      {{ alike.map((codes) => codes.join(' and ')).join('; ') }} look alike and have the same mark
      or none: tie different knots before they share a bath.
    </PlainCaution>
    <p v-if="inBath.length" class="quiet">
      {{ inBath.join(', ') }}: in a bath, or planned into one.
    </p>
    <p v-if="failure" class="wrong" role="alert">{{ failure }}</p>
    <div class="row" role="group" aria-label="With the pieces in hand">
      <NuxtLink
        to="/baths?new="
        class="el-button el-button--primary"
        :aria-disabled="inBath.length > 0"
        >Mordant them</NuxtLink
      >
      <NuxtLink to="/pot?chosen=" class="el-button">Into a pot</NuxtLink>
      <NuxtLink to="/tags?chosen=" class="el-button">Their tags</NuxtLink>
      <ElButton @click="chosen.clear()">Let go</ElButton>
    </div>
    <div class="row notes" role="group" aria-label="Note for all of them">
      <ElButton
        v-for="each in NOTES"
        :key="each.kind"
        size="small"
        :loading="busy"
        @click="note(each)"
        >{{ each.button }}</ElButton
      >
    </div>
    <form class="row notes" @submit.prevent="makeSet">
      <ElInput
        v-model="setName"
        aria-label="Name of their set"
        placeholder="name of a set"
        class="set"
      />
      <ElButton native-type="submit" :loading="busy">Make them a set</ElButton>
    </form>
  </section>
</template>

<style scoped>
.set {
  width: 220px;
}

.codes {
  max-height: 66px;
  overflow-y: auto;
}

.row {
  gap: 6px 8px;
}

/* on a phone it lies over the list that pieces are still chosen from */
@media (max-width: 960px) {
  .panel {
    position: fixed;
    z-index: 8;
    right: 14px;
    bottom: 118px;
    left: 14px;
    border-color: var(--juniper);
  }

  .codes,
  .together,
  .notes {
    display: none;
  }
}
</style>
