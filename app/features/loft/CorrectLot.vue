<script setup lang="ts">
import { PARTS, type Part } from '~~/catalogue/parts'
import type { LoftLot } from '~~/shared/views/loft/loft'
import { lotChangeSchema, OBTAINED, type Lot, type LotChange } from '~~/shared/schemas/loft/lot'
import type { Patch } from '~~/shared/schemas/walk/patch'
import type { Source } from '~~/shared/schemas/walk/source'
import { keysOf } from '~~/core/json'
import { LOT_WORD_KEYS, LOT_WORDS, lotWordsOf } from '~~/shared/schemas/loft/lot-words'

/** Corrections of what was noted of a lot; what came to hand only while nothing was weighed since. */
const { lot, rev } = defineProps<{ lot: LoftLot; rev: number }>()
const emit = defineEmits<{ done: [number | null] }>()

const api = useApi()
const { saving, failure, errors, save } = useSave()
const { data: patches } = useLoaded(() => api.all<Patch>('patches'))
const { data: source } = useLoaded(() => api.get<Source>(`sources/${lot.sourceId}`))
const stages = computed(() => (source.value ? PARTS[source.value.part as Part].stages : []))

const form = reactive({
  gatheredOn: lot.gatheredOn,
  patchId: lot.patchId,
  stage: lot.stage,
  obtained: lot.obtained,
  ...lotWordsOf(lot),
  minutes: lot.minutes,
  note: lot.note,
  netG: lot.netG,
  dryFraction: lot.ownDryFraction,
})
const before = { ...lot, dryFraction: lot.ownDryFraction }
const isWeighedOn = computed(() => lot.steps.length > 0)

async function keep() {
  const changed = keysOf(form).filter((field) => form[field] !== before[field])
  if (changed.length === 0) return emit('done', null)
  const body = Object.fromEntries(changed.map((field) => [field, form[field]]))
  const saved = await save<LotChange, Lot>(
    lotChangeSchema,
    body,
    (checked) => api.patch<Lot>(`lots/${lot.id}`, checked, rev),
    ({ code }) => `Corrected ${code}.`,
  )
  if (saved) emit('done', saved.rev)
}

const number = (text: string) => (text.trim() === '' ? null : Number(text.replace(',', '.')))
</script>

<template>
  <form class="stack tight inset" aria-label="Correct it" @submit.prevent="keep">
    <div class="grid">
      <DateField v-model="form.gatheredOn" label="When" :error="errors['/gatheredOn']" />
      <LabeledField v-slot="{ id }" label="Where" :error="errors['/patchId']">
        <ElSelect :id="id" v-model="form.patchId" clearable filterable :value-on-clear="null">
          <ElOption
            v-for="patch in patches ?? []"
            :key="patch.id"
            :value="patch.id"
            :label="patch.name"
          />
        </ElSelect>
      </LabeledField>
      <QuantityField
        v-if="!isWeighedOn && lot.state !== 'liquor'"
        :model-value="form.netG"
        label="Came to hand, net"
        :error="errors['/netG']"
        @update:model-value="form.netG = $event ?? lot.netG"
      />
      <LabeledField
        v-if="lot.state !== 'liquor'"
        v-slot="{ id }"
        label="Dry matter, share"
        hint="weighed on this lot; empty where not"
        :error="errors['/dryFraction']"
      >
        <ElInput
          :id="id"
          :model-value="form.dryFraction ?? ''"
          inputmode="decimal"
          @update:model-value="form.dryFraction = number($event)"
        />
      </LabeledField>
      <LabeledField v-slot="{ id }" label="Stage">
        <ElSelect :id="id" v-model="form.stage" clearable :value-on-clear="null">
          <ElOption v-for="stage in stages" :key="stage" :value="stage" />
        </ElSelect>
      </LabeledField>
      <LabeledField v-slot="{ id }" label="Obtained">
        <ElSelect :id="id" v-model="form.obtained">
          <ElOption v-for="way in OBTAINED" :key="way" :value="way" />
        </ElSelect>
      </LabeledField>
      <LabeledField
        v-for="word in LOT_WORD_KEYS"
        :key="word"
        v-slot="{ id }"
        :label="LOT_WORDS[word].label"
        :error="errors[`/${word}`]"
      >
        <ElInput :id="id" v-model="form[word]" />
      </LabeledField>
      <NumberField v-model="form.minutes" label="Time" unit="min" :error="errors['/minutes']" />
    </div>
    <LabeledField v-slot="{ id }" label="Note">
      <ElInput :id="id" v-model="form.note" />
    </LabeledField>
    <p v-if="isWeighedOn" class="quiet">
      It was weighed again since it came to hand: what is in the bag is put right by counting it.
    </p>
    <p v-if="failure" class="wrong" role="alert">{{ failure }}</p>
    <div class="row">
      <ElButton type="primary" native-type="submit" :loading="saving">Keep the correction</ElButton>
      <ElButton @click="emit('done', null)">Leave it</ElButton>
    </div>
  </form>
</template>

<style scoped>
.grid {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(160px, 1fr));
  gap: 12px;
}
</style>
