<script setup lang="ts">
import { PART_KEYS, PARTS, type Part } from '~~/catalogue/parts'
import { WAY_KEYS, wayFacts, type Way } from '~~/catalogue/ways'
import { newId } from '~~/shared/ids'
import { newSourceSchema, type NewSource, type Source } from '~~/shared/schemas/walk/source'

/** Something the catalogue does not know: its name as it was typed, and what its owner knows of it. */
const { name = '' } = defineProps<{ name?: string }>()
const open = defineModel<boolean>({ required: true })
const emit = defineEmits<{ added: [Source] }>()

const api = useApi()
const { saving, failure, errors, save } = useSave()

const blank = () => ({
  id: newId(),
  commonName: '',
  scientificName: '',
  part: 'leaf' as Part,
  needsMordant: 'unknown' as NewSource['needsMordant'],
  usualRatio: null as number | null,
  usualRatioState: 'fresh' as NewSource['usualRatioState'],
  way: '' as Way | '',
})
const form = reactive(blank())
watch(open, (isOpen) => {
  if (isOpen && name && !form.commonName) form.commonName = name
})

async function add() {
  const { way, ...told } = form
  const source = await save<NewSource, Source>(
    newSourceSchema,
    { ...told, ...(way && { ways: [way] }) },
    (body) => api.post<Source>('sources', body),
    (item) => `Added ${item.commonName}, ${PARTS[item.part].label}.`,
  )
  if (!source) return
  emit('added', source)
  Object.assign(form, blank())
  open.value = false
}
</script>

<template>
  <ElDialog v-model="open" title="A source of your own" width="min(480px, 94vw)" append-to-body>
    <div class="stack">
      <LabeledField v-slot="{ id }" label="Common name" :error="errors['/commonName']">
        <ElInput :id="id" v-model="form.commonName" />
      </LabeledField>
      <LabeledField
        v-slot="{ id }"
        label="Scientific name"
        hint="As surely as you know it; a genus will do."
        :error="errors['/scientificName']"
      >
        <ElInput :id="id" v-model="form.scientificName" />
      </LabeledField>
      <LabeledField v-slot="{ id }" label="Part">
        <ElSelect :id="id" v-model="form.part">
          <ElOption
            v-for="part in PART_KEYS"
            :key="part"
            :value="part"
            :label="PARTS[part].label"
          />
        </ElSelect>
      </LabeledField>
      <div class="row">
        <NumberField
          v-model="form.usualRatio"
          label="Usual ratio, where you know one"
          unit=": 1"
          :error="errors['/usualRatio']"
        />
        <ElRadioGroup v-model="form.usualRatioState" aria-label="Weighed fresh or dried">
          <ElRadioButton value="fresh">fresh</ElRadioButton>
          <ElRadioButton value="dried">dried</ElRadioButton>
        </ElRadioGroup>
      </div>
      <LabeledField v-slot="{ id }" label="Way">
        <ElSelect
          :id="id"
          v-model="form.way"
          placeholder="as usual of its part"
          clearable
          :value-on-clear="''"
        >
          <ElOption v-for="way in WAY_KEYS" :key="way" :value="way" :label="wayFacts(way).label" />
        </ElSelect>
      </LabeledField>
      <ElRadioGroup v-model="form.needsMordant" aria-label="Does it need a mordant?">
        <ElRadioButton value="yes">needs a mordant</ElRadioButton>
        <ElRadioButton value="no">needs none</ElRadioButton>
        <ElRadioButton value="unknown">not known</ElRadioButton>
      </ElRadioGroup>
      <PlainCaution
        >An unsure name is not gathered. Ask a local society before you pick.</PlainCaution
      >
      <p v-if="failure" class="wrong" role="alert">{{ failure }}</p>
      <ElButton type="primary" :loading="saving" @click="add">Add it</ElButton>
    </div>
  </ElDialog>
</template>
