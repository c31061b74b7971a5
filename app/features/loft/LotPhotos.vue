<script setup lang="ts">
import type { Page } from '~~/shared/schemas/log/common'
import type { Photo } from '~~/shared/schemas/loft/photo'
import PhotoQueue from '~/features/walk/PhotoQueue.vue'
import { uploadPhotos } from '~/features/walk/upload-photos'
import { formatCount } from '~~/core/quantity/format-count'

/** Photos of a lot or a jar. */
const { of } = defineProps<{ of: { lotId: string } | { jarId: string } }>()

const api = useApi()
const session = useSession()
const queue = shallowRef<File[]>([])
const trouble = ref('')
const sending = ref(false)
const { data: photos } = useLoaded(
  () => api.get<Page<Photo>>('photos', { ...of, limit: 50 }),
  () => JSON.stringify(of),
)

async function send() {
  sending.value = true
  const n = queue.value.length
  trouble.value = await uploadPhotos(queue.value, of)
  sending.value = false
  queue.value = []
  session.saved(
    trouble.value ? 'Some photos were not taken.' : `Kept ${formatCount(n, 'photo')}.`,
    null,
  )
}

async function setAside(photo: Photo) {
  const { changeSetId } = await api.post(`photos/${photo.id}/set-aside`, {}, photo.rev)
  session.saved('Set the photo aside.', changeSetId)
}
</script>

<template>
  <div class="stack tight">
    <ul v-if="photos?.items.length" class="photos">
      <li v-for="photo in photos.items" :key="photo.id">
        <PhotoThumb :photo="photo" />
        <button type="button" @click="setAside(photo)">Set aside</button>
      </li>
    </ul>
    <div class="row">
      <PhotoQueue v-model="queue" />
      <ElButton v-if="queue.length" type="primary" :loading="sending" @click="send"
        >Keep them</ElButton
      >
    </div>
    <p v-if="trouble" class="wrong" role="alert">{{ trouble }}</p>
  </div>
</template>

<style scoped>
.photos {
  display: flex;
  flex-wrap: wrap;
  gap: 10px;
}

.photos :deep(img) {
  display: block;
  width: 130px;
  height: 98px;
  border-radius: var(--corner);
  object-fit: cover;
}

li button {
  min-height: 32px;
  border: 0;
  background: none;
  color: var(--quiet);
  font-size: 13px;
  cursor: pointer;
}
</style>
