<script setup lang="ts">
import type { PhotoBox } from '~~/core/colour/photo/chart-grid'
import DeskCanvas from '~/features/swatch/DeskCanvas.vue'
import PhotoKnown from '~/features/swatch/PhotoKnown.vue'
import PhotoPick from '~/features/swatch/PhotoPick.vue'
import type { GivenReading } from '~/features/swatch/given'
import { PHOTO_DESK, usePhoto } from '~/features/swatch/usePhoto'
import { givenOfPhoto } from '~/features/swatch/usePhotoReading'
import { areaName, evenAreas, type Part } from './bench-areas'

/** Many pieces in one photo: one box around them all is cut evenly, and each part may be marked anew. */
const { pieces, parts } = defineProps<{
  pieces: readonly { id: string; name: string }[]
  parts: readonly Part[]
}>()
const emit = defineEmits<{ give: [testId: string, part: Part, reading: GivenReading] }>()

const ALL = 'all'
const areas = pieces.flatMap(({ id }) => parts.map((part) => areaName(id, part)))
const desk = usePhoto(areas)
provide(PHOTO_DESK, desk)
desk.known = 'paper'
const tool = ref<string>(ALL)
const names = computed((): Record<string, string> => ({
  [ALL]: 'all pieces',
  card: desk.known,
  ...Object.fromEntries(
    pieces.flatMap(({ id, name }) =>
      parts.map((part) => [areaName(id, part), parts.length > 1 ? `${name} ${part}` : name]),
    ),
  ),
}))
/** Many lie close: each is numbered, in the order of their list. */
const tags = computed(() => ({
  ...names.value,
  ...Object.fromEntries(
    pieces.flatMap(({ id }, i) => parts.map((part) => [areaName(id, part), String(i + 1)])),
  ),
}))

function open(file: File) {
  tool.value = ALL
  void desk.open(file)
}
function mark(of: string, box: PhotoBox) {
  if (of !== ALL) return void (desk.boxes[of] = box)
  Object.assign(
    desk.boxes,
    evenAreas(
      box,
      pieces.map(({ id }) => id),
      parts,
    ),
  )
  if ((desk.known === 'paper' || desk.known === 'card') && !desk.boxes.card) tool.value = 'card'
}
watch(
  () => desk.known,
  (known) => {
    desk.boxes.card = null
    tool.value = known === 'card' || known === 'paper' ? 'card' : ALL
  },
)
for (const { id } of pieces) {
  for (const part of parts) {
    watch(
      () => desk.answers[areaName(id, part)],
      (reading) => reading && emit('give', id, part, givenOfPhoto(reading, desk.file?.name ?? '')),
    )
  }
}
const refused = computed(() =>
  areas.flatMap((area) =>
    desk.refusals[area] ? [`${names.value[area]}: ${desk.refusals[area]}`] : [],
  ),
)
const tools = computed(() => [
  { value: ALL, label: 'all of them' },
  ...(desk.known === 'card' || desk.known === 'paper'
    ? [{ value: 'card', label: desk.known === 'paper' ? 'white paper' : 'grey card' }]
    : []),
  ...areas.map((area) => ({ value: area, label: names.value[area] ?? area })),
  { value: 'move', label: 'move the photo' },
])
/** What was marked last may still be read. */
defineExpose({ settled: desk.settled })
</script>

<template>
  <div class="stack tight">
    <div class="row picks">
      <PhotoPick :again="desk.file !== null" @choose="open" />
      <LabeledField v-if="desk.opened" v-slot="{ id }" label="Drag to mark" bare class="tool">
        <ElSelect :id="id" v-model="tool" aria-label="Drag to mark">
          <ElOption v-for="each in tools" :key="each.value" v-bind="each" />
        </ElSelect>
      </LabeledField>
      <p v-if="desk.opened" class="quiet">
        {{
          tool === ALL
            ? 'Drag one box around them all: it is cut evenly, in their order.'
            : tool === 'card'
              ? `Drag over the ${desk.known === 'paper' ? 'white paper' : 'grey card'}.`
              : ''
        }}
      </p>
    </div>
    <p v-if="!desk.opened" class="quiet">
      All of them side by side in one photo{{
        parts.length > 1 ? `, the ${parts[0]} part above` : ''
      }}, with white paper, a grey card or a chart, in even light without flash.
    </p>
    <p v-if="desk.step" role="status" class="quiet">{{ desk.step }} ...</p>
    <p v-if="desk.failure" class="wrong" role="alert">{{ desk.failure }}</p>
    <template v-if="desk.opened">
      <DeskCanvas class="photo" :tool="tool" :names="names" :tags="tags" @mark="mark" />
      <PhotoKnown />
      <ul v-if="refused.length" class="wrong" role="alert">
        <li v-for="words in refused" :key="words">{{ words }}.</li>
      </ul>
    </template>
  </div>
</template>

<style scoped>
.photo {
  height: 340px;
}

.tool {
  width: 240px;
}
</style>
