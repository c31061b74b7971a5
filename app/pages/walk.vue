<script setup lang="ts">
import WorkedExample from '~/features/examples/WorkedExample.vue'
import type { Page } from '~~/shared/schemas/log/common'
import type { Container } from '~~/shared/schemas/loft/container'
import type { Patch } from '~~/shared/schemas/walk/patch'
import type { WalkView } from '~~/shared/views/walk/walk'
import ReadyNow from '~/features/walk/ReadyNow.vue'
import WeighInForm from '~/features/walk/WeighInForm.vue'
import { localToday } from '~/format/dates'

const api = useApi()
const route = useRoute()
const router = useRouter()
const today = localToday()

const { data: patches } = useLoaded(() => api.all<Patch>('patches'))
const { data: bags } = useLoaded(() => api.get<Page<Container>>('containers', { limit: 20 }))
const { data: view, failure } = useLoaded(() => api.get<WalkView>('walk', { on: today }))

const isEmpty = computed(() => !view.value?.rows.some(({ gatherings }) => gatherings.length > 0))
const form = ref<InstanceType<typeof WeighInForm> | null>(null)
useStationKeys({ n: () => form.value?.focus() })

watch([() => route.query.note, patches, form], async ([note, known, weighIn]) => {
  if (typeof note !== 'string' || !known || !weighIn) return
  await weighIn.fromNote(note)
  void router.replace('/walk')
})

useHead({ title: 'Walk · Juniper Haze' })
</script>

<template>
  <h1 class="sr-only">Walk</h1>
  <div class="walk">
    <WeighInForm
      ref="form"
      :patches="patches ?? []"
      :containers="bags?.items ?? []"
      :rows="view?.rows ?? []"
    />
    <div class="stack">
      <p v-if="failure" class="wrong" role="alert">{{ failure }}</p>
      <WorkedExample v-if="view && isEmpty" station="walk" />
      <ReadyNow v-if="view" :view="view" :today="today" @weigh="form?.again($event)" />
    </div>
  </div>
</template>

<style scoped>
.walk {
  display: grid;
  grid-template-columns: 480px minmax(0, 1fr);
  gap: 20px;
  align-items: start;
}

@media (max-width: 960px) {
  .walk {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
