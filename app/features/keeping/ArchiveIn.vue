<script setup lang="ts">
import type { ArchiveLook } from '~~/shared/views/keeping/keeping'
import { formatCount } from '~~/core/quantity/format-count'
import { chosenFiles } from '~/composables/chosen-files'
import { useSession } from '~/stores/session'
import ImportProgress from '~/features/exchange/ImportProgress.vue'
import MergeConflicts from './MergeConflicts.vue'
import { useKeepingWork } from './useKeepingWork'
import { countsText, thingsText, whenText } from './words'

/** An archive in: looked at first, then made one with the log, or in its place. */
const emit = defineEmits<{ brought: [] }>()

const session = useSession()
const work = useKeepingWork()
const input = ref<HTMLInputElement | null>(null)
const name = ref('')
const look = shallowRef<ArchiveLook | null>(null)
const mode = ref<'merge' | 'replace'>('merge')
const isBringing = ref(false)
const choices = ref<Record<string, 'here' | 'there'>>({})

const open = computed(() =>
  look.value?.conflicts.filter(({ id }) => !choices.value[id]).map(({ id }) => id),
)
const isMerge = computed(() => mode.value === 'merge' && !look.value?.isEmptyLog)
type Compared = ArchiveLook['collections'][number]
const text = (of: (each: Compared) => number) => countsText(look.value?.collections ?? [], of)
const comes = computed(() => text(({ onlyThere }) => onlyThere))
const stays = computed(() => text(({ onlyHere }) => onlyHere))
const newer = computed(() => text(({ newerThere }) => newerThere))
const isWithheld = computed(() => look.value !== null && look.value.places !== 'exact')

async function read(event: Event) {
  const [file] = chosenFiles(event)
  if (!file) return
  name.value = file.name
  look.value = null
  choices.value = {}
  mode.value = 'merge'
  look.value = await work.run<ArchiveLook>('archive', file)
  if (input.value) input.value.value = ''
}

async function bring() {
  if (!look.value) return
  const { token } = look.value
  const isMade = isMerge.value
  isBringing.value = true
  const done = await work.run<{ missingPhotos: number }>('bring', {
    token,
    mode: isMade ? 'merge' : 'replace',
    choices: choices.value,
  })
  isBringing.value = false
  if (!done) return
  look.value = null
  const photos = done.missingPhotos
    ? ` ${thingsText('photos', done.missingPhotos)} of it are not in it.`
    : ''
  session.saved(
    isMade ? `${name.value} was brought in.${photos}` : `${name.value} is the log now.${photos}`,
    null,
  )
  emit('brought')
}
</script>

<template>
  <section class="panel stack" aria-labelledby="archive-in">
    <div class="row head">
      <h2 id="archive-in">An archive in</h2>
      <input
        ref="input"
        type="file"
        accept=".zip"
        class="sr-only"
        aria-label="Archive to look at"
        tabindex="-1"
        @change="read"
      />
      <ElButton :disabled="Boolean(work.progress)" @click="input?.click()"
        >Look at an archive</ElButton
      >
    </div>
    <p v-if="!look && !work.progress" class="quiet">
      Into an empty log it is the same log again. Into one with entries it is made one with them:
      you see first what comes, and choose where both were changed.
    </p>
    <ImportProgress
      v-if="work.progress"
      :progress="work.progress"
      :is-stoppable="!isBringing"
      @stop="work.stop"
    />
    <p v-if="work.failure" class="wrong" role="alert">{{ name }}: {{ work.failure }}</p>
    <template v-if="look && !work.progress">
      <p>
        <strong>{{ name }}</strong>: a log as it stood {{ whenText(look.createdAt) }},
        {{ formatCount(look.rows, 'row') }}, {{ thingsText('photos', look.photos) }}; whole, as it
        was written.
      </p>
      <p v-if="!look.isEmptyLog && !look.isSameLog" class="caution">
        It is of another log, not of a copy of this one: what comes in counts as your own. Another
        dyer’s swatches are better brought in on
        <NuxtLink to="/exchange">Files</NuxtLink>, where they stay apart.
      </p>
      <p v-if="isWithheld" class="caution">
        Its places are told {{ look.places === 'none' ? 'not at all' : 'only in part' }}: what is
        left out there cannot come in.
      </p>
      <p v-if="look.isEmptyLog">This log has no entries: it becomes that one.</p>
      <template v-else>
        <ElRadioGroup v-model="mode" aria-label="What happens">
          <ElRadioButton value="merge">make one of both</ElRadioButton>
          <ElRadioButton value="replace">put it in the place of the log</ElRadioButton>
        </ElRadioGroup>
        <template v-if="isMerge">
          <ul class="plain">
            <li v-if="comes"><strong>Comes in:</strong> {{ comes }}.</li>
            <li v-if="newer">
              <strong>Changed there, or added to:</strong> {{ newer }}; taken as there, and what was
              added here stays.
            </li>
            <li v-if="!comes && !newer && !look.conflicts.length">
              Nothing is in it that the log has not.
            </li>
            <li v-for="{ code, becomes } in look.codes" :key="code">
              <strong>{{ code }}</strong> is another thing here: it comes in as
              <strong>{{ becomes }}</strong>. Write that on its tag.
            </li>
            <li v-for="words in look.leftOut" :key="words">{{ words }}</li>
            <li class="quiet">Settings stay as they are here.</li>
          </ul>
          <p v-for="words in look.refusals" :key="words" class="wrong" role="alert">{{ words }}</p>
          <MergeConflicts
            v-if="look.conflicts.length"
            v-model="choices"
            :conflicts="look.conflicts"
          />
        </template>
        <p v-else-if="stays"><strong>Would go:</strong> {{ stays }} that the archive has not.</p>
      </template>
      <p class="quiet">The log as it is now goes into a backup first, so this can be taken back.</p>
      <div class="row">
        <ElButton
          type="primary"
          :disabled="isMerge && (look.refusals.length > 0 || Boolean(open?.length))"
          @click="bring"
          >{{ isMerge ? 'Bring it in' : 'Put it in the place of the log' }}</ElButton
        >
        <p v-if="isMerge && open?.length" class="quiet">
          Choose first for {{ formatCount(open.length, 'thing') }} which side counts.
        </p>
      </div>
    </template>
  </section>
</template>

<style scoped>
.head {
  justify-content: space-between;
}

.plain {
  display: grid;
  gap: 6px;
  margin: 0;
  padding: 0;
  list-style: none;
}

.caution {
  color: var(--ochre);
}
</style>
