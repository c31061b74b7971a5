<script setup lang="ts">
import { hexOfLab } from '~~/core/colour/screen-colour'
import { labOfReflectance } from '~~/core/colour/tristimulus'
import { FileProblem } from '~~/core/formats/table'
import { MOST_BYTES, readSpectra } from '~~/core/formats/spectra/read-spectra'
import type { SpectrumFile } from '~~/core/formats/spectra/file-spectrum'
import type { GivenReading } from './given'
import { messageOf } from '~~/core/present'
import { chosenFiles } from '~/composables/chosen-files'

/** Spectra from a file: which is the swatch's, and which the bare fibre's. */
const emit = defineEmits<{ give: [of: 'dyed' | 'bare', reading: GivenReading] }>()

const input = ref<HTMLInputElement | null>(null)
const name = ref('')
const found = shallowRef<SpectrumFile | null>(null)
const failure = ref('')

async function pick(event: Event) {
  const [file] = chosenFiles(event)
  if (!file) return
  failure.value = ''
  found.value = null
  name.value = file.name
  try {
    if (file.size > MOST_BYTES) throw new Error('it is too large for a file of spectra')
    found.value = readSpectra(new Uint8Array(await file.arrayBuffer()))
  } catch (error) {
    failure.value = error instanceof FileProblem ? error.message : messageOf(error)
  }
  if (input.value) input.value.value = ''
}
const spectra = computed(() =>
  (found.value?.spectra ?? []).map((each) => ({
    ...each,
    hex: hexOfLab(labOfReflectance(each.reflectance)),
  })),
)
const give = (of: 'dyed' | 'bare', { reflectance, name: said }: (typeof spectra.value)[number]) =>
  emit('give', of, {
    reflectance: [...reflectance],
    how: { by: 'file', about: { file: `${name.value}: ${said}`.slice(0, 200) } },
  })
</script>

<template>
  <div class="stack tight">
    <input
      ref="input"
      type="file"
      accept=".txt,.cgats,.csv,.tsv,.cxf,.xml,.sp,text/csv,text/plain,application/xml"
      class="sr-only"
      aria-label="File of spectra"
      tabindex="-1"
      @change="pick"
    />
    <div class="row">
      <ElButton type="primary" @click="input?.click()">Choose a file of spectra</ElButton>
    </div>
    <p v-if="!found" class="quiet">
      CGATS text, CxF3, or a table with a spectrum a row or a column: any step up to 20 nm.
    </p>
    <p v-if="failure" class="wrong" role="alert">{{ name }}: {{ failure }}</p>
    <template v-if="found">
      <p class="quiet">
        {{ name }}: {{ found.spectra.length }}
        {{ found.spectra.length === 1 ? 'spectrum' : 'spectra' }}, {{ found.format }}, read as
        {{ found.scale === 'percent' ? 'percent' : 'factors from 0 to 1' }}.
      </p>
      <ul>
        <li v-for="(each, i) in spectra" :key="i">
          <span class="patch" :style="{ background: each.hex }" aria-hidden="true" />
          <span>{{ each.name }}</span>
          <ElButton @click="give('dyed', each)">swatch</ElButton>
          <ElButton @click="give('bare', each)">bare</ElButton>
        </li>
      </ul>
    </template>
  </div>
</template>

<style scoped>
ul {
  overflow: auto;
  max-height: 210px;
}

li {
  display: grid;
  grid-template-columns: 36px 1fr auto auto;
  gap: 8px;
  align-items: center;
  padding: 3px 0;
}

.patch {
  height: 32px;
  border-radius: 4px;
}
</style>
