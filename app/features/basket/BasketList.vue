<script setup lang="ts">
import { useVirtualizer } from '@tanstack/vue-virtual'
import BasketLine from './BasketLine.vue'
import { useBasketRows, type BasketFilter } from './useBasketRows'
import { first, last } from '~~/core/present'

/** The basket's lines: only those in view are drawn and fetched. */
const { filter, current } = defineProps<{ filter: BasketFilter; current: string }>()

/** On a narrow screen a line says as much on two. */
const LINE_PX = window.matchMedia('(max-width: 960px)').matches ? 88 : 66
/** Lines that scroll out are used again for those that scroll in: more than are ever in view. */
const POOL = 64
const chosen = useChosen()
const { count, failure, isLoaded, rowAt, see } = useBasketRows(() => filter)
const scroller = ref<HTMLElement | null>(null)
const virtual = useVirtualizer(
  computed(() => ({
    count: count.value,
    getScrollElement: () => scroller.value,
    estimateSize: () => LINE_PX,
    overscan: 6,
  })),
)
const lines = computed(() => virtual.value.getVirtualItems())
watch(lines, (now) => {
  if (now.length > 0) see(first(now).index, last(now).index)
})
watch(
  () => filter,
  () => scroller.value?.scrollTo({ top: 0 }),
  { deep: true },
)
</script>

<template>
  <p v-if="failure" class="wrong" role="alert">{{ failure }}</p>
  <div ref="scroller" class="scroller" tabindex="-1">
    <ul :style="{ height: `${virtual.getTotalSize()}px` }" aria-label="Pieces">
      <li
        v-for="line in lines"
        :key="line.index % POOL"
        :aria-setsize="count"
        :aria-posinset="line.index + 1"
        :style="{ transform: `translateY(${line.start}px)` }"
      >
        <BasketLine
          v-if="rowAt(line.index)"
          :row="rowAt(line.index)!"
          :chosen="chosen.ids.has(rowAt(line.index)!.id)"
          :current="rowAt(line.index)!.id === current"
          @toggle="chosen.toggle(rowAt(line.index)!)"
        />
        <span v-else class="coming" aria-hidden="true" />
      </li>
    </ul>
    <p v-if="isLoaded && !count" class="quiet">
      <slot name="empty" />
    </p>
  </div>
</template>

<style scoped>
.scroller {
  height: calc(100vh - 352px);
  min-height: 300px;
  overflow-y: auto;
  contain: strict;
}

ul {
  position: relative;
}

li {
  display: grid;
  position: absolute;
  top: 0;
  right: 4px;
  left: 0;
  grid-template-columns: 34px minmax(0, 1fr);
  align-items: center;
  height: 60px;
}

.coming {
  grid-column: 2;
  height: 56px;
  border: 1px solid var(--line);
}

li :deep(.line) {
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
}

li :deep(.first) {
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
}

@media (max-width: 960px) {
  li {
    height: 80px;
  }

  li :deep(.line) {
    white-space: normal;
  }

  .scroller {
    height: calc(100vh - 320px);
  }
}
</style>
