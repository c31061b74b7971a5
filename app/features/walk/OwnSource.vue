<script setup lang="ts">
import { PART_KEYS, PARTS, type Part } from '~~/catalogue/parts'
import { newId } from '~~/shared/ids'
import { newSourceSchema, type NewSource, type Source } from '~~/shared/schemas/walk/source'

const open = defineModel<boolean>({ required: true })
const emit = defineEmits<{ added: [Source] }>()

const api = useApi()
const { saving, failure, errors, save } = useSave()

const blank = () => ({
  id: newId(),
  commonName: '',
  scientificName: '',
  part: 'leaf' as Part,
  needsMordant: 'unknown' as const,
})
const form =
  reactive<Pick<NewSource, 'id' | 'commonName' | 'scientificName' | 'part' | 'needsMordant'>>(
    blank(),
  )

async function add() {
  const source = await save<NewSource, Source>(
    newSourceSchema,
    { ...form },
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
