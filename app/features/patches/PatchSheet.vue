<script setup lang="ts">
import { HAZARD_KINDS } from '~~/core/safety/gathering'
import type { Patch, PatchChange, NewPatch } from '~~/shared/schemas/walk/patch'
import { newPatchSchema, PLAIN_PATCH, PRIVACIES } from '~~/shared/schemas/walk/patch'
import { newId } from '~~/shared/ids'
import { placeInPhoto } from '~/features/walk/upload-photos'
import PatchRules from './PatchRules.vue'
import { readPlace } from './read-place'
import { messageOf, present } from '~~/core/present'
import { chosenFiles } from '~/composables/chosen-files'

/** One place: where it is, who gave leave, what to mind there, and what leaves this machine of it. */
const { patch } = defineProps<{ patch: Patch | null }>()
const emit = defineEmits<{ kept: [string] }>()

const api = useApi()
const session = useSession()
const { saving, failure, errors, save } = useSave()

const form = reactive<Omit<NewPatch, 'id'>>({
  ...PLAIN_PATCH,
  name: '',
  ...(patch && {
    name: patch.name,
    lat: patch.lat,
    lon: patch.lon,
    permission: patch.permission,
    hazardKinds: [...patch.hazardKinds],
    hazards: patch.hazards,
    privacy: patch.privacy,
    note: patch.note,
  }),
})
const place = ref(patch && patch.lat !== null ? `${patch.lat}, ${patch.lon}` : '')
const misread = ref('')
const photo = ref<HTMLInputElement | null>(null)
const id = newId()

const PRIVACY_WORDS = {
  dropped: 'nothing leaves this machine',
  rounded: 'rounded to about 10 km',
  exact: 'exact',
} as const

function readTyped() {
  misread.value = ''
  if (!place.value.trim()) {
    form.lat = null
    form.lon = null
    return
  }
  const found = readPlace(place.value)
  if (!found) {
    misread.value = 'Type degrees north and east, such as 54.33, -2.27.'
    return
  }
  form.lat = found.lat
  form.lon = found.lon
}

async function fromPhoto(event: Event) {
  const [file] = chosenFiles(event)
  if (!file) return
  const found = await placeInPhoto(file)
  if (found) {
    place.value = `${found.lat.toFixed(6)}, ${found.lon.toFixed(6)}`
    readTyped()
  } else misread.value = 'This photo does not tell where it was taken.'
}

async function keep() {
  readTyped()
  if (misread.value) return
  const saved = await save<NewPatch, Patch>(
    newPatchSchema,
    { ...form, id: patch?.id ?? id },
    ({ id: patchId, ...body }) =>
      patch
        ? api.patch<Patch>(`patches/${patch.id}`, body satisfies PatchChange, patch.rev)
        : api.post<Patch>('patches', { ...body, id: patchId }),
    ({ name }) => `Kept ${name}.`,
  )
  if (saved) emit('kept', saved.id)
}

async function setAside() {
  try {
    const { changeSetId } = await api.post<Patch>(
      `patches/${present(patch).id}/set-aside`,
      {},
      present(patch).rev,
    )
    session.saved(`Set ${present(patch).name} aside.`, changeSetId)
    emit('kept', '')
  } catch (error) {
    failure.value = messageOf(error)
  }
}
</script>

<template>
  <form class="panel stack" :aria-label="patch?.name ?? 'A new place'" @submit.prevent="keep">
    <div class="two">
      <LabeledField v-slot="{ id: field }" label="Name" :error="errors['/name']">
        <ElInput :id="field" v-model="form.name" />
      </LabeledField>
      <LabeledField
        v-slot="{ id: field, described }"
        label="Place, typed or pasted"
        :error="misread || errors['/lat'] || errors['/lon']"
        hint="degrees north, east; shown on this machine only"
      >
        <ElInput
          :id="field"
          v-model="place"
          :aria-describedby="described"
          placeholder="54.33, -2.27"
          @blur="readTyped"
        />
      </LabeledField>
      <LabeledField v-slot="{ id: field }" label="Leave to gather">
        <ElInput :id="field" v-model="form.permission" placeholder="asked the farm, May 2026" />
      </LabeledField>
      <LabeledField v-slot="{ id: field }" label="What files show of it">
        <ElSelect :id="field" v-model="form.privacy">
          <ElOption
            v-for="each in PRIVACIES"
            :key="each"
            :value="each"
            :label="PRIVACY_WORDS[each]"
          />
        </ElSelect>
      </LabeledField>
    </div>
    <div class="row">
      <input
        ref="photo"
        type="file"
        accept="image/jpeg"
        class="sr-only"
        aria-label="Photo that tells its place"
        tabindex="-1"
        @change="fromPhoto"
      />
      <ElButton @click="photo?.click()">Read the place from a photo</ElButton>
      <span class="quiet">the photo itself is not kept</span>
    </div>
    <ElCheckboxGroup v-model="form.hazardKinds" aria-label="What to mind there">
      <ElCheckbox v-for="kind in HAZARD_KINDS" :key="kind" :value="kind">{{ kind }}</ElCheckbox>
    </ElCheckboxGroup>
    <LabeledField v-slot="{ id: field }" label="In words">
      <ElInput :id="field" v-model="form.hazards" />
    </LabeledField>
    <LabeledField v-slot="{ id: field }" label="Note">
      <ElInput :id="field" v-model="form.note" />
    </LabeledField>
    <p v-if="failure" class="wrong" role="alert">{{ failure }}</p>
    <div class="row">
      <ElButton type="primary" native-type="submit" :loading="saving">Keep it</ElButton>
      <ElButton v-if="patch" @click="setAside">Set aside</ElButton>
    </div>
    <PatchRules v-if="patch" :patch="patch" />
  </form>
</template>

<style scoped>
.two {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(220px, 1fr));
  gap: 12px;
}
</style>
