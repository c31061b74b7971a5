<script setup lang="ts">
import { $fetch } from 'ofetch'
import type { ArchivedPlaces } from '~~/shared/views/keeping/keeping'
import { newId } from '~~/shared/ids'
import ImportProgress from '~/features/exchange/ImportProgress.vue'

/** The whole log as one file that anyone can read. */
const PLACES: Record<ArchivedPlaces, { label: string; words: string }> = {
  asPatchesSay: {
    label: 'as each place says',
    words:
      'Places that are kept to yourself come out without name, note and coordinates. For a copy of your own take them exactly.',
  },
  exact: {
    label: 'exactly',
    words: 'Every place as it is in the log: for yourself, and nobody else.',
  },
  rounded: {
    label: 'to a tenth of a degree at most',
    words: 'No name, no note, about 10 km; nothing of those kept to yourself.',
  },
  none: { label: 'not at all', words: 'No name, no note, no coordinates of any place.' },
}

const EVERY_MS = 400
/** A download that has not begun by then was not allowed. */
const BEGIN_MS = 20_000

const places = ref<ArchivedPlaces>('asPatchesSay')
const progress = ref<{ done: number; of: number } | null>(null)
const ended = ref('')
const link = ref<HTMLAnchorElement | null>(null)
const job = ref('')
const href = computed(() => `/api/archive?places=${places.value}&job=${job.value}`)

/** The browser saves it as it comes; how far it is, the server tells. */
async function begin() {
  job.value = newId()
  ended.value = ''
  progress.value = { done: 0, of: 0 }
  await nextTick()
  link.value?.click()
  await watchOver(job.value)
}

async function watchOver(id: string) {
  for (let looks = 0; ; looks++) {
    await new Promise((next) => setTimeout(next, EVERY_MS))
    if (job.value !== id) return
    const told = await $fetch<{ done: number; of: number; state: string }>(
      `/api/archive/${id}`,
    ).catch(() => ({ done: 0, of: 0, state: 'stopped' }))
    progress.value = told
    if (told.state === 'going' && told.of === 0 && looks * EVERY_MS > BEGIN_MS) {
      progress.value = null
      ended.value = 'The browser has not asked for it: look whether it lets this page save files.'
      return
    }
    if (told.state === 'going') continue
    progress.value = null
    ended.value =
      told.state === 'done'
        ? 'The archive is whole in your downloads.'
        : 'Stopped: what your browser saved of it is no archive, throw it away.'
    return
  }
}

const stop = () => $fetch(`/api/archive/${job.value}`, { method: 'DELETE' })
onBeforeUnmount(() => (job.value = ''))
</script>

<template>
  <section class="panel stack tight" aria-labelledby="archive-out">
    <h2 id="archive-out">An archive out</h2>
    <p class="quiet">
      One ZIP of open tables with their units, photos, spectra and a list of hashes: to carry over,
      to hand on, to read without this program in twenty years.
    </p>
    <label class="stack tight">
      Places in it
      <ElSelect v-model="places" aria-label="Places in it">
        <ElOption
          v-for="(choice, value) in PLACES"
          :key="value"
          :value="value"
          :label="choice.label"
        />
      </ElSelect>
    </label>
    <p class="quiet">{{ PLACES[places].words }}</p>
    <ImportProgress v-if="progress" :progress="progress" @stop="stop" />
    <div class="row">
      <ElButton :disabled="Boolean(progress)" @click="begin">Make the archive</ElButton>
      <p v-if="ended" role="status">{{ ended }}</p>
    </div>
    <a ref="link" :href="href" download class="sr-only" tabindex="-1" aria-hidden="true">archive</a>
  </section>
</template>
