<script setup lang="ts">
import type { LotStepKind } from '~~/core/harvest/lot-step'
import { newId } from '~~/shared/ids'
import type { LoftLot } from '~~/shared/views/loft/loft'
import type { Page } from '~~/shared/schemas/log/common'
import type { Lot, LotChange } from '~~/shared/schemas/loft/lot'
import {
  combineLotsSchema,
  splitLotSchema,
  type CombineLots,
  type SplitLot,
} from '~~/shared/schemas/loft/lot-moves'
import LotAmountField from './LotAmountField.vue'
import { amountOf, STEP_WORDS, stepsFor } from './words'
import { localToday } from '~/format/dates'

/** What can be done with a lot, each with the scale. */
const { lot } = defineProps<{ lot: LoftLot }>()
const emit = defineEmits<{ change: [LotChange, string]; aside: [] }>()

type Doing = LotStepKind | 'split' | 'combine'

const api = useApi()
const { saving, failure, errors, save } = useSave()
const doing = ref<Doing | null>(null)
const massG = ref<number | null>(null)
const doneOn = ref(localToday())
const note = ref('')
const others = shallowRef<Lot[]>([])
const withThese = ref<string[]>([])

/** Grams of this lot in words; of a liquor, litres. */
const said = (massOf: number) => amountOf({ state: lot.state, leftG: massOf })

const steps = computed(() => stepsFor(lot))
const asks = computed(() => {
  if (!doing.value || doing.value === 'combine') return ''
  return doing.value === 'split' ? 'Into a bag of its own' : STEP_WORDS[doing.value].asks
})
const lossNote = computed(() => {
  if (massG.value === null || !doing.value || doing.value === 'split') return ''
  const lost = lot.leftG - massG.value
  return lost > 0 ? `${said(lost)} less, ${Math.round((100 * massG.value) / lot.leftG)} % kept` : ''
})

async function begin(what: Doing) {
  doing.value = doing.value === what ? null : what
  // soaking adds water alone: it goes on counting as it was weighed before
  massG.value = what === 'soaked' ? lot.leftG : null
  if (what !== 'combine') return
  const { items } = await api.get<Page<Lot>>('lots', {
    sourceId: lot.sourceId,
    state: lot.state,
    inStock: true,
    limit: 50,
  })
  others.value = items.filter(({ id }) => id !== lot.id)
}

async function done() {
  if (doing.value === 'split') return split()
  if (doing.value === 'combine') return combine()
  if (massG.value === null || !doing.value) return
  const kind = doing.value
  emit(
    'change',
    { step: { id: newId(), kind, doneOn: doneOn.value, afterG: massG.value, note: note.value } },
    `${lot.code} ${STEP_WORDS[kind].done}: ${said(massG.value)}.`,
  )
  doing.value = null
  note.value = ''
}

async function split() {
  const made = await save<SplitLot, Lot>(
    splitLotSchema,
    {
      id: newId(),
      lotId: lot.id,
      massG: massG.value ?? undefined,
      doneOn: doneOn.value,
      note: note.value,
    },
    (body) => api.post<Lot>('moves/split', body),
    ({ code, netG }) => `${said(netG)} of ${lot.code} are ${code} now.`,
  )
  if (made) doing.value = null
}

async function combine() {
  const made = await save<CombineLots, Lot>(
    combineLotsSchema,
    { id: newId(), lotIds: [lot.id, ...withThese.value], doneOn: doneOn.value, note: note.value },
    (body) => api.post<Lot>('moves/combine', body),
    ({ code, netG }) => `Combined into ${code}, ${said(netG)}.`,
  )
  if (made) void navigateTo(`/loft?lot=${made.id}`)
}

const hang = () =>
  emit(
    'change',
    { hungOn: lot.hungOn ? null : localToday() },
    lot.hungOn ? `Took ${lot.code} down.` : `Hung ${lot.code} to dry.`,
  )
</script>

<template>
  <div class="stack tight">
    <div class="row" role="group" aria-label="What to do with it">
      <NuxtLink
        v-if="!lot.held && lot.leftG > 0"
        :to="`/pot?lot=${lot.id}`"
        class="el-button el-button--primary"
        >Plan a pot</NuxtLink
      >
      <NuxtLink
        v-if="!lot.held && lot.state !== 'liquor' && lot.leftG > 0"
        :to="`/jars?start=${lot.id}`"
        class="el-button"
        >Start a jar</NuxtLink
      >
      <ElButton v-if="lot.state === 'fresh' || lot.hungOn" @click="hang">{{
        lot.hungOn ? 'Take it down' : 'Hang to dry'
      }}</ElButton>
      <template v-if="lot.leftG > 0">
        <ElButton
          v-for="kind in steps"
          :key="kind"
          :aria-expanded="doing === kind"
          @click="begin(kind)"
          >{{ STEP_WORDS[kind].button }}</ElButton
        >
        <ElButton :aria-expanded="doing === 'split'" @click="begin('split')">Split</ElButton>
        <ElButton :aria-expanded="doing === 'combine'" @click="begin('combine')">Combine</ElButton>
      </template>
      <NuxtLink :to="`/tags?lot=${lot.id}`" class="el-button">Its tag</NuxtLink>
      <ElButton @click="emit('aside')">Set aside</ElButton>
    </div>
    <form v-if="doing" class="inset stack tight" @submit.prevent="done">
      <ElCheckboxGroup v-if="doing === 'combine'" v-model="withThese" aria-label="With which lots">
        <ElCheckbox v-for="other in others" :key="other.id" :value="other.id">
          {{ other.code }}, {{ amountOf(other) }}
        </ElCheckbox>
        <p v-if="!others.length" class="quiet">
          No other lot of the same source in the same state is in stock.
        </p>
      </ElCheckboxGroup>
      <div class="three">
        <LotAmountField
          v-if="asks"
          v-model="massG"
          :lot="lot"
          :label="asks"
          :hint="lossNote"
          :error="errors['/massG']"
        />
        <DateField v-model="doneOn" label="When" :error="errors['/doneOn']" />
        <LabeledField v-slot="{ id }" label="Note">
          <ElInput :id="id" v-model="note" />
        </LabeledField>
      </div>
      <p v-if="failure || errors['/lotIds']" class="wrong" role="alert">
        {{ failure || errors['/lotIds'] }}
      </p>
      <div class="row">
        <ElButton
          type="primary"
          native-type="submit"
          :loading="saving"
          :disabled="doing === 'combine' ? !withThese.length : massG === null"
          >Done</ElButton
        >
        <ElButton @click="doing = null">Leave it</ElButton>
      </div>
    </form>
  </div>
</template>

<style scoped>
.row {
  gap: 6px 8px;
}

.row .el-button {
  margin: 0;
}

.three {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(150px, 1fr));
  gap: 12px;
}
</style>
